'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { Link } from '../../../ui/controls/Link';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { SideSheet } from '../../../ui/controls/SideSheet';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { bringBack, deleteYarn, mergeYarns, putAway } from '../actions';

const YarnPicker = contained(
  dynamic(() => import('../../../ui/controls/YarnPicker').then((module) => module.YarnPicker)),
);

/** What can become of the entry as a whole. All of it can be taken back. */
export function YarnMenu({ yarn, worked }: { yarn: YarnView; worked: boolean }) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const back = { undo: () => bringBack(yarn.id) };
  const takeOff = (act: typeof putAway, done: string) =>
    run(
      () => act(yarn.id),
      () => {
        offer({ words: `${yarn.name} is ${done}.`, ...back });
        return '/yarns';
      },
    );
  return (
    <SideSheet label="More">
      {(close) => (
        <>
          <Link href={`/yarns/${yarn.id}/more`}>Add more of it</Link>
          <Link href={`/yarns/new?lot=${yarn.id}`}>Add another lot</Link>
          <Link href={`/yarns/new?colour=${yarn.id}`}>Add another colour</Link>
          <Link href={`/yarns/${yarn.id}/band`}>Correct the band</Link>
          <Link href={`/yarns/${yarn.id}/colours`}>Colours along it</Link>
          <Link href={`/logbook?yarn=${yarn.id}`}>Show in logbook</Link>
          <a href={`/api/papers/story/${yarn.id}`} target="_blank" rel="noreferrer">
            Print its history
          </a>
          {worked ? (
            <Button loading={busy} onClick={() => takeOff(putAway, 'archived')}>
              Archive it
            </Button>
          ) : (
            <Button danger loading={busy} onClick={() => takeOff(deleteYarn, 'deleted')}>
              Delete it
            </Button>
          )}
          <p className="text-ink-soft text-small">
            {worked
              ? 'It has a history, so it is archived rather than deleted.'
              : 'Nothing was done with it yet, so it can be deleted.'}
          </p>
          <YarnPicker
            label="Entered twice? It is the same yarn as"
            hint="its pieces go there, and what only this band says is filled in"
            without={[yarn.id]}
            onPick={({ id, name }) =>
              run(
                () => mergeYarns(yarn.id, id),
                () => {
                  close();
                  offer({ words: `Merged into ${name}.`, ...back });
                  return `/yarns/${id}`;
                },
              )
            }
          />
          <Problem words={problem} />
        </>
      )}
    </SideSheet>
  );
}
