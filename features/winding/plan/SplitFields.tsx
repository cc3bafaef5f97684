'use client';

import { Button, Segmented } from 'antd';
import { changedAt, withoutAt } from '../../../core/common/changedAt';
import { madeInWords, madeOn } from '../../../core/winding/run';
import { namesApart } from '../../../core/yarn/colourWords';
import type { ColourAlong } from '../../../core/yarn/coloursAlong';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { NOT_ASKED, type Planned, type SplitDraft } from './usePlan';

const WAYS = [
  { value: 'equal', label: 'equal' },
  { value: 'pieces', label: 'pieces' },
  { value: 'size', label: 'size' },
] as const;
/** For yarn whose colours are known along it. */
const PAIR = { value: 'matched', label: 'a pair' } as const;

/** Into what it is wound: equal cakes, the pieces of a project, or cakes of one size. */
export function SplitFields({ planned: { choices, choose, plan, tool, errors } }: { planned: Planned }) {
  const { split } = choices;
  const made = madeOn(tool.onto);
  const change = (next: Partial<SplitDraft>) => choose({ split: { ...split, ...next }, toolOfPart: {} });
  return (
    <div className="grid gap-2">
      <div role="group" aria-labelledby="split">
        <div id="split" className="mb-1 font-semibold text-small">
          Into
        </div>
        <Segmented
          block
          options={plan.colours.length > 0 || split.by === 'matched' ? [...WAYS, PAIR] : [...WAYS]}
          value={split.by}
          onChange={(by) => change({ by })}
        />
      </div>
      {split.by === 'equal' && (
        <div className="flex items-center justify-between gap-3 font-semibold">
          <Button
            onClick={() => change({ extraCakes: split.extraCakes - 1 })}
            disabled={split.extraCakes === 0}
            aria-label={`One ${made} fewer`}
          >
            −
          </Button>
          <span>in {madeInWords(plan.cakes.length, tool.onto)}</span>
          <Button
            onClick={() => change({ extraCakes: split.extraCakes + 1 })}
            disabled={plan.cakes.length >= 99}
            aria-label={`One ${made} more`}
          >
            +
          </Button>
        </div>
      )}
      {split.by === 'size' && (
        <TextField
          name="split.size"
          label={`Each ${made}`}
          value={split.size}
          onChange={(size) => change({ size })}
          error={split.size.trim() === '' ? undefined : errors['split.size']}
          placeholder="50 g or 120 m"
          hint="the last one takes what is over"
        />
      )}
      {split.by === 'matched' && (
        <Pair
          pair={split.matched ?? NOT_ASKED}
          change={(next) => change({ matched: { ...(split.matched ?? NOT_ASKED), ...next } })}
          colours={plan.colours}
          worked={choices.workFrom}
          errors={errors}
        />
      )}
      {split.by === 'pieces' && <Pieces made={made} split={split} change={change} errors={errors} />}
    </div>
  );
}

/** Socks, sleeves or mittens that begin at the same place of the colour repeat. */
function Pair({
  pair,
  change,
  colours,
  worked,
  errors,
}: {
  pair: SplitDraft['matched'];
  change: (next: Partial<SplitDraft['matched']>) => void;
  colours: readonly ColourAlong[];
  worked: 'centre' | 'outside';
  errors: Record<string, string>;
}) {
  const places = colours.flatMap(({ hex, place }) => (hex !== null && place !== null ? [{ hex, place }] : []));
  const names = namesApart(places.map(({ hex }) => hex));
  const each = [...new Map(places.map(({ hex, place }) => [place, hex]))].sort(([a], [b]) => a - b);
  return (
    <div className="grid grid-cols-2 gap-x-2">
      <TextField name="split.name" label="Each is a" value={pair.name} onChange={(name) => change({ name })} />
      <TextField
        name="split.count"
        label="How many"
        value={pair.count}
        onChange={(count) => change({ count })}
        error={pair.count.trim() === '' ? undefined : errors['split.count']}
        inputMode="numeric"
      />
      <TextField
        name="split.amount"
        label="Of each"
        value={pair.amount}
        onChange={(amount) => change({ amount })}
        error={pair.amount.trim() === '' ? undefined : errors['split.amount']}
        placeholder="140 m"
      />
      <ChoiceField
        name="split.begin"
        label="Each begins"
        value={pair.begin === null ? '' : String(pair.begin)}
        onChange={(value) => change({ begin: value === '' ? null : Number(value) })}
        error={errors['split.begin']}
        options={[
          { value: '', label: 'as the yarn does' },
          ...each.map(([place, hex]) => ({ value: String(place), label: `with ${names[hex]}` })),
        ]}
      />
      <p className="col-span-full text-ink-soft text-small">
        {worked === 'centre'
          ? 'Work each from its centre: there they are alike.'
          : 'Work each from its outside: there they are alike.'}{' '}
        Cut by the colour, not by the count. What is left between them stays at the far end of a cake.
      </p>
    </div>
  );
}

function Pieces({
  made,
  split,
  change,
  errors,
}: {
  made: string;
  split: SplitDraft;
  change: (next: Partial<SplitDraft>) => void;
  errors: Record<string, string>;
}) {
  const set = (at: number, next: Partial<SplitDraft['pieces'][number]>) =>
    change({ pieces: changedAt(split.pieces, at, next) });
  return (
    <>
      {split.pieces.map((piece, i) => (
        <div
          key={i}
          className="[&_button]:mt-6 grid grid-cols-[minmax(0,1.2fr)_minmax(0,0.9fr)_minmax(0,1fr)_auto] gap-1 items-start"
        >
          <TextField
            name={`split.pieces.${i}.name`}
            label="Piece"
            value={piece.name}
            onChange={(name) => set(i, { name })}
            placeholder={i === 0 ? 'sleeve' : 'body'}
          />
          <TextField
            name={`split.pieces.${i}.count`}
            label="How many"
            value={piece.count}
            onChange={(count) => set(i, { count })}
            error={errors[`split.pieces.${i}.count`]}
            placeholder="1"
            inputMode="numeric"
          />
          <TextField
            name={`split.pieces.${i}.amount`}
            label="Of each"
            value={piece.amount}
            onChange={(amount) => set(i, { amount })}
            error={piece.amount.trim() === '' ? undefined : errors[`split.pieces.${i}.amount`]}
            placeholder="140 m"
          />
          {split.pieces.length > 1 && (
            <Button
              type="text"
              aria-label={`Without ${piece.name || `piece ${i + 1}`}`}
              onClick={() => change({ pieces: withoutAt(split.pieces, i) })}
            >
              ×
            </Button>
          )}
        </div>
      ))}
      {errors['split.pieces'] && <p className="text-madder font-semibold">{errors['split.pieces']}</p>}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => change({ pieces: [...split.pieces, { name: '', count: '', amount: '' }] })}>
          One more piece
        </Button>
        <Segmented
          aria-label="What is over"
          options={[
            { value: 'own cake' as const, label: `rest: a ${made}` },
            { value: 'shared' as const, label: 'shared out' },
          ]}
          value={split.over}
          onChange={(over) => change({ over })}
        />
      </div>
    </>
  );
}
