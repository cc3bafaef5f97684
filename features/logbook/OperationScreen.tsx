'use client';

import { hasFlaw } from '../../core/yarn/faults';
import { Button } from 'antd';
import { Link } from '../../ui/controls/Link';
import type { OperationKind } from '../../core/yarn/piece';
import type { LengthWitness } from '../../core/winding/lengthCheck';
import type { OperationPage, OperationPiece } from '../../server/logbook/operationPage';
import { ActionLink } from '../../ui/controls/ActionLink';
import { BalanceWords } from '../../ui/figures/BalanceWords';
import { CAUSE_WORDS } from '../../ui/feedback/causeWords';
import { dateAndTime } from '../../ui/figures/dates';
import { KnownMass, Length, Mass, Size } from '../../ui/figures/Figures';
import { operationWords } from '../../ui/figures/operationWords';
import { Pictures } from '../../ui/drawings/Pictures';
import { useSystem } from '../../ui/frame/Providers';
import { StretchesWords } from '../../ui/figures/StretchesWords';
import { SampleWords } from '../../ui/figures/SampleWords';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { layingWords, leavingWords } from '../../ui/strand/wayWords';
import { useTask } from '../../ui/feedback/useTask';
import { redo, takePictureAway, undo, windNext } from './actions';
import { StoryPanel } from './StoryPanel';
import { inMetres } from '../../core/common/units';

/** One entry of the logbook: what went in, what came out, and whether that agrees. */
export function OperationScreen({ operation }: { operation: OperationPage }) {
  const { yarn, live, story, troubles, miniPlan } = operation;
  return (
    <article>
      <p>
        <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
      </p>
      <h1>{operationWords(operation.kind, piecesOn(operation, 'in')).title}</h1>
      <p className="text-ink-soft">
        <time dateTime={operation.at}>{dateAndTime(operation.at)}</time>
        {!live && ' · undone'}
      </p>
      <Masses operation={operation} />
      <div className="grid grid-cols-[1.4fr_1fr] gap-wide max-tablet:grid-cols-[minmax(0,1fr)]">
        <div className="grid gap-4 content-start justify-items-start">
          <WhatHappened operation={operation} />
          {operation.note && (
            <blockquote className="m-0 pl-4 border-l-[4px] border-line text-body">{operation.note}</blockquote>
          )}
          {operation.run && <RunFigures run={operation.run} />}
          {operation.run && live && <WhatNext run={operation.run} />}
          {live && MADE.includes(operation.kind) && <Slips ids={piecesOn(operation, 'out').map(({ id }) => id)} />}
        </div>
        <div className="grid gap-4 content-start justify-items-start">
          <Reversal operation={operation} />
          <section aria-labelledby="pictures">
            <h2 id="pictures" className="text-body">
              Pictures
            </h2>
            <Pictures
              of="what was done"
              to={`/api/operations/${operation.id}/pictures`}
              pictures={operation.pictures}
              takePictureAway={takePictureAway}
            />
          </section>
        </div>
      </div>
      {story && <StoryPanel story={story} troubles={troubles} what={miniPlan ? 'loops' : 'turns'} />}
    </article>
  );
}

const piecesOn = ({ pieces }: OperationPage, side: OperationPiece['side']) =>
  pieces.filter((piece) => piece.side === side);

/** What went in, what came of it, and what was thrown away or went into ties. */
function Masses({ operation }: { operation: OperationPage }) {
  const { kind, live, wasteG, tiesG } = operation;
  const before = piecesOn(operation, 'in');
  const after = [...piecesOn(operation, 'out'), ...piecesOn(operation, 'on')];
  return (
    <div
      className="flex flex-wrap items-center gap-y-2 gap-x-6 my-4 mx-0 data-[undone=true]:opacity-55"
      data-undone={!live}
    >
      {before.length > 0 && <Side pieces={before} operation={operation} gone />}
      {before.length > 0 && after.length > 0 && (
        <svg width={74} height={30} aria-label="into" role="img">
          <path d="M4 15h58M52 6l12 9-12 9" fill="none" stroke="var(--ink-soft)" strokeWidth={3} />
        </svg>
      )}
      {after.length > 0 && <Side pieces={after} operation={operation} />}
      {wasteG > 0 && (
        <p className="self-center text-ink-soft">
          and <Mass g={wasteG} /> {kind === 'split' ? 'of ends' : 'thrown away'}
        </p>
      )}
      {tiesG > 0 && (
        <p className="self-center text-ink-soft">
          and <Mass g={tiesG} /> in ties
        </p>
      )}
    </div>
  );
}

/** What the entry says in its own words, whatever its kind has to say. */
function WhatHappened({ operation }: { operation: OperationPage }) {
  const { kind, live, consumption, joint, sample, colours, balance, miniPlan, bath, strand } = operation;
  return (
    <>
      {kind === 'receive' && <p>This is where its thread begins.</p>}
      {consumption && <ConsumptionWords consumption={consumption} part={piecesOn(operation, 'on').length > 0} />}
      {joint && <p>{joint === 'knot' ? 'Their ends were knotted.' : 'Their ends were spliced.'}</p>}
      {sample && (
        <p className="text-title font-heavy">
          <SampleWords sample={sample} />
          {!sample.counts && ', measured again since'}
        </p>
      )}
      {colours.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-3">
          Colours: <StretchesWords stretches={colours} />
        </p>
      )}
      {balance && <BalanceWords balance={balance} />}
      {kind === 'wind' && !balance && (
        <Notice tone="plain">Not everything was weighed before and after, so the masses cannot be compared.</Notice>
      )}
      {miniPlan && (
        <p>
          Of the minis <Link href={`/minis/${miniPlan.id}`}>{miniPlan.name}</Link>.
        </p>
      )}
      {kind === 'dye' && live && !bath && (
        <p>
          <Link href={`/dyeing/new?dyed=${operation.id}`}>Note what was in the pot</Link>, and what came out of it.
        </p>
      )}
      {bath && (
        <p>
          The bath <Link href={`/dyeing/${bath.id}`}>{bath.name}</Link>.
        </p>
      )}
      {strand && ASKED.includes(kind) && <StrandWords operation={operation} strand={strand} />}
    </>
  );
}

/** Takes the entry back, or brings it back; or why that cannot be now. */
function Reversal({ operation }: { operation: OperationPage }) {
  const { busy, run, problem } = useTask();
  const { id, live, backTo } = operation;
  const whyNot = live ? operation.whyNotUndo : operation.whyNotRedo;
  if (whyNot !== null)
    return (
      <p className="text-ink-soft">
        Cannot be {live ? 'undone' : 'brought back'} now: {whyNot}.
      </p>
    );
  const act = () =>
    live
      ? run(
          () => undo(id),
          () => backTo,
        )
      : run(() => redo(id));
  return (
    <>
      <Button loading={busy} onClick={() => void act()}>
        {!live ? 'Bring this entry back' : backTo ? 'Undo, and back to the scale' : 'Undo this entry'}
      </Button>
      <Problem words={problem} />
    </>
  );
}

/** What makes something that a slip is worth for. */
const MADE: readonly OperationKind[] = ['wind', 'reel', 'join', 'ply'];

function Slips({ ids }: { ids: readonly number[] }) {
  const paper = inMetres(useSystem()) ? 'a4' : 'letter';
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
function ConsumptionWords({
  consumption: { massG, why, project },
  part,
}: {
  consumption: NonNullable<OperationPage['consumption']>;
  part: boolean;
}) {
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
function StrandWords({
  operation,
  strand,
}: {
  operation: OperationPage;
  strand: NonNullable<OperationPage['strand']>;
}) {
  const [took] = operation.pieces.filter(({ side }) => side === 'in');
  const { left, laid, pieceId } = strand;
  const end = operation.fromEnd ?? 'inner';
  const words = [
    ...(left ? [leavingWords(left, took!.form, end).long] : []),
    ...laid.map((way) => layingWords(way).long),
  ];
  return (
    <p>
      {words.length > 0 ? `${words.join('. ')}. ` : 'Nobody noted how the yarn came off. '}
      <Link href={`/twist/${pieceId}`}>
        {words.length > 0 ? 'What that did to its twist' : 'Say how, for its twist'}
      </Link>
      .
    </p>
  );
}

function Side({ pieces, operation, gone }: { pieces: OperationPiece[]; operation: OperationPage; gone?: boolean }) {
  return (
    <ul className="flex flex-wrap gap-y-2 gap-x-4">
      {pieces.slice(0, 8).map((piece) => {
        const side = glyphSide(piece.mass?.massG ?? null);
        return (
          <li key={piece.id}>
            <Link
              href={`/pieces/${piece.id}`}
              className="hover:[&_strong]:underline flex flex-col items-center min-w-[124px] no-underline"
            >
              <svg width={124} height={112} aria-hidden="true">
                <PieceGlyph
                  form={piece.form}
                  colourHex={operation.yarn.colourHex}
                  x={62}
                  y={58}
                  side={side}
                  gone={gone}
                  knots={hasFlaw(piece.faults)}
                />
              </svg>
              <strong>{piece.label}</strong>
              {(piece.mass ?? operation.kind !== 'sample') && (
                <span>{piece.mass ? <KnownMass fact={piece.mass} /> : 'mass not known'}</span>
              )}
              {piece.lengthM !== null && (
                <span className="text-ink-soft">
                  <Length m={piece.lengthM} />
                </span>
              )}
              {piece.faults.map(({ kind, atM }, i) => (
                <span key={i} className="text-ink-soft">
                  {kind} at <Length m={atM} />
                </span>
              ))}
            </Link>
          </li>
        );
      })}
      {pieces.length > 8 && <li className="self-center text-ink-soft">and {pieces.length - 8} more</li>}
    </ul>
  );
}

function RunFigures({ run }: { run: NonNullable<OperationPage['run']> }) {
  const { plan, cakes, places, hands } = run;
  const unit = (turn: number) => `turn ${turn}`;
  return (
    <>
      <dl className="[&_dt]:text-ink-soft [&_dd]:m-0 grid grid-cols-[max-content_1fr] gap-y-1 gap-x-4 m-0">
        <dt>wound on</dt>
        <dd>
          {[...new Set(cakes.map(({ tool }) => tool))].join(' and ')}
          {plan.again && `, again, from the ${plan.fromEnd} end`}
        </dd>
        <dt>turns</dt>
        <dd>
          {cakes.map(({ turns }) => turns ?? 'not counted').join(' and ')}, planned{' '}
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
        <Notice tone="tight">
          A device was set to nothing or switched on again {run.deviceGaps === 1 ? 'once' : `${run.deviceGaps} times`}{' '}
          on the way; what ran past it meanwhile it did not see.
        </Notice>
      )}
    </>
  );
}

function Places({ places, none }: { places: NonNullable<OperationPage['run']>['places']; none: string }) {
  if (places.length === 0) return <>{none}</>;
  return (
    <>
      {places.map(({ what, atTurn, atM }, i) => (
        <span key={i}>
          {i > 0 && ', '}
          {what} {atTurn === null ? 'by the time' : `at turn ${atTurn}`} (<Length m={atM} />)
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
function AgreementWords({
  cake: { lengthCheck, counterM },
}: {
  cake: NonNullable<OperationPage['run']>['cakes'][number];
}) {
  if (!lengthCheck) return null;
  if (lengthCheck.verdict === 'agree')
    return counterM === null ? null : (
      <Notice tone="good">Counter, turns and mass agree, as far as each can tell.</Notice>
    );
  return (
    <Notice tone="tight">
      <strong>
        {lengthCheck.witness ? WITNESSES[lengthCheck.witness] : 'The figures differ'} by{' '}
        <Length m={Math.abs(lengthCheck.differenceM)} />.
      </strong>{' '}
      Likely: {CAUSE_WORDS[lengthCheck.cause]}.
    </Notice>
  );
}

/** What was planned to follow: a second winding, or the next piece in the same way. */
function WhatNext({ run }: { run: NonNullable<OperationPage['run']> }) {
  const { busy, problem, run: begin } = useTask();
  return (
    <div className="flex flex-wrap gap-3 mt-2">
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
              ({ id }) => `/winding/run/${id}`,
            )
          }
        >
          Wind the next one: {run.next.length} {run.next.length === 1 ? 'waits' : 'wait'}
        </Button>
      )}
      <Problem words={problem} />
    </div>
  );
}
