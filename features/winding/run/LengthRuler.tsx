'use client';

import type { ReactNode } from 'react';
import { namesApart } from '../../../core/yarn/colourWords';
import type { ColourAlong } from '../../../core/yarn/coloursAlong';
import type { Fault } from '../../../core/yarn/faults';
import { countedOn, type WoundOnto } from '../../../core/winding/run';
import { cutInWords } from '../words';
import { inWords, lengthFigure, massFigure } from '../../../core/common/format';
import { GENTLE_TURNS, onSpindleAt, type PlannedCake, type WinderFigures } from '../../../core/winding/windingPlan';
import { bareUnit } from '../../../core/common/units';
import { stripBackground } from '../../../ui/drawings/ColourStrip';
import { strandColour } from '../../../ui/figures/colour';
import { useSystem } from '../../../ui/frame/Providers';
import styles from './LengthRuler.module.css';

/** A cake as the ruler draws it. */
export interface RuledCake extends Pick<
  PlannedCake,
  'name' | 'cutAt' | 'massG' | 'lengthM' | 'startM' | 'crankTurns' | 'slowFromTurn'
> {
  winder: WinderFigures & { onto: WoundOnto };
  densityGPerCm3: number;
}

const MOST_SHOWN = 10;
/** So many stand beneath their stretches of the strand; more of them in columns. */
const IN_A_ROW = 8;

/**
 * The whole strand as a ruler: where to go gently, where to slow down, where to cut, and what lies along it. In a run
 * also how far one has got.
 */
export function LengthRuler({
  cakes,
  gristMPerG,
  faults,
  colourHex,
  colours = [],
  at,
  about,
}: {
  cakes: readonly RuledCake[];
  gristMPerG: number;
  /** From the end that leaves first. */
  faults: readonly Fault[];
  colourHex: string;
  /** The same of its colours, where they are known. */
  colours?: readonly ColourAlong[];
  /** What has been wound already, of all of it. */
  at?: { woundM: number };
  /** Something to choose for each cake, beneath its figures. */
  about?: (part: number) => ReactNode;
}) {
  const system = useSystem();
  const unit = bareUnit(system, 'length');
  // Where the strip itself shows the colours, their changes need no signs.
  const signs = colours.length > 0 ? faults.filter(({ kind }) => kind !== 'colour change') : faults;
  const totalM = cakes.reduce((sum, { lengthM }) => sum + lengthM, 0);
  const place = (m: number) => `${Math.min(100, Math.max(0, (100 * m) / totalM))}%`;
  const names = namesApart(colours.flatMap(({ hex }) => hex ?? []));
  const cuts = cakes.slice(1).map(({ startM }) => startM);
  return (
    <figure className="mt-6 mr-0 mb-0 ml-0">
      {!at && (
        <figcaption className="mb-1 text-ink-soft">
          The whole strand, {inWords(lengthFigure(totalM, system))}
          {cuts.length > 0 && `, to be cut ${timesInWords(cuts.length)}`}
        </figcaption>
      )}
      <div
        className="relative h-[66px] my-0 mx-2 data-[slim=true]:h-[56px]"
        data-slim={at !== undefined}
        role="img"
        aria-label={rulerInWords(cakes, signs, at, (m) => inWords(lengthFigure(m, system)))}
      >
        <div
          className={styles.strand}
          style={
            colours.length > 0
              ? { background: stripBackground(colours) }
              : {
                  backgroundColor: colourHex,
                  backgroundImage: `repeating-linear-gradient(112deg, transparent 0 5px, ${strandColour(colourHex)} 5px 7px)`,
                }
          }
        />
        {at && <div className={styles.towind} style={{ left: place(at.woundM) }} />}
        {cakes.flatMap((cake, i) =>
          stretches(cake, gristMPerG).map(({ kind, fromM, toM }) => (
            <div
              key={`${i} ${kind}`}
              className={styles.stretch}
              data-kind={kind}
              style={{ left: place(fromM), width: `max(3px, ${(100 * (toM - fromM)) / totalM}%)` }}
            />
          )),
        )}
        {cuts.map((m) => (
          <div key={m} className={styles.cut} style={{ left: place(m) }} />
        ))}
        {signs.map(({ kind, atM }, i) => (
          <div key={i} className={styles.fault} data-kind={kind} style={{ left: place(atM) }}>
            <FaultSign kind={kind} />
          </div>
        ))}
        {at && <div className={styles.now} style={{ left: place(at.woundM) }} />}
        {ticks(totalM, unit.size).map(({ m, label }) => (
          <span
            key={m}
            className={`${styles.tick} absolute top-[45px] text-ink-soft text-small tabular-nums whitespace-nowrap -translate-x-1/2`}
            style={{ left: place(m) }}
          >
            {label}
          </span>
        ))}
        <span className={styles.unit}>{unit.name}</span>
      </div>
      {!at && (
        <ol className="flex flex-wrap gap-4 mt-2">
          {cakes.slice(0, MOST_SHOWN).map((cake, i) => (
            <li
              key={i}
              className="flex flex-col basis-0 min-w-[124px] leading-[1.35] max-tablet:basis-[150px]"
              style={{ flexGrow: cakes.length > IN_A_ROW ? 0 : cake.lengthM }}
            >
              {(cakes.length > 1 || cake.name) && <strong>{cake.name || i + 1}</strong>}
              <span>
                {inWords(massFigure(cake.massG, system))} · {inWords(lengthFigure(cake.lengthM, system))}
              </span>
              <span className="text-ink-soft">
                {cake.cutAt && `cut ${cutInWords(cake.cutAt, names, system)}, near `}
                {!cake.cutAt && (i < cakes.length - 1 ? 'cut at ' : 'ends near ')}
                {Math.round(cake.crankTurns.mean)} {countedOn(cake.winder.onto)}
              </span>
              {about?.(i)}
            </li>
          ))}
        </ol>
      )}
      {!at && cakes.length > MOST_SHOWN && <p className="mb-1 text-ink-soft">and so on, {cakes.length} in all</p>}
      {!at && <Legend faults={signs} />}
    </figure>
  );
}

/** Where this cake wants a gentle hand, and where a slow one. */
function stretches(cake: RuledCake, gristMPerG: number): { kind: 'gentle' | 'slow'; fromM: number; toM: number }[] {
  const shape = { ...cake.winder, densityGPerCm3: cake.densityGPerCm3, gristMPerG };
  const lengthAt = (turns: number) => Math.min(cake.lengthM, onSpindleAt(shape, turns).lengthM);
  const gentleM = lengthAt(GENTLE_TURNS);
  return [
    { kind: 'gentle', fromM: cake.startM, toM: cake.startM + gentleM },
    {
      kind: 'slow',
      fromM: cake.startM + Math.max(gentleM, lengthAt(cake.slowFromTurn)),
      toM: cake.startM + cake.lengthM,
    },
  ];
}

/** About ten round lengths along the ruler. */
function ticks(totalM: number, unitM: number): { m: number; label: string }[] {
  const rough = totalM / unitM / 10;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((times) => times * power).find((each) => each >= rough)!;
  const count = Math.floor(totalM / unitM / step);
  return Array.from({ length: count + 1 }, (_, i) => ({
    m: i * step * unitM,
    label: String(Number((i * step).toFixed(6))),
  }));
}

function FaultSign({ kind }: { kind: Fault['kind'] }) {
  return (
    <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden="true">
      <circle r={8} fill="var(--card)" stroke="var(--ink)" strokeWidth={1.5} />
      {kind === 'knot' && <path d="M-4 3C-4 -5 4 -5 4 0S-2 4 -2 0" fill="none" stroke="var(--ink)" strokeWidth={2} />}
      {kind === 'thin spot' && <path d="M-5 0h10M-2 -3h4M-2 3h4" stroke="var(--ink)" strokeWidth={1.8} />}
      {kind === 'colour change' && <path d="M0 -7A7 7 0 0 1 0 7Z" fill="var(--ink)" />}
    </svg>
  );
}

function Legend({ faults }: { faults: readonly Fault[] }) {
  const kinds = [...new Set(faults.map(({ kind }) => kind))];
  return (
    <p className="flex flex-wrap items-center gap-y-1 gap-x-2 mt-2 text-ink-soft text-small" aria-hidden="true">
      <span className={styles.swatch} data-kind="gentle" /> gently
      <span className={styles.swatch} data-kind="slow" /> slowly
      {kinds.map((kind) => (
        <span key={kind} className="ml-4 inline-flex items-center gap-1">
          <FaultSign kind={kind} /> {kind}
        </span>
      ))}
    </p>
  );
}

function rulerInWords(
  cakes: readonly RuledCake[],
  faults: readonly Fault[],
  at: { woundM: number } | undefined,
  length: (m: number) => string,
): string {
  const cuts = cakes.slice(1).map(({ startM }) => `cut at ${length(startM)}`);
  const marks = faults.map(({ kind, atM }) => `${kind} at ${length(atM)}`);
  const wound = at ? [`${length(at.woundM)} are wound`] : [];
  return ['the strand from its first end', ...wound, ...cuts, ...marks].join(', ');
}

function timesInWords(times: number): string {
  if (times === 1) return 'once';
  return times === 2 ? 'twice' : `${times} times`;
}
