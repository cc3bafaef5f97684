'use client';

import {
  type Active,
  DndContext,
  type DndContextProps,
  type Over,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { Button } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { isUntouched, segmentStanding } from '../../../core/minis/cutMap';
import type { MinisInput } from '../../../core/minis/minis';
import { CutBar, type Dragging, type Handling, type Lifted, type MapParent, type MapPlace } from './CutBar';
import styles from './CutMap.module.css';

/** What the hand does to a plan. */
export interface MapHand extends Handling {
  chosen: MapPlace | null;
  /** Moves one mini of a size to another stretch. */
  move: (size: number, from: MapPlace, to: MapPlace) => void;
}

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
              <CutBar
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
