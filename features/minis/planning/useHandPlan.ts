'use client';

import { useMemo, useState } from 'react';
import { fits, madeOfEach, type MiniCounts, type MinisWorth, segmentsOf, worthOf } from '../../../core/minis/minis';
import type { MinisAnswer } from '../../../solver/minisWanted';
import type { MapPlace } from './CutBar';
import type { MapHand } from './CutMap';

/** A plan as a hand has changed it, for the question that it was changed for. */
export interface KeptHand {
  key: string;
  counts: number[][][];
}

export interface HandPlan {
  /** By parent, segment and size: as a hand has left it, or else the best. */
  counts: number[][][];
  /** How many of each size, over all. */
  made: number[];
  worth: MinisWorth | null;
  /** It can be cut so. */
  feasible: boolean;
  byHand: boolean;
  chosen: MapPlace | null;
  map: MapHand;
  /** Takes the last change back; null where there is none. */
  undo: (() => void) | null;
  back: () => void;
}

/**
 * The plan that was worked out, with what a hand changes about it. The changes are kept with what was typed, and hold as
 * long as the question is the same.
 *
 * @param limited no more of a size may be made than are wanted
 */
export function useHandPlan(
  answer: MinisAnswer | null,
  kept: KeptHand | null,
  keep: (hand: KeptHand | null) => void,
  limited: boolean,
): HandPlan {
  const key = useMemo(() => JSON.stringify(answer?.input ?? null), [answer]);
  const best = useMemo(() => (answer ? byParent(answer.plan.counts, answer.parents) : []), [answer]);
  const [steps, setSteps] = useState<KeptHand[]>([]);
  const [chosen, choose] = useState<MapPlace | null>(null);
  const hand = kept?.key === key ? kept.counts : null;
  const counts = hand ?? best;

  const putIn = (next: number[][][]) =>
    keep(JSON.stringify(next) === JSON.stringify(best) ? null : { key, counts: next });
  const become = (next: number[][][]) => {
    setSteps([...steps.filter((step) => step.key === key), { key, counts }]);
    putIn(next);
  };
  const add = (next: number[][][], { parent, segment }: MapPlace, size: number, by: number) => {
    const row = next[parent]![segment]!;
    row[size] = Math.max(0, row[size]! + by);
  };
  const last = steps.at(-1);

  const flat = counts.flat();
  const input = answer && {
    ...answer.input,
    demands: answer.input.demands.map((each) => (limited ? each : { ...each, count: Infinity })),
  };
  const segments = useMemo(() => (answer ? segmentsOf(answer.input) : []), [answer]);
  const whole = input !== null && flat.length === segments.length;
  return {
    counts,
    made: madeOfEach(flat, answer?.input.demands.length ?? 0),
    worth: whole ? worthOf(flat, segments, answer!.input) : null,
    feasible: whole && fits(flat, segments, input),
    byHand: hand !== null,
    chosen,
    map: {
      chosen,
      choose,
      move: (size, from, to) => {
        const next = structuredClone(counts);
        add(next, from, size, -1);
        add(next, to, size, 1);
        become(next);
      },
      change: (place, size, by) => {
        const next = structuredClone(counts);
        add(next, place, size, by);
        become(next);
      },
    },
    undo:
      last?.key === key
        ? () => {
            setSteps(steps.slice(0, -1));
            putIn(last.counts);
          }
        : null,
    back: () => become(structuredClone(best)),
  };
}

function byParent(counts: MiniCounts, parents: readonly { segmentsG: readonly number[] }[]): number[][][] {
  let at = 0;
  return parents.map(({ segmentsG }) => {
    const own = counts.slice(at, at + segmentsG.length).map((each) => [...each]);
    at += segmentsG.length;
    return own;
  });
}
