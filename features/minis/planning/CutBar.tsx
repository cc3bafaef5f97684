'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { type ComponentProps, type KeyboardEvent, memo, type Ref } from 'react';
import { cutsAlong, segmentStanding } from '../../../core/minis/cutMap';
import { inWords, lengthFigure, fineMassFigure } from '../../../core/common/format';
import type { ColourAlong } from '../../../core/yarn/coloursAlong';
import type { MinisInput } from '../../../core/minis/minis';
import type { UnitSystem } from '../../../core/common/units';
import { useSystem } from '../../../ui/frame/Providers';
import { colourShown } from '../../../ui/drawings/ColourStrip';
import styles from './CutMap.module.css';

/** A parent as it is drawn. */
export interface MapParent {
  id: string;
  name: string;
  /** What stands under its name: its yarn, or how far it is. */
  about: string;
  colourHex: string;
  /** Along it from the end that is worked from, where that is known. */
  colours: readonly ColourAlong[];
  gristMPerG: number;
  massG: number;
  segmentsG: readonly number[];
  holdsKnot: readonly boolean[];
  /** By segment and size. */
  counts: readonly (readonly number[])[];
}

/** A place in the map: a stretch between two knots. */
export interface MapPlace {
  parent: number;
  segment: number;
}

/** A mini that is moved, and where it came from. */
export interface Lifted {
  size: number;
  from: MapPlace;
}

export interface Dragging extends Lifted {
  over: MapPlace | null;
}

/** What a bar does with its minis; the same functions for good, so that a bar is drawn anew only when it changes. */
export interface Handling {
  choose: (place: MapPlace | null) => void;
  /** Puts so many more of a size into a stretch; below zero it takes out. */
  change: (place: MapPlace, size: number, by: number) => void;
}

const WIDTH = 1000;
const BAR = 46;
const NOTCH = 9;
/** About how wide a bar is on a screen, and a letter: words that have no room are left out, and spoken all the same. */
const TRACK_PX = 560;
const LETTER_PX = 8;
/** A stretch that takes less of the width has no room for words. */
const NARROWEST = 0.09;

interface BarProps {
  parent: MapParent;
  p: number;
  input: Pick<MinisInput, 'demands' | 'cutLossG'>;
  names: readonly string[];
  longestG: number;
  /** The stretch of it that is chosen. */
  chosen: number | null;
  /** A mini that is dragged from it, or over it. */
  dragging: Dragging | null;
  handling: Handling | null;
}

/** Two hundred bars are not drawn anew for a key that changes none of them. */
export const CutBar = memo(DrawnBar, (before, after) => {
  const sameParent = (Object.keys(after.parent) as (keyof MapParent)[]).every(
    (field) => before.parent[field] === after.parent[field],
  );
  return (
    sameParent &&
    before.names.join() === after.names.join() &&
    (['p', 'input', 'longestG', 'chosen', 'dragging', 'handling'] as const).every(
      (name) => before[name] === after[name],
    )
  );
});

function DrawnBar(bar: BarProps) {
  const { parent, handling } = bar;
  const system = useSystem();
  const stretches = parent.segmentsG.map((massG, segment) => ({
    segment,
    massG,
    fromG: parent.segmentsG.slice(0, segment).reduce((sum, each) => sum + each, 0),
  }));
  return (
    <div className="relative">
      <svg
        viewBox={`0 0 ${WIDTH} ${BAR + NOTCH + 4}`}
        className={`${styles.bar} block w-full h-[62px] overflow-visible max-phone:h-[54px]`}
        role="group"
        aria-label={`${parent.name}, ${inWords(fineMassFigure(parent.massG, system))}`}
        preserveAspectRatio="none"
        data-hand={handling !== null}
      >
        <Fills {...bar} />
        {stretches.map((stretch) => (
          <DrawnStretch key={stretch.segment} bar={bar} stretch={stretch} />
        ))}
      </svg>
      {stretches.map((stretch) => (
        <StretchFigures key={stretch.segment} bar={bar} stretch={stretch} />
      ))}
    </div>
  );
}

/** A stretch of a parent between two knots, and where along it that begins. */
interface Stretch {
  segment: number;
  fromG: number;
  massG: number;
}

/** Where so many grams along the longest parent are in the drawing. */
const along = (g: number, { longestG }: Pick<BarProps, 'longestG'>) => (g / longestG) * WIDTH;

const remainderFill = (parent: MapParent) => `url(#left-${parent.id})`;
const colourFill = (parent: MapParent) => (parent.colours.length > 0 ? `url(#colours-${parent.id})` : parent.colourHex);

/** What a bar is painted with: its colours, and hatched with them what stays uncut. */
function Fills({ parent, longestG }: BarProps) {
  return (
    <defs>
      <pattern
        id={`left-${parent.id}`}
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(35)"
      >
        <rect width="9" height="9" fill="var(--card)" />
        <path d="M0 0V9" stroke={parent.colourHex} strokeWidth="3" opacity="0.75" />
      </pattern>
      {parent.colours.length > 0 && (
        <linearGradient
          id={`colours-${parent.id}`}
          gradientUnits="userSpaceOnUse"
          x1={0}
          x2={along(parent.massG, { longestG })}
        >
          {parent.colours.flatMap((stretch, i) =>
            [stretch.fromM, stretch.toM].map((m) => (
              <stop key={`${i} ${m}`} offset={m / parent.colours.at(-1)!.toM} stopColor={colourShown(stretch)} />
            )),
          )}
        </linearGradient>
      )}
    </defs>
  );
}

/** A stretch with its minis; a hand can choose it, change it by keys, and put minis down there. */
function DrawnStretch({ bar, stretch }: { bar: BarProps; stretch: Stretch }) {
  const { parent, p, input, names, dragging, handling } = bar;
  const { segment, fromG, massG } = stretch;
  const system = useSystem();
  const x = (g: number) => along(g, bar);
  const counts = parent.counts[segment]!;
  const standing = segmentStanding({ massG }, counts, input);
  const place = { parent: p, segment };
  const chosen = bar.chosen === segment;
  const target = dragging?.over?.parent === p && dragging.over.segment === segment;
  // What is too much for it is drawn beyond its end.
  const cuts = cutsAlong([{ massG: Math.max(massG, standing.takenG) }], [counts], input);
  const fits = !dragging || standing.remainingG >= input.demands[dragging.size]!.massG + input.cutLossG - 1e-6;
  const key = `${p} ${segment}`;

  const byKey = (event: KeyboardEvent) => {
    if (!handling) return;
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      handling.choose(chosen ? null : place);
    }
    const digit = /^Digit([1-9])$/.exec(event.code);
    const size = digit ? Number(digit[1]) - 1 : -1;
    if (size >= 0 && size < names.length && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      handling.choose(place);
      handling.change(place, size, event.shiftKey ? -1 : 1);
    }
  };

  return (
    <Droppable
      id={key}
      place={place}
      className={styles.stretch}
      data-chosen={chosen}
      tabIndex={handling ? 0 : undefined}
      role={handling ? 'button' : 'img'}
      aria-pressed={handling ? chosen : undefined}
      aria-label={stretchWords({ parent, segment, massG, counts, remainingG: standing.remainingG, names, system })}
      onClick={() => handling?.choose(place)}
      onKeyDown={byKey}
    >
      <rect x={x(fromG)} y={NOTCH} width={x(massG)} height={BAR} fill={remainderFill(parent)} />
      {cuts.map((cut, i) =>
        cut.kind === 'mini' ? (
          <MiniPiece
            key={i}
            x={x(fromG + cut.fromG)}
            width={x(cut.toG - cut.fromG)}
            fill={colourFill(parent)}
            over={cut.toG > massG + 1e-6}
            id={`${key} ${i}`}
            lifts={handling && { size: cut.demand, from: place }}
          />
        ) : null,
      )}
      <rect
        x={x(fromG)}
        y={NOTCH}
        width={x(massG)}
        height={BAR}
        fill="none"
        className={styles.edge}
        data-target={target ? (fits ? 'fits' : 'over') : undefined}
        vectorEffect="non-scaling-stroke"
      />
      {segment > 0 && (
        <path
          d={`M${x(fromG) - 6} 0H${x(fromG) + 6}L${x(fromG)} ${NOTCH + 9}Z M${x(fromG)} ${NOTCH}V${NOTCH + BAR}`}
          className="fill-amber stroke-ink stroke-[2px]"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </Droppable>
  );
}

/** Minis can be put down there; what it holds is not drawn anew for each move of the hand. */
function Droppable({ id, place, ...drawn }: ComponentProps<'g'> & { id: string; place: MapPlace }) {
  const { setNodeRef } = useDroppable({ id, data: place });
  return <g ref={drawing(setNodeRef)} data-place={id} {...drawn} />;
}

/** On a stretch: what is cut of it, and what is left, where there is room for the words. */
function StretchFigures({
  bar: { parent, input, names, longestG },
  stretch: { segment, fromG, massG },
}: {
  bar: BarProps;
  stretch: Stretch;
}) {
  const system = useSystem();
  const counts = parent.counts[segment]!;
  const { takenG, remainingG } = segmentStanding({ massG }, counts, input);
  const words = countsInWords(counts, names);
  const percent = (g: number) => `${(100 * g) / longestG}%`;
  return (
    <div aria-hidden="true">
      {(takenG / longestG) * TRACK_PX > words.length * LETTER_PX + 18 && (
        <span className={styles.reported} style={{ left: percent(fromG), width: percent(takenG) }}>
          <span
            className={`${styles.chip} max-w-[96%] py-0 px-2 rounded-md bg-card text-small font-heavy leading-[1.3] text-center`}
          >
            {words}
          </span>
        </span>
      )}
      {remainingG / longestG > NARROWEST && (
        <span className={styles.reported} style={{ left: percent(fromG + takenG), width: percent(remainingG) }}>
          <span className={styles.remainderChip}>{inWords(fineMassFigure(remainingG, system))}</span>
        </span>
      )}
    </div>
  );
}

/** What is drawn can be held as well as what is written. */
const drawing = (setNodeRef: (node: HTMLElement | null) => void) => setNodeRef as unknown as Ref<SVGGElement>;

function MiniPiece({
  id,
  x,
  width,
  fill,
  over,
  lifts,
}: {
  id: string;
  x: number;
  width: number;
  fill: string;
  over: boolean;
  /** What a hand takes up with it; null where nothing can be moved. */
  lifts: Lifted | null;
}) {
  const gap = Math.min(5, width / 5);
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `mini ${id}`,
    data: lifts ?? undefined,
    disabled: lifts === null,
  });
  return (
    <g
      ref={drawing(setNodeRef)}
      className={`${styles.mini} data-[lifted=true]:opacity-45`}
      data-over={over}
      data-lifted={isDragging}
      {...listeners}
    >
      <rect
        x={x + gap / 2}
        y={NOTCH}
        width={Math.max(0.5, width - gap)}
        height={BAR}
        rx={4}
        fill={over ? 'var(--madder-wash)' : fill}
        stroke={over ? 'var(--madder)' : 'var(--ink)'}
        strokeOpacity={over ? 1 : 0.6}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}

function stretchWords({
  parent,
  segment,
  massG,
  counts,
  remainingG,
  names,
  system,
}: {
  parent: MapParent;
  segment: number;
  massG: number;
  counts: readonly number[];
  remainingG: number;
  names: readonly string[];
  system: UnitSystem;
}): string {
  const where =
    parent.segmentsG.length > 1 ? `${parent.name}, stretch ${segment + 1} of ${parent.segmentsG.length}` : parent.name;
  const knot = parent.holdsKnot[segment] ? ', over a knot' : '';
  const what = countsInWords(counts, names) || 'nothing cut';
  const left =
    remainingG < 0
      ? `${inWords(fineMassFigure(-remainingG, system))} more than it has`
      : `${inWords(fineMassFigure(remainingG, system))} left, ${inWords(lengthFigure(remainingG * parent.gristMPerG, system))}`;
  return `${where}, ${inWords(fineMassFigure(massG, system))}${knot}: ${what}; ${left}`;
}

/** "3 × 12 g, 1 × large" */
function countsInWords(counts: readonly number[], names: readonly string[]): string {
  return counts
    .map((count, size) => ({ count, name: names[size]! }))
    .filter(({ count }) => count > 0)
    .map(({ count, name }) => `${count} × ${name}`)
    .join(', ');
}
