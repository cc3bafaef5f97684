'use client';

import { Button } from 'antd';
import type { ReactNode } from 'react';
import { Notice } from '../../../ui/feedback/Notice';
import type { Listener } from '../../../core/winding/run';
import { refusalWords } from './mediaRefusal';
import type { MediaState } from './useMedia';

/** Before it counts: what it can do and what that takes, or why it does not come; and the button that opens it. */
export function MediaOffer({
  state,
  device,
  can,
  takes,
  act,
  enabled,
  onOpen,
  other,
}: {
  state: Exclude<MediaState, 'on'>;
  device: Listener;
  can: string;
  takes: string;
  act: string;
  enabled: boolean;
  onOpen: () => void;
  /** Another way to begin, where it may come. */
  other?: ReactNode;
}) {
  const refused = state !== 'off' && state !== 'asking';
  return (
    <Notice tone={refused ? 'bad' : 'plain'} role={refused ? 'alert' : 'status'}>
      <strong>{refused ? refusalWords(state, device) : can}</strong> {refused ? 'The keys count as before.' : takes}
      <span className="flex flex-wrap gap-2 mt-2">
        <Button loading={state === 'asking'} disabled={!enabled} onClick={onOpen}>
          {refused ? 'Try again' : act}
        </Button>
        {!refused && other}
      </span>
    </Notice>
  );
}

/** It has lost its place, and cannot say how many it missed. */
export function DoubtNotice({ doubtful, why, trust }: { doubtful: number; why: string; trust: () => void }) {
  return (
    <Notice tone="tight" role="alert">
      <strong>Not sure of the last {Math.max(1, doubtful)}.</strong> {why} Set the count right with space and backspace.
      <span className="block mt-2">
        <Button onClick={trust}>The count is right now</Button>
      </span>
    </Notice>
  );
}
