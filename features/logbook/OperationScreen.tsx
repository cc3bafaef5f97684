'use client';

import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { OperationKind } from '../../core/yarn/piece';
import type { LengthWitness } from '../../core/winding/lengthCheck';
import type { EntryPage, EntryPiece } from '../../server/logbook/operationPage';
import { ActionLink } from '../../ui/controls/ActionLink';
import { BalanceWords } from '../../ui/figures/BalanceWords';
import { CAUSE_WORDS } from '../../ui/feedback/causeWords';
import { dateAndTime } from '../../ui/figures/dates';
import { KnownMass, Length, Mass, Size } from '../../ui/figures/Figures';
import { operationWords } from '../../ui/figures/operationWords';
import { Pictures } from '../../ui/drawings/Pictures';
import { useSystem } from '../../ui/frame/Providers';
import { SampleWords } from '../../ui/figures/SampleWords';
import { Say } from '../../ui/feedback/Notice';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { layingWords, leavingWords } from '../../ui/strand/wayWords';
import { useTask } from '../../ui/feedback/useTask';
import { redo, takePictureAway, undo, windNext } from './actions';
import styles from './OperationScreen.module.css';
import { StoryPanel } from './StoryPanel';

/** One entry of the logbook: what went in, what came out, and whether that agrees. */
export function EntryScreen({ entry }: { entry: EntryPage }) {
  const router = useRouter();
  const { run: change, problem } = useTask();
  const on = (side: EntryPiece['side']) => entry.pieces.filter((piece) => piece.side === side);
  const before = on('in');
  const after = [...on('out'), ...on('on')];

  return (
    <article>
      <p>
        <Link href={`/yarns/${entry.yarn.id}`}>{entry.yarn.name}</Link>
      </p>
      <h1>{operationWords(entry.kind, on('in')).title}</h1>
      <p className={styles.soft}>
        <time dateTime={entry.at}>{dateAndTime(entry.at)}</time>
        {!entry.live && ' · undone'}
      </p>
      <div className={styles.sides} data-undone={!entry.live}>
        {before.length > 0 && (
          <>
            <Side pieces={before} entry={entry} gone />
            {after.length > 0 && (
              <svg width={74} height={30} aria-label="into" role="img" className={styles.arrow}>
                <path d="M4 15h58M52 6l12 9-12 9" fill="none" stroke="var(--ink-soft)" strokeWidth={3} />
              </svg>
            )}
          </>
        )}
        {after.length > 0 && <Side pieces={after} entry={entry} />}
        {entry.wasteG > 0 && (
          <p className={styles.waste}>
            and <Mass g={entry.wasteG} /> {entry.kind === 'split' ? 'of ends' : 'thrown away'}
          </p>
        )}
        {entry.tiesG > 0 && (
          <p className={styles.waste}>
            and <Mass g={entry.tiesG} /> in ties
          </p>
        )}
      </div>
      <div className={styles.columns}>
        <div className={styles.told}>
          {entry.kind === 'receive' && <p>This is where its thread begins.</p>}
          {entry.went && <WentWords went={entry.went} part={on('on').length > 0} />}
          {entry.joint && <p>{entry.joint === 'knot' ? 'Their ends were knotted.' : 'Their ends were spliced.'}</p>}
          {entry.sample && (
            <p className={styles.measured}>
              <SampleWords sample={entry.sample} />
              {!entry.sample.counts && ', measured again since'}
            </p>
          )}
          {entry.balance && <BalanceWords balance={entry.balance} />}
          {entry.kind === 'wind' && !entry.balance && (
            <Say tone="plain">Not everything was weighed before and after, so the masses cannot be compared.</Say>
          )}
          {entry.job && (
            <p>
              Of the minis <Link href={`/minis/${entry.job.id}`}>{entry.job.name}</Link>.
            </p>
          )}
          {entry.strand && ASKED.includes(entry.kind) && <StrandWords entry={entry} strand={entry.strand} />}
          {entry.note && <blockquote className={styles.note}>{entry.note}</blockquote>}
          {entry.run && <RunFigures run={entry.run} />}
          {entry.run && entry.live && <WhatNext run={entry.run} />}
          {entry.live && MADE.includes(entry.kind) && <Slips ids={on('out').map(({ id }) => id)} />}
        </div>
        <div className={styles.told}>
          {entry.live
            ? entry.whyNotUndo === null && (
                <Button
                  onClick={() =>
                    change(
                      () => undo(entry.id),
                      () => entry.backTo && router.push(entry.backTo),
                    )
                  }
                >
                  {entry.backTo ? 'Undo, and back to the scale' : 'Undo this entry'}
                </Button>
              )
            : entry.whyNotRedo === null && (
                <Button onClick={() => change(() => redo(entry.id))}>Bring this entry back</Button>
              )}
          {entry.live && entry.whyNotUndo !== null && (
            <p className={styles.soft}>Cannot be undone now: {entry.whyNotUndo}.</p>
          )}
          {!entry.live && entry.whyNotRedo !== null && (
            <p className={styles.soft}>Cannot be brought back now: {entry.whyNotRedo}.</p>
          )}
          {problem && (
            <Say tone="bad" role="alert">
              {problem}
            </Say>
          )}
          <section aria-labelledby="pictures">
            <h2 id="pictures" className={styles.small}>
              Pictures
            </h2>
            <Pictures
              of="what was done"
              to={`/api/operations/${entry.id}/pictures`}
              pictures={entry.pictures}
              takePictureAway={takePictureAway}
            />
          </section>
        </div>
      </div>
      {entry.story && <StoryPanel story={entry.story} what={entry.job ? 'loops' : 'turns'} />}
    </article>
  );
}

/** What makes something that a slip is worth for. */
const MADE: readonly OperationKind[] = ['wind', 'reel', 'join', 'ply'];

function Slips({ ids }: { ids: readonly number[] }) {
  const paper = useSystem() === 'imperial' ? 'letter' : 'a4';
  return (
    <p>
      <a href={`/api/labels?pieces=${ids.join(',')}&sheet=${paper}-slips`} target="_blank" rel="noreferrer">
        {ids.length === 1 ? 'Print its slip' : 'Print their slips'}
      </a>
      , to go in the hole or beside it.
    </p>
  );
}

/** Where it is told how the strand ran. */
const ASKED: readonly OperationKind[] = ['wind', 'reel', 'split', 'ply'];

/** What went of it, and where to. */
function WentWords({ went: { massG, why, project }, part }: { went: NonNullable<EntryPage['went']>; part: boolean }) {
  return (
    <p>
      {massG === null ? 'It was never weighed; ' : <Mass g={massG} />}{' '}
      {massG !== null && (massG === 1 ? 'was' : 'were')} {why ?? 'used'}
      {part && ', and the rest is still there'}
      {project && (
        <>
          , for <Link href={`/projects/${project.id}`}>{project.name}</Link>
        </>
      )}
      .
    </p>
  );
}

/** How the strand ran, and where its twist is told. */
function StrandWords({ entry, strand }: { entry: EntryPage; strand: NonNullable<EntryPage['strand']> }) {
  const [took] = entry.pieces.filter(({ side }) => side === 'in');
  const { left, laid, pieceId } = strand;
  const end = entry.fromEnd ?? 'inner';
  const words = [
    ...(left ? [leavingWords(left, took!.form, end).long] : []),
    ...laid.map((way) => layingWords(way).long),
  ];
  return (
    <p>
      {words.length > 0 ? `${words.join('. ')}. ` : 'Nobody noted how the strand ran. '}
      <Link href={`/twist/${pieceId}`}>
        {words.length > 0 ? 'What that did to its twist' : 'Say how, for its twist'}
      </Link>
      .
    </p>
  );
}

function Side({ pieces, entry, gone }: { pieces: EntryPiece[]; entry: EntryPage; gone?: boolean }) {
  return (
    <ul className={styles.side}>
      {pieces.slice(0, 8).map((piece) => {
        const side = glyphSide(piece.mass?.massG ?? null);
        return (
          <li key={piece.id}>
            <Link href={`/pieces/${piece.id}`} className={styles.piece}>
              <svg width={124} height={112} aria-hidden="true">
                <PieceGlyph
                  form={piece.form}
                  colourHex={entry.yarn.colourHex}
                  x={62}
                  y={58}
                  side={side}
                  gone={gone}
                  knots={piece.faults.length > 0}
                />
              </svg>
              <strong>{piece.label}</strong>
              {(piece.mass ?? entry.kind !== 'sample') && (
                <span>{piece.mass ? <KnownMass fact={piece.mass} /> : 'mass not known'}</span>
              )}
              {piece.lengthM !== null && (
                <span className={styles.soft}>
                  <Length m={piece.lengthM} />
                </span>
              )}
              {piece.faults.map(({ kind, atM }, i) => (
                <span key={i} className={styles.soft}>
                  {kind} at <Length m={atM} />
                </span>
              ))}
            </Link>
          </li>
        );
      })}
      {pieces.length > 8 && <li className={styles.more}>and {pieces.length - 8} more</li>}
    </ul>
  );
}

function RunFigures({ run }: { run: NonNullable<EntryPage['run']> }) {
  const { plan, cakes, places, hands } = run;
  const unit = (turn: number) => `turn ${turn}`;
  return (
    <>
      <dl className={styles.figures}>
        <dt>wound on</dt>
        <dd>
          {[...new Set(cakes.map(({ tool }) => tool))].join(' and ')}
          {plan.again && `, again, from the ${plan.fromEnd} end`}
        </dd>
        <dt>turns</dt>
        <dd>
          {cakes.map(({ turns }) => turns).join(' and ')}, planned{' '}
          {cakes.map(({ plannedTurns }) => plannedTurns).join(' and ')}
        </dd>
        {run.secondsPerTurn !== null && (
          <>
            <dt>pace</dt>
            <dd>{Math.round(60 / run.secondsPerTurn)} turns a minute</dd>
          </>
        )}
        {cakes.some(({ diameterMm }) => diameterMm !== null) && (
          <>
            <dt>size</dt>
            <dd>
              {cakes.map(({ pieceId, diameterMm, heightMm }, i) => (
                <span key={pieceId}>
                  {i > 0 && '; '}
                  {diameterMm === null ? (
                    'not measured'
                  ) : (
                    <>
                      <Size mm={diameterMm} /> across, <Size mm={heightMm!} /> high
                    </>
                  )}
                </span>
              ))}
            </dd>
          </>
        )}
        {hands.length > 0 && (
          <>
            <dt>wound by</dt>
            <dd>
              {hands.map(({ who, atTurn }) => (atTurn === 0 ? who : `${who} from ${unit(atTurn)}`)).join(', then ')}
            </dd>
          </>
        )}
        <dt>stops</dt>
        <dd>
          <Places places={places.filter(({ stopped }) => stopped)} none="none" />
        </dd>
        <dt>marked</dt>
        <dd>
          <Places places={places.filter(({ stopped }) => !stopped)} none="nothing" />
        </dd>
      </dl>
      {cakes.map((cake) => (
        <AgreementWords key={cake.pieceId} cake={cake} />
      ))}
      {run.deviceGaps > 0 && (
        <Say tone="tight">
          A device was set to nothing or switched on again {run.deviceGaps === 1 ? 'once' : `${run.deviceGaps} times`}{' '}
          on the way; what ran past it meanwhile it did not see.
        </Say>
      )}
    </>
  );
}

function Places({ places, none }: { places: NonNullable<EntryPage['run']>['places']; none: string }) {
  if (places.length === 0) return <>{none}</>;
  return (
    <>
      {places.map(({ what, atTurn, atM }, i) => (
        <span key={i}>
          {i > 0 && ', '}
          {what} at turn {atTurn} (<Length m={atM} />)
        </span>
      ))}
    </>
  );
}

const WITNESSES: Record<LengthWitness, string> = {
  counter: 'The counter differs',
  turns: 'The turns differ',
  mass: 'The mass differs',
};

/** Whether counter, turns and mass tell one length; and where not, what is likely behind it. */
function AgreementWords({ cake: { agreement, counterM } }: { cake: NonNullable<EntryPage['run']>['cakes'][number] }) {
  if (!agreement) return null;
  if (agreement.verdict === 'agree')
    return counterM === null ? null : <Say tone="good">Counter, turns and mass agree, as far as each can tell.</Say>;
  return (
    <Say tone="tight">
      <strong>
        {agreement.witness ? WITNESSES[agreement.witness] : 'The figures differ'} by{' '}
        <Length m={Math.abs(agreement.differenceM)} />.
      </strong>{' '}
      Likely: {CAUSE_WORDS[agreement.cause]}.
    </Say>
  );
}

/** What was planned to follow: a second winding, or the next piece in the same way. */
function WhatNext({ run }: { run: NonNullable<EntryPage['run']> }) {
  const router = useRouter();
  const { busy, problem, run: begin } = useTask();
  return (
    <div className={styles.next}>
      {run.plan.twice &&
        run.cakes.map(({ pieceId, name }, i) => (
          <ActionLink key={pieceId} href={`/winding/plan/${pieceId}`} quiet>
            Wind {name || (run.cakes.length > 1 ? `cake ${i + 1}` : 'it')} a second time
          </ActionLink>
        ))}
      {run.next.length > 0 && (
        <Button
          type="primary"
          size="large"
          loading={busy}
          onClick={() =>
            begin(
              () => windNext(run.runId),
              (id) => router.push(`/winding/run/${id}`),
            )
          }
        >
          Wind the next one: {run.next.length} {run.next.length === 1 ? 'waits' : 'wait'}
        </Button>
      )}
      {problem && (
        <Say tone="bad" role="alert">
          {problem}
        </Say>
      )}
    </div>
  );
}
