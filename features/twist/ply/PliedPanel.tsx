'use client';

import { Button, Table } from 'antd';
import { lowerFirst } from '../../../core/common/format';
import { hungRemedy } from '../../../core/twist/spinning';
import { Link } from '../../../ui/controls/Link';
import type { PliedRecord, PlyFigures } from '../../../server/twist/plied';
import type { TwistPage } from '../../../server/twist/twist';
import { Length, Span, Twist } from '../../../ui/figures/Figures';
import { pendingCareWords } from '../../../ui/feedback/PendingCare';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useTask } from '../../../ui/feedback/useTask';
import { undoStep, wash } from '../actions';
import { METHOD_WORDS } from './plyWords';

/** How a piece was plied, what was measured of it before and after washing, and what it waits for. */
export function PliedPanel({ page: { piece }, plied }: { page: TwistPage; plied: PliedRecord }) {
  const task = useTask();
  const offer = useUndoOffer();
  const { singles, spun, spunTurnsPerM, meantTurnsPerM, stage, before, after } = plied;
  const measure = (how: string, words: string) => <Link href={`/pieces/${piece.id}?how=${how}#measure`}>{words}</Link>;
  return (
    <section className="grid gap-2 max-w-[860px] mt-2 mr-0 mb-4 ml-0" aria-labelledby="plied">
      <h2 id="plied">How it was plied</h2>
      <p>
        {METHOD_WORDS[plied.method].done} of{' '}
        {singles.map(({ label, yarnId, yarnName }, i) => (
          <span key={i}>
            {i > 0 && ' and '}
            {lowerFirst(label)}, <Link href={`/yarns/${yarnId}`}>{yarnName}</Link>
          </span>
        ))}
        : spun {spun ?? 'nobody noted which way'}
        {spunTurnsPerM !== null && (
          <>
            , <Twist perM={spunTurnsPerM} />
          </>
        )}
        ; plied {plied.plied}
        {meantTurnsPerM !== null && (
          <>
            , meant to have <Twist perM={meantTurnsPerM} />
          </>
        )}
        . <Link href={`/logbook/${plied.operationId}`}>See it in the logbook</Link>.
      </p>
      {stage !== 'done' && (
        <Notice tone="plain">
          It {pendingCareWords({ stage, since: plied.washedAt, until: stage === 'drying' ? null : plied.restUntil })}{' '}
          {stage === 'drying' && measure('weigh', 'Weigh it')}
          {stage === 'to measure' && measure('reel', 'Count its loops')}
          {(stage === 'resting' || stage === 'to wash') && (
            <Button
              size="small"
              loading={task.busy}
              onClick={() =>
                task.run(
                  (keyOf) => wash(piece.id, keyOf({ wash: piece.id })),
                  ({ id }) => offer({ words: 'It is in the water.', undo: () => undoStep(id) }),
                )
              }
            >
              It is in the water
            </Button>
          )}
        </Notice>
      )}
      <Problem words={task.problem} />
      <Table
        size="small"
        rowKey="name"
        pagination={false}
        dataSource={[
          { name: 'ply twist', of: twistOf, ask: measure('twist', 'count it') },
          { name: 'loops', of: loopsOf, ask: measure('reel', 'count them') },
          { name: 'wraps to the inch', of: wpiOf, ask: measure('wraps', 'count them') },
          {
            name: 'hung by itself',
            of: (figures: PlyFigures) => hungOf(figures, plied.plied),
            ask: <Link href={`/twist/wheel?skein=${piece.id}`}>hang it</Link>,
          },
        ]}
        columns={[
          { title: 'Figure', dataIndex: 'name', rowScope: 'row' },
          { title: 'Before washing', render: (_, { of, ask }) => of(before) ?? ask },
          { title: 'After', render: (_, { of, ask }) => of(after) ?? ask },
        ]}
      />
    </section>
  );
}

const twistOf = ({ twist }: PlyFigures) =>
  twist && (
    <>
      <Twist perM={twist.turnsPerM} /> {twist.direction}
    </>
  );

const loopsOf = ({ loops }: PlyFigures) =>
  loops && (
    <>
      {loops.loops} of <Span mm={loops.loopM * 1000} />: <Length m={loops.lengthM} />
    </>
  );

/** Too much of one twist or of the other, by the way that it was plied. */
function hungOf({ hung }: PlyFigures, ply: 'S' | 'Z') {
  if (hung === undefined) return undefined;
  if (hung === null) return 'balanced';
  const { what, turnsPerM } = hungRemedy(hung, ply);
  return (
    <>
      <Twist perM={turnsPerM} /> {what === 'take' ? 'too much' : 'too little'} ply twist
    </>
  );
}

const wpiOf = ({ wpi }: PlyFigures) => wpi && wpi.toFixed(1);
