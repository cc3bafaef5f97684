'use client';

import { Button } from 'antd';
import { Link } from '../../ui/controls/Link';
import { memo, useMemo } from 'react';
import { lowerFirst } from '../../core/common/format';
import { isLoop, type LayingWay, type LeavingWay, wayOfLeaving } from '../../core/twist/strandWays';
import { type Leaving, percentOfOwn } from '../../core/twist/twist';
import { strandStateOf } from '../../core/twist/twistAccount';
import { type RewindOption, rewindOptions } from '../../core/twist/rewindOptions';
import type { PlannedUse } from '../../server/yarn/plannedUse';
import type { TwistPage } from '../../server/twist/twist';
import { Twist } from '../../ui/figures/Figures';
import { Notice, type Tone, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { planWay, unplanWay } from './actions';
import { nextTools, type Scenario, scenarioOutcome, scenarioOf } from './scenario';
import { percentWords } from '../../ui/strand/lyingWords';
import { wayWords } from '../../ui/strand/plannedUseWords';
import styles from './RewindOptions.module.css';
import { Fold } from '../../ui/controls/Fold';

const SHOWN = 4;
/** Further down nobody looks. */
const MOST = 24;

interface Shown {
  page: TwistPage;
  /** How the piece came to lie, as it is tried; what is tried to come next makes no difference to the ways. */
  left: Scenario['left'];
  laid: Scenario['laid'];
  access: Scenario['access'];
  onTry: (next: Pick<Scenario, 'again' | 'use'>) => void;
}

/** Every way to go on with a piece, the best first; to be tried, or put into its plan. */
export const RewindOptions = memo(function RewindOptions({ page, left, laid, access, onTry }: Shown) {
  const { piece, next } = page;
  const ways = useMemo(() => waysFrom(page, { left, laid, access }), [page, left, laid, access]);
  if (piece.consumedBy !== null) return <section />;
  return (
    <section>
      <h2>Which way next?</h2>
      {next && <Planned page={page} way={next} />}
      {ways.length === 0 && <p className="text-ink-soft">No way can be worked out yet.</p>}
      <ol className={styles.ways}>
        {ways.slice(0, SHOWN).map((way, i) => (
          <Way key={i} page={page} way={way} onTry={onTry} first={i === 0 && !next} />
        ))}
      </ol>
      {ways.length > SHOWN && (
        <Fold lazy title={`and ${ways.length - SHOWN} more`}>
          <ol className={styles.ways} start={SHOWN + 1}>
            {ways.slice(SHOWN).map((way, i) => (
              <Way key={i} page={page} way={way} onTry={onTry} />
            ))}
          </ol>
        </Fold>
      )}
    </section>
  );
});

/** From the piece as its steps are tried, but before what was tried to come next. */
export function waysFrom(
  page: TwistPage,
  { left, laid, access }: Pick<Scenario, 'left' | 'laid' | 'access'>,
): RewindOption[] {
  const { piece } = scenarioOutcome(page, { ...scenarioOf(page), left, laid, access, again: null });
  const ways = rewindOptions({
    state: strandStateOf(piece),
    gristMPerG: page.gristMPerG,
    own: piece.gap === null ? page.yarn.ownTwist : null,
    limits: page.limits[page.build],
    workFrom: page.workFrom,
    tools: nextTools(page.tools),
    loopM: piece.loopM,
  });
  return ways.slice(0, MOST);
}

/** As it is kept: in the words of the pictures. */
export function plannedUseOf({ rewind, use }: RewindOption, { tools }: Pick<TwistPage, 'tools'>): PlannedUse {
  const leaves = (from: Leaving): { end: 'inner' | 'outer'; left: LeavingWay } => ({
    end: from.mode === 'over-end' ? from.end : from.mode === 'rotating' ? 'outer' : 'inner',
    left: wayOfLeaving(from),
  });
  return {
    use: leaves(use),
    rewind: rewind && {
      ...leaves(rewind.from),
      laid: `${rewind.tool.laying.mode} ${rewind.tool.laying.direction}` satisfies LayingWay,
      toolKey: rewind.tool.key,
      toolName: tools.find(({ key }) => key === rewind.tool.key)!.name,
    },
  };
}

function Way({
  page,
  way,
  onTry,
  first,
}: {
  page: TwistPage;
  way: RewindOption;
  onTry: Shown['onTry'];
  /** The one to take, where none is planned yet. */
  first?: boolean;
}) {
  const task = useTask();
  const offer = useUndoOffer();
  const kept = forForm(plannedUseOf(way, page), page);
  const words = wayWords(kept, page.piece.form);
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] gap-y-1 gap-x-4 items-center py-2 px-0 border-t-[1.5px] border-line leading-[1.35] first:border-t-0">
      <div>
        {words}.
        {way.bySchool && (
          <span className="ml-1 py-1 px-2 border-[1.5px] border-lichen rounded-lg text-small text-lichen whitespace-nowrap">
            {' '}
            Your way
          </span>
        )}
        <Leaves page={page} way={way} />
      </div>
      <div className="flex gap-1">
        <Button size="small" onClick={() => onTry({ again: kept.rewind, use: kept.use })} aria-label={`Try: ${words}`}>
          Try
        </Button>
        <Button
          size="small"
          type={first ? 'primary' : 'default'}
          loading={task.busy}
          aria-label={`Plan it: ${words}`}
          onClick={() =>
            task.run(
              () => planWay(page.piece.id, kept),
              () => offer({ words: 'It is in the plan.', undo: () => restore(page) }),
            )
          }
        >
          Plan it
        </Button>
      </div>
      <Problem words={task.problem} />
    </li>
  );
}

/** A hank gives the end that leaves it first, which is called its inner one. */
function forForm(way: PlannedUse, { piece }: TwistPage): PlannedUse {
  return isLoop(piece.form) && way.rewind ? { ...way, rewind: { ...way.rewind, end: 'inner' } } : way;
}

function restore({ piece, next }: TwistPage) {
  return next ? planWay(piece.id, next) : unplanWay(piece.id);
}

const TONES: Record<'hardly' | 'seen' | 'trouble', Tone> = { hardly: 'good', seen: 'tight', trouble: 'bad' };

function Leaves({ page: { yarn }, way: { grade, mostPerM } }: { page: TwistPage; way: RewindOption }) {
  if (Math.abs(mostPerM) < 0.05)
    return (
      <div className={styles.leaves} data-tone="good">
        {grade === null ? 'adds nothing' : 'leaves it as it was made'}
      </div>
    );
  if (!yarn.ownTwist || grade === null)
    return (
      <div className={styles.leaves}>
        at most <Twist perM={Math.abs(mostPerM)} /> {mostPerM < 0 ? 'S' : 'Z'} more
      </div>
    );
  const percent = percentOfOwn(mostPerM, yarn.ownTwist);
  return (
    <div className={styles.leaves} data-tone={TONES[grade]}>
      {`${percent > 0 ? 'gains' : 'loses'} ${percentWords(percent)} % at most`}
    </div>
  );
}

/** What is planned for the piece already. */
function Planned({ page: { piece }, way }: { page: TwistPage; way: PlannedUse }) {
  const task = useTask();
  return (
    <Notice tone="good">
      In the plan: {lowerFirst(wayWords(way, piece.form))}.{' '}
      {way.rewind && <Link href={`/winding/plan/${piece.id}`}>Wind it</Link>}{' '}
      <Button size="small" type="text" loading={task.busy} onClick={() => task.run(() => unplanWay(piece.id))}>
        Take it out
      </Button>
    </Notice>
  );
}
