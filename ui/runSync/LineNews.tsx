'use client';

import { Button } from 'antd';
import { Notice } from '../feedback/Notice';
import type { RunSync } from './useRunSync';

/** Whatever stands between this screen and the record, said at once. */
export function LineNews({
  run: { holding, takeOver, trouble, unsent, inBrowser, leftAside },
  what,
}: {
  run: Pick<RunSync<unknown, unknown>, 'holding' | 'takeOver' | 'trouble' | 'unsent' | 'inBrowser' | 'leftAside'>;
  /** What is counted here: "winding". */
  what: string;
}) {
  if (holding === 'another')
    return (
      <Notice tone="tight" role="alert">
        <strong>This {what} is being counted on another screen.</strong> You see it here as it goes; no count is lost.{' '}
        <Button size="small" onClick={takeOver}>
          Count here instead
        </Button>
      </Notice>
    );
  if (trouble)
    return (
      <Notice tone="tight" role="status">
        <strong>{trouble}.</strong> Go on: {unsent === 1 ? 'one entry is' : `${unsent} entries are`} kept{' '}
        {inBrowser ? 'in this browser' : 'on this page alone, so leave it open,'} and sent as soon as it is back.
      </Notice>
    );
  if (leftAside)
    return (
      <Notice tone="tight" role="status">
        <strong>An earlier screen left counts that cannot be read.</strong> They are not part of the number below: see
        that it is right.
      </Notice>
    );
  return null;
}
