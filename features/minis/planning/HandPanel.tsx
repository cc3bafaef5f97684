'use client';

import { Button } from 'antd';
import { segmentStanding } from '../../../core/minis/cutMap';
import type { MinisAnswer } from '../../../solver/minisWanted';
import { Length, FineMass } from '../../../ui/figures/Figures';
import type { MapPlace } from './CutBar';

/** One stretch of the map, and its minis one by one: what a drag does, by buttons and keys. */
export function HandPanel({
  answer: { input, parents },
  counts,
  names,
  made,
  limited,
  chosen,
  onChange,
  onClose,
}: {
  answer: MinisAnswer;
  counts: readonly (readonly (readonly number[])[])[];
  names: readonly string[];
  /** Of each size, over all. */
  made: readonly number[];
  /** No more are made than were wanted. */
  limited: boolean;
  chosen: MapPlace | null;
  onChange: (size: number, by: number) => void;
  onClose: () => void;
}) {
  const parent = chosen && parents[chosen.parent];
  const massG = parent?.segmentsG[chosen!.segment];
  if (!chosen || !parent || massG === undefined)
    return (
      <p className="text-ink-soft text-small">
        Drag a mini to another stretch, or choose a stretch to change it here. With the keys: tab to a stretch;{' '}
        {names.length === 1 ? '1 puts a mini in' : `1 to ${Math.min(9, names.length)} puts in a mini of that size`},
        with shift it takes one out.
      </p>
    );
  const here = counts[chosen.parent]![chosen.segment]!;
  const { remainingG } = segmentStanding({ massG }, here, input);
  const yarn = String(parent.piece.yarnId);
  return (
    <div
      className="flex flex-wrap gap-y-2 gap-x-4 items-center py-2 px-3 border-2 border-acorn rounded-md"
      role="group"
      aria-label="The stretch that is chosen"
    >
      {names.map((name, size) => {
        const demand = input.demands[size]!;
        if (demand.yarn !== undefined && demand.yarn !== yarn) return null;
        return (
          <span key={demand.id} className="flex gap-2 items-center whitespace-nowrap">
            <Button aria-label={`One ${name} fewer`} disabled={here[size] === 0} onClick={() => onChange(size, -1)}>
              −
            </Button>
            <span>
              <strong>{here[size]}</strong> × {name}
            </span>
            <Button
              aria-label={`One ${name} more`}
              disabled={limited && made[size]! >= demand.count}
              onClick={() => onChange(size, 1)}
            >
              +
            </Button>
          </span>
        );
      })}
      <span className="font-semibold data-[over=true]:text-madder" data-over={remainingG < 0}>
        {remainingG < 0 ? (
          <>
            <FineMass g={-remainingG} /> more than it has
          </>
        ) : (
          <>
            <FineMass g={remainingG} /> left, <Length m={remainingG * parent.piece.grist.mean} />
          </>
        )}
      </span>
      <Button type="text" aria-label="Close" onClick={onClose}>
        ×
      </Button>
    </div>
  );
}
