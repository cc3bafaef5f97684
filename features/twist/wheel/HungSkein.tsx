'use client';

import { Button, Segmented } from 'antd';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { readingIfTyped, readOrNull } from '../../../core/common/inputError';
import { requireWithin } from '../../../core/common/require';
import { inMetres, parseNumber, type UnitSystem } from '../../../core/common/units';
import { type Drive, type HungRemedy, hungRemedy, hungTwist, treadlesFor } from '../../../core/twist/spinning';
import type { HangingSkein } from '../../../server/twist/wheelPage';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useTask } from '../../../ui/feedback/useTask';
import { Twist } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { keepHung, undoHung } from './actions';

const NOTHING_TYPED = {
  skein: 0,
  loop: '',
  halfTurns: '',
  sides: 'Z' as 'S' | 'Z',
  plied: 'S' as 'S' | 'Z',
  washed: false,
};

/** A skein that hangs by itself turns until it rests: how much twist it has too much of, and what to do about it. */
export function HungSkein({
  drive,
  each,
  skeins,
  first,
}: {
  drive: Drive;
  each: string;
  skeins: readonly HangingSkein[];
  /** The skein that one came here with. */
  first: number | null;
}) {
  const system = useSystem();
  const { run, busy, problem } = useTask();
  const undoable = useUndoOffer();
  const came = skeins.find(({ pieceId }) => pieceId === first);
  // Another skein is another hanging: what was typed for the last one is not its.
  const [asked, ask] = useKeptChoices(`hung skein ${first ?? ''}`, came ? startOf(came, system) : NOTHING_TYPED);
  const skein = skeins.find(({ pieceId }) => pieceId === asked.skein);
  const loop = readingIfTyped(asked.loop, () => parseLoopM(asked.loop, system, ''));
  const halfTurns = readingIfTyped(asked.halfTurns, () => requireWithin(parseNumber(asked.halfTurns, ''), 0, 200, ''));
  const isAsked = loop.value !== undefined && halfTurns.value !== undefined;
  const hung = readOrNull(() => (isAsked ? hungTwist(loop.value!, halfTurns.value!, asked.sides) : null));
  return (
    <section className="grid gap-3 p-4 rounded-lg bg-card" aria-labelledby="hung">
      <h2 id="hung">A hung skein</h2>
      <p className="text-ink-soft">
        Hang the open skein over a finger, hold its lower end still, then let it go. Count how often it turns half round
        until it rests.
      </p>
      {skeins.length > 0 && (
        <ChoiceField
          name="hung skein"
          label="Which one"
          value={String(asked.skein)}
          onChange={(id) => {
            const picked = skeins.find(({ pieceId }) => String(pieceId) === id);
            ask(picked ? startOf(picked, system) : { skein: 0 });
          }}
          options={[
            { value: '0', label: 'one that is not on the shelf' },
            ...skeins.map(({ pieceId, name }) => ({ value: String(pieceId), label: name })),
          ]}
        />
      )}
      <div className="grid grid-cols-2 gap-x-4">
        <TextField
          name="hung loop"
          label="Hank circumference"
          value={asked.loop}
          onChange={(typed) => ask({ loop: typed })}
          error={loop.error}
          placeholder="1.5 m"
        />
        <TextField
          name="hung turns"
          label="Half turns"
          value={asked.halfTurns}
          onChange={(typed) => ask({ halfTurns: typed })}
          error={halfTurns.error}
          hint="0: it hangs open"
          inputMode="numeric"
        />
      </div>
      <Either
        name="hung-sides"
        label="Its two sides lie round each other like"
        options={['S', 'Z']}
        value={asked.sides}
        onChange={(sides) => ask({ sides })}
      />
      <Either
        name="hung-plied"
        label="It was plied"
        options={['S', 'Z']}
        value={asked.plied}
        onChange={(plied) => ask({ plied })}
      />
      <Either
        name="hung-washed"
        label="It is"
        options={['not washed yet', 'washed and dry']}
        value={asked.washed ? 'washed and dry' : 'not washed yet'}
        onChange={(state) => ask({ washed: state === 'washed and dry' })}
      />
      {isAsked &&
        (hung ? (
          <Remedy remedy={hungRemedy(hung, asked.plied)} drive={drive} each={each} washed={asked.washed} />
        ) : (
          <Notice tone="good">It does not turn: it is balanced, as far as a hung skein tells.</Notice>
        ))}
      {isAsked && skein && (
        <Button
          className="justify-self-start"
          loading={busy}
          onClick={() =>
            run(
              (keyOf) => {
                const { loop, halfTurns, sides, washed } = asked;
                const hanging = { pieceId: skein.pieceId, loop, halfTurns, sides, washed, note: '' };
                return keepHung({ ...hanging, requestKey: keyOf(hanging) });
              },
              ({ id }) => undoable({ words: 'It is saved with the skein.', undo: () => undoHung(id) }),
            )
          }
        >
          Save it with the skein
        </Button>
      )}
      <Problem words={problem} />
    </section>
  );
}

/** One of two, beside its question where there is room. */
function Either<Value extends string>({
  name,
  label,
  options,
  value,
  onChange,
}: {
  name: string;
  label: string;
  options: [Value, Value];
  value: Value;
  onChange: (value: Value) => void;
}) {
  return (
    <div className="flex flex-wrap justify-between items-center gap-x-4 gap-y-1">
      <span id={name}>{label}</span>
      <Segmented<Value> aria-labelledby={name} options={options} value={value} onChange={onChange} />
    </div>
  );
}

/** As a skein that is known begins: its loop, and the way it was plied. */
function startOf({ pieceId, loopM, plied }: HangingSkein, system: UnitSystem): typeof NOTHING_TYPED {
  const loop =
    loopM === null
      ? ''
      : inMetres(system)
        ? `${Math.round(loopM * 1000) / 1000} m`
        : `${(loopM / 0.0254).toFixed(1)} in`;
  return { ...NOTHING_TYPED, skein: pieceId, loop, plied: plied ?? 'S' };
}

/** Less than this is nothing that one sees in the cloth, and often goes out in the wash: a rule of thumb. */
const SMALL_PER_M = 4;

function Remedy({
  remedy: { what, turnsPerM, wheelTurns },
  drive,
  each,
  washed,
}: {
  remedy: HungRemedy;
  drive: Drive;
  each: string;
  washed: boolean;
}) {
  const way = wheelTurns === 'S' ? 'anticlockwise' : 'clockwise';
  const treadles = Number(treadlesFor(turnsPerM, 1, drive).toFixed(1));
  return (
    <>
      <Notice tone={turnsPerM < SMALL_PER_M ? 'plain' : 'tight'}>
        <strong>{what === 'take' ? 'Too much ply twist' : 'Too little ply twist'}</strong>:{' '}
        {what === 'take' ? 'take out' : 'add'} <Twist perM={turnsPerM} /> at least. That is{' '}
        <strong>
          {treadles} {each} to a metre
        </strong>
        , turning {way} ({wheelTurns}).
      </Notice>
      <ul className="list-disc pl-6">
        {!washed && (
          <li>
            It was not washed: twist that sleeps wakes in water, and a little of what is too much goes. Wash it, dry it
            without weight, and hang it again before you change anything.
          </li>
        )}
        {turnsPerM < SMALL_PER_M && <li>So little is rarely seen in the cloth; a wash may be all it needs.</li>}
        {what === 'take' ? (
          <li>Or hang a length of it with a weight on its end and let it run back until it rests.</li>
        ) : (
          <li>It cannot run back into it: it has to go through the wheel once more, with the ply’s own twist.</li>
        )}
        <li>Bending and its own weight hide some of it: this is the least there is.</li>
      </ul>
    </>
  );
}
