'use client';

import {
  type Active,
  DndContext,
  type DndContextProps,
  type Over,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { Button } from 'antd';
import { type ComponentProps, memo, type Ref, useEffect, useMemo, useRef, useState } from 'react';
import { cutsAlong, isUntouched, segmentStanding } from '../../../core/minis/cutMap';
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

/** What the hand does to a plan. */
export interface MapHand {
  chosen: MapPlace | null;
  choose: (place: MapPlace | null) => void;
  /** Moves one mini of a size to another stretch. */
  move: (size: number, from: MapPlace, to: MapPlace) => void;
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

/** Each parent as a bar to scale in its own colour: its minis as pieces of it, knots as notches, and what is left. */
export function CutMap({
  parents,
  input,
  names,
  hand,
}: {
  parents: readonly MapParent[];
  input: Pick<MinisInput, 'demands' | 'cutLossG'>;
  /** Of the sizes. */
  names: readonly string[];
  hand?: MapHand;
}) {
  const longestG = Math.max(
    1,
    ...parents.map(({ massG, segmentsG, counts }) => {
      const overG = segmentsG.map((each, s) =>
        Math.max(0, -segmentStanding({ massG: each }, counts[s]!, input).remainingG),
      );
      return massG + overG.reduce((sum, each) => sum + each, 0);
    }),
  );
  const { dragging, handling, drag } = useHandling(hand);
  const [all, setAll] = useState(false);
  const untouched = parents.filter((parent) => isUntouched(parent.counts)).length;
  const folded = !all && untouched > FOLDED_FROM;
  const map = (
    <>
      <ul className="grid gap-3" aria-label="What is cut from what">
        {parents.map((parent, p) =>
          folded && isUntouched(parent.counts) ? null : (
            <li key={parent.id} className={styles.parent}>
              <div className="[&_span]:text-ink-soft [&_span]:text-small grid leading-[1.25]">
                <strong>{parent.name}</strong>
                <span>{parent.about}</span>
              </div>
              <Bar
                parent={parent}
                p={p}
                input={input}
                names={names}
                longestG={longestG}
                chosen={hand?.chosen?.parent === p ? hand.chosen.segment : null}
                dragging={dragging && (dragging.from.parent === p || dragging.over?.parent === p) ? dragging : null}
                handling={hand ? handling : null}
              />
            </li>
          ),
        )}
      </ul>
      {folded && (
        <Button type="text" onClick={() => setAll(true)}>
          and {untouched} that stay untouched
        </Button>
      )}
    </>
  );
  return hand ? <DndContext {...drag}>{map}</DndContext> : map;
}

/** So many skeins that nothing is cut from are shown; more are told in one line. */
const FOLDED_FROM = 4;

/** A mini that is moved, and where it came from. */
interface Lifted {
  size: number;
  from: MapPlace;
}

interface Dragging extends Lifted {
  over: MapPlace | null;
}

/** What a bar does with its minis; the same functions for good, so that a bar is drawn anew only when it changes. */
type Handling = Pick<MapHand, 'choose' | 'change'>;

function useHandling(hand: MapHand | undefined): {
  dragging: Dragging | null;
  handling: Handling;
  drag: DndContextProps;
} {
  const [dragging, setDragging] = useState<Dragging | null>(null);
  const latest = useRef(hand);
  useEffect(() => {
    latest.current = hand;
  });
  const handling = useMemo(
    (): Handling => ({
      choose: (place) => latest.current?.choose(place),
      change: (place, size, by) => latest.current?.change(place, size, by),
    }),
    [],
  );
  const movedOver = (active: Active, over: Over | null): Dragging => ({
    ...(active.data.current as Lifted),
    over: (over?.data.current as MapPlace | undefined) ?? null,
  });
  return {
    dragging,
    handling,
    drag: {
      // A hand that only taps trembles a little.
      sensors: useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } })),
      collisionDetection: pointerWithin,
      onDragStart: ({ active }) => setDragging(movedOver(active, null)),
      onDragOver: ({ active, over }) => setDragging(movedOver(active, over)),
      onDragCancel: () => setDragging(null),
      onDragEnd: ({ active, over: under }) => {
        setDragging(null);
        const { size, from, over } = movedOver(active, under);
        if (over && (over.parent !== from.parent || over.segment !== from.segment)) hand?.move(size, from, over);
      },
    },
  };
}

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
const Bar = memo(DrawnBar, (before, after) => {
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

function DrawnBar({ parent, p, input, names, longestG, chosen: chosenSegment, dragging, handling }: BarProps) {
  const system = useSystem();
  const x = (g: number) => (g / longestG) * WIDTH;
  const stretches = parent.segmentsG.map((massG, segment) => ({
    segment,
    massG,
    fromG: parent.segmentsG.slice(0, segment).reduce((sum, each) => sum + each, 0),
  }));
  const label = `${parent.name}, ${inWords(fineMassFigure(parent.massG, system))}`;
  const fill = parent.colours.length > 0 ? `url(#colours-${parent.id})` : parent.colourHex;
  const percent = (g: number) => `${(100 * g) / longestG}%`;
  return (
    <div className="relative">
      <svg
        viewBox={`0 0 ${WIDTH} ${BAR + NOTCH + 4}`}
        className={`${styles.bar} block w-full h-[62px] overflow-visible max-phone:h-[54px]`}
        role="group"
        aria-label={label}
        preserveAspectRatio="none"
        data-hand={handling !== null}
      >
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
            <linearGradient id={`colours-${parent.id}`} gradientUnits="userSpaceOnUse" x1={0} x2={x(parent.massG)}>
              {parent.colours.flatMap((stretch, i) =>
                [stretch.fromM, stretch.toM].map((m) => (
                  <stop key={`${i} ${m}`} offset={m / parent.colours.at(-1)!.toM} stopColor={colourShown(stretch)} />
                )),
              )}
            </linearGradient>
          )}
        </defs>
        {stretches.map(({ segment, fromG, massG }) => {
          const counts = parent.counts[segment]!;
          const standing = segmentStanding({ massG }, counts, input);
          const place = { parent: p, segment };
          const chosen = chosenSegment === segment;
          const target = dragging?.over?.parent === p && dragging.over.segment === segment;
          // What is too much for it is drawn beyond its end.
          const cuts = cutsAlong([{ massG: Math.max(massG, standing.takenG) }], [counts], input);
          const fits = !dragging || standing.remainingG >= input.demands[dragging.size]!.massG + input.cutLossG - 1e-6;
          return (
            <Stretch
              key={segment}
              place={place}
              className={styles.stretch}
              data-chosen={chosen}
              tabIndex={handling ? 0 : undefined}
              role={handling ? 'button' : 'img'}
              aria-pressed={handling ? chosen : undefined}
              aria-label={stretchWords({
                parent,
                segment,
                massG,
                counts,
                remainingG: standing.remainingG,
                names,
                system,
              })}
              onClick={() => handling?.choose(place)}
              onKeyDown={(event) => {
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
              }}
            >
              <rect x={x(fromG)} y={NOTCH} width={x(massG)} height={BAR} fill={`url(#left-${parent.id})`} />
              {cuts.map((cut, i) =>
                cut.kind === 'mini' ? (
                  <MiniPiece
                    key={i}
                    x={x(fromG + cut.fromG)}
                    width={x(cut.toG - cut.fromG)}
                    fill={fill}
                    over={cut.toG > massG + 1e-6}
                    id={`${p} ${segment} ${i}`}
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
            </Stretch>
          );
        })}
      </svg>
      {stretches.map(({ segment, fromG, massG }) => {
        const counts = parent.counts[segment]!;
        const { takenG, remainingG } = segmentStanding({ massG }, counts, input);
        const words = countsInWords(counts, names);
        return (
          <div key={segment} aria-hidden="true">
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
      })}
    </div>
  );
}

/** A stretch between two knots: minis can be put down there. */
function Stretch({ place, ...drawn }: ComponentProps<'g'> & { place: MapPlace }) {
  const key = `${place.parent} ${place.segment}`;
  const { setNodeRef } = useDroppable({ id: key, data: place });
  return <g ref={drawing(setNodeRef)} data-place={key} {...drawn} />;
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
