'use client';

import type { ReactNode } from 'react';
import { Link } from '../../../ui/controls/Link';
import { hasFlaw } from '../../../core/yarn/faults';
import { type MassFact, massOf, needsSwift, type OperationKind } from '../../../core/yarn/piece';
import { knownLengthFigure, lowerFirst, plural, plusMinus, readingFigure } from '../../../core/common/format';
import type { ColourAlong } from '../../../core/yarn/coloursAlong';
import type { ScaleTool } from '../../../server/bench/bench';
import type { Lineage } from '../../../server/yarn/lineage';
import type { PlannedUse } from '../../../server/yarn/plannedUse';
import type { PiecePage } from '../../../server/yarn/yarnViews';
import { ColourStrip } from '../../../ui/drawings/ColourStrip';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { dateAndTime } from '../../../ui/figures/dates';
import { KnownMass, Large, Mass, Span } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { operationWords } from '../../../ui/figures/operationWords';
import { SampleWords } from '../../../ui/figures/SampleWords';
import { Notice } from '../../../ui/feedback/Notice';
import { wayWords } from '../../../ui/strand/plannedUseWords';
import { glyphSide, PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { Enough } from '../enough/Enough';
import { LineagePanel } from './LineagePanel';
import { FaultsPanel } from './FaultsPanel';
import { MeasureCard } from '../measure/MeasureCard';
import type { Measure } from '../measure/measures';
import styles from './PieceScreen.module.css';
import { inMetres } from '../../../core/common/units';

/** What a piece may go through without being weighed. */
const PASSES: readonly OperationKind[] = ['dye', 'wash', 'dry', 'open'];

/** One piece: what it is now, weighing it, and what it went through. */
export function PieceScreen({
  page: { yarn, piece, others, history, wet, mini },
  family,
  next,
  scales,
  how,
  stood,
  sale,
  along,
  palette,
}: {
  page: PiecePage;
  family: Lineage;
  scales: ScaleTool[];
  /** What is to be done with it first. */
  how: Measure;
  /** How it is meant to be gone on with, for the sake of its twist. */
  next: PlannedUse | null;
  /** Its colours from the inner end; empty where no change was seen. */
  along: readonly ColourAlong[];
  /** The yarn's colours, in their order. */
  palette: readonly string[];
  /** Its place on the market table. */
  sale: ReactNode;
  /** Days that this cake has stood, where the user's school lets it stand less. */
  stood: number | null;
}) {
  const gone = piece.consumedBy !== null;
  return (
    <>
      <div className="grid grid-cols-[1fr_1fr] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <section>
          <p className="mb-1">
            <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
          </p>
          <h1>{piece.label}</h1>
          <Drawn piece={piece} gone={gone} />
          <HowMuch piece={piece} />
          <Facts piece={piece} mini={mini} wet={gone ? null : wet} />
          {!gone && piece.mass && piece.lengthM && (
            <Enough
              yarn={yarn}
              about={`piece ${piece.id}`}
              lengthM={piece.lengthM}
              massG={massOf(piece.mass, yarn.fibres)}
            />
          )}
          {along.length > 0 && <ColoursOf yarnId={yarn.id} piece={piece} along={along} />}
          <FaultsPanel piece={piece} palette={palette} />
          {stood !== null && (
            <Notice tone="tight">
              <strong>It has stood for {plural(stood, 'day')}.</strong> A stored cake stretches its yarn: use it soon,
              or wind it again loosely.
            </Notice>
          )}
          {gone && (
            <Notice tone="plain">
              It is no longer there: <Link href={`/logbook/${piece.consumedBy}`}>see what became of it</Link>.
            </Notice>
          )}
          <p data-screen-only className="mt-2">
            <Link href={`/twist/${piece.id}`}>What has become of its twist</Link>
            {next && !gone && <>; in the plan: {lowerFirst(wayWords(next, piece.form))}</>}.
          </p>
          {!gone && <Acts piece={piece} />}
          {!gone && sale}
          {!gone && <Printed pieceId={piece.id} />}
          {others.length > 0 && <OthersOfYarn others={others} />}
        </section>
        <section>
          {!gone && <MeasureCard yarn={yarn} piece={piece} scales={scales} first={how} />}
          <h2 className="mt-6 mr-0 mb-1 ml-0">Its history</h2>
          <History yarn={yarn} piece={piece} history={history} />
        </section>
      </div>
      <LineagePanel family={family} pieceId={piece.id} />
    </>
  );
}

type Piece = PiecePage['piece'];

function Drawn({ piece, gone }: { piece: Piece; gone: boolean }) {
  const side = glyphSide(piece.mass?.massG ?? null) * 1.6;
  return (
    <svg
      width={side + 12}
      height={side + 12}
      className="block my-4 mx-0 max-w-full"
      role="img"
      aria-label={`a ${piece.form}`}
    >
      <PieceGlyph
        form={piece.form}
        colourHex={piece.colourHex}
        x={side / 2 + 6}
        y={side / 2 + 6}
        side={side}
        gone={gone}
        knots={hasFlaw(piece.faults)}
      />
    </svg>
  );
}

function HowMuch({ piece: { mass, lengthM } }: { piece: Piece }) {
  const system = useSystem();
  if (!mass) return <Notice tone="plain">Nobody has weighed it yet, and the band does not say what one weighs.</Notice>;
  return (
    <div className="flex flex-wrap gap-y-3 gap-x-10 mb-3">
      <Large figure={massOrBand(mass, system)} label={massSourceWords(mass)} />
      {lengthM && <Large figure={knownLengthFigure(lengthM, system)} label={plusMinus(lengthM, system)} />}
    </div>
  );
}

/** Where it comes from and how it lies, as far as there is anything to say. */
function Facts({ piece, mini, wet }: { piece: Piece } & Pick<PiecePage, 'mini' | 'wet'>) {
  return (
    <>
      {wet && (
        <Notice tone="tight">
          {wet.kind === 'dye' ? 'Dyed' : 'Washed'} {dateAndTime(wet.at)}, and not dry yet as far as the log knows. Its
          mass is what it was before. <Link href={`/pieces/${piece.id}/change?what=dry`}>It is dry now</Link>
        </Notice>
      )}
      {piece.colourway && (
        <p>
          Dyed <Link href={`/dyeing/${piece.colourway.bathId}`}>{piece.colourway.name}</Link>
          {piece.colourway.dyeLot && `, lot ${piece.colourway.dyeLot}`}.
        </p>
      )}
      {piece.loopM !== null && (
        <p>
          Circumference <Span mm={piece.loopM * 1000} />.
        </p>
      )}
      {mini && (
        <p>
          {plural(mini.loops, 'loop')}, {mini.place} of {mini.places} from {lowerFirst(mini.parent)}; of the minis{' '}
          <Link href={`/minis/${mini.planId}`}>{mini.planName}</Link>.
        </p>
      )}
    </>
  );
}

function ColoursOf({ yarnId, piece, along }: { yarnId: number; piece: Piece; along: readonly ColourAlong[] }) {
  return (
    <div className="my-3 max-w-[620px]">
      <ColourStrip stretches={along} title="Its colours from the inner end" />
      <p className="flex justify-between text-ink-soft text-small mt-1">
        <span>{piece.form === 'hank' ? 'the end that leaves first' : 'inner end'}</span>
        <Link href={`/yarns/${yarnId}/colours`}>the repeat, and its fabric</Link>
        <span>{piece.form === 'hank' ? 'the other end' : 'outer end'}</span>
      </p>
    </div>
  );
}

/** What can be done with it next. */
function Acts({ piece }: { piece: Piece }) {
  return (
    <div className="flex flex-wrap gap-3 mt-4">
      {piece.openRunId ? (
        <ActionLink href={`/winding/run/${piece.openRunId}`}>Go on at the bench</ActionLink>
      ) : (
        <>
          <ActionLink href={`/winding/plan/${piece.id}`}>Plan to wind it</ActionLink>
          {piece.form !== 'mini skein' && (
            <ActionLink href={`/minis/new?pieces=${piece.id}`} quiet>
              Cut minis from it
            </ActionLink>
          )}
          {!needsSwift(piece.form) && (
            <ActionLink href={`/projects/knitting/new?piece=${piece.id}`} quiet>
              Knit from it
            </ActionLink>
          )}
          <ActionLink href={`/pieces/${piece.id}/change`} quiet>
            Record a change
          </ActionLink>
          <ActionLink href={`/days/new?piece=${piece.id}`} quiet>
            Plan a day for it
          </ActionLink>
          <ActionLink href={`/trouble?piece=${piece.id}`} quiet>
            Something went wrong
          </ActionLink>
        </>
      )}
    </div>
  );
}

function OthersOfYarn({ others }: Pick<PiecePage, 'others'>) {
  return (
    <nav
      className="flex flex-wrap gap-y-1 gap-x-4 mt-6 text-ink-soft"
      data-screen-only
      aria-label="Other pieces of this yarn"
    >
      <span>Also of this yarn:</span>
      {others.map(({ id, label }) => (
        <Link key={id} href={`/pieces/${id}`}>
          {lowerFirst(label)}
        </Link>
      ))}
    </nav>
  );
}

/** What it went through, and what it weighed then. */
function History({ yarn, piece, history }: Pick<PiecePage, 'yarn' | 'piece' | 'history'>) {
  return (
    <ol className={`${styles.history} [&_time]:ml-auto [&_time]:text-ink-soft`}>
      {history.map(({ operationId, kind, at, side, mass }) => (
        <li key={operationId}>
          <Link href={`/logbook/${operationId}`}>{operationWords(kind, side === 'in' ? [piece] : []).verb}</Link>
          <span>
            {kind === 'sample' ? (
              <SampleWords sample={yarn.samples.find((sample) => sample.operationId === operationId)} />
            ) : kind === 'inspect' || (PASSES.includes(kind) && !mass) ? (
              ''
            ) : mass ? (
              <KnownMass fact={mass} />
            ) : (
              'mass not known'
            )}
          </span>
          {mass?.from === 'scale' && mass.tareG > 0 && (
            <span>
              (less <Mass g={mass.tareG} /> of tare)
            </span>
          )}
          {mass?.from === 'scale' && typeof mass.humidityPercent === 'number' && (
            <span>in a room of {mass.humidityPercent} %</span>
          )}
          <time dateTime={at}>{dateAndTime(at)}</time>
        </li>
      ))}
    </ol>
  );
}

/** On paper: a slip for the hole of the cake, a tag for the outside, a label. */
function Printed({ pieceId }: { pieceId: number }) {
  const paper = inMetres(useSystem()) ? 'a4' : 'letter';
  const on = (sheet: string) => `/api/labels?pieces=${pieceId}&sheet=${paper}-${sheet}`;
  return (
    <p className="mt-4" data-screen-only>
      Print{' '}
      <a href={on('slips')} target="_blank" rel="noreferrer">
        a slip for the hole
      </a>
      ,{' '}
      <a href={on('tags')} target="_blank" rel="noreferrer">
        a tag for the outside
      </a>{' '}
      or{' '}
      <a href={on('plain')} target="_blank" rel="noreferrer">
        a label
      </a>
      .
    </p>
  );
}

function massSourceWords(mass: MassFact): string {
  if (mass.from === 'scale') return 'on the scale';
  return mass.seen ? 'not weighed: as the others of its lot weigh' : 'by the band, not weighed';
}

function massOrBand(mass: Parameters<typeof massOf>[0], system: Parameters<typeof readingFigure>[2]) {
  return readingFigure(mass.massG, mass.from === 'scale' ? mass.resolutionG : 1, system);
}
