'use client';

import { Button } from 'antd';
import { Link } from '../../../ui/controls/Link';
import type { GoneYarn } from '../../../server/yarn/yarnLifecycle';
import { shortDate } from '../../../ui/figures/dates';
import { Problem } from '../../../ui/feedback/Notice';
import { Swatch } from '../../../ui/figures/Swatch';
import { useTask } from '../../../ui/feedback/useTask';
import { bringBack } from '../actions';

/** What is off the shelf: put away, deleted, merged. Any of it can come back. */
export function GoneScreen({ yarns }: { yarns: GoneYarn[] }) {
  const { busy, problem, run } = useTask();
  return (
    <>
      <p>
        <Link href="/yarns">The shelf</Link>
      </p>
      <h1>Archived</h1>
      {yarns.length === 0 && (
        <p className="max-w-[60ch] mt-3">
          Nothing is archived. A yarn with a history is never deleted: it is archived, and waits here.
        </p>
      )}
      <Problem words={problem} />
      <ul className="max-w-[760px] mt-4">
        {yarns.map(({ id, name, maker, dyeLot, colourHex, gone, goneAt, into }) => (
          <li className="grid grid-cols-[auto_1fr_auto] items-center gap-4 py-3 px-0 border-t border-line" key={id}>
            <Swatch hex={colourHex} size={40} />
            <span>
              <Link href={`/yarns/${id}`}>{name}</Link>
              <br />
              <span className="text-ink-soft">
                {[maker, dyeLot && `lot ${dyeLot}`, `${gone} ${shortDate(goneAt)}`].filter(Boolean).join(' · ')}
                {into && (
                  <>
                    {' '}
                    into <Link href={`/yarns/${into.id}`}>{into.name}</Link>
                  </>
                )}
              </span>
            </span>
            <Button loading={busy} onClick={() => run(() => bringBack(id))} aria-label={`Bring back ${name}`}>
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
