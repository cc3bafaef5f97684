'use client';

import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { changedAt } from '../../core/common/changedAt';
import { type Estimate, HALF_WIDTH_90 } from '../../core/common/estimate';
import { type Figure, inWords, lengthFigure, massFigure, upperFirst } from '../../core/common/format';
import { readingIfTyped, readOrNull } from '../../core/common/inputError';
import { requireWithin } from '../../core/common/require';
import { parseSpanMm } from '../../core/common/span';
import { bareUnit, inMetres, parseNumber, parseQuantity, type UnitSystem } from '../../core/common/units';
import {
  areaCm2,
  type FabricShape,
  needByEarlier,
  needByGauge,
  needBySwatch,
  SHAPE_SIDES,
} from '../../core/projects/fabricNeed';
import { parseNeed } from '../../core/projects/askedNeed';
import { parseGauge } from '../../core/yarn/gauge';
import { ChoiceField } from '../../ui/controls/Choice';
import { MassField, TextField } from '../../ui/controls/Field';
import { SideSheet } from '../../ui/controls/SideSheet';
import { Notice } from '../../ui/feedback/Notice';
import { useTyped } from '../../ui/form/useTyped';
import { useSystem } from '../../ui/frame/Providers';

const WAYS = { swatch: 'swatch', gauge: 'gauge', earlier: 'earlier one' };
type Way = keyof typeof WAYS;

interface Part {
  shape: FabricShape;
  sides: string[];
  count: string;
}

const PART: Part = { shape: 'rectangle', sides: [], count: '1' };
const EMPTY = { massG: '', width: '', height: '', gauge: '', earlier: '', wider: '100', longer: '100' };
type Typed = typeof EMPTY;

/** What a colour of a project takes, by a swatch, a gauge, or an earlier one; put into the form by a press. */
export function WorkOutNeed({ onUse }: { onUse: (amount: string) => void }) {
  return (
    <SideSheet label="Work it out" quiet>
      {(close) => (
        <Sheet
          use={(amount) => {
            onUse(amount);
            close();
          }}
        />
      )}
    </SideSheet>
  );
}

function Sheet({ use }: { use: (amount: string) => void }) {
  const system = useSystem();
  const [way, goBy] = useState<Way>('swatch');
  const [parts, setParts] = useTyped([PART]);
  const [typed, setTyped] = useTyped(EMPTY, 'by');
  const field = (name: keyof Typed, reader: (text: string) => unknown) => ({
    name: `need by ${name}`,
    value: typed[name],
    onChange: (text: string) => setTyped({ ...typed, [name]: text }),
    error: readingIfTyped(typed[name], () => reader(typed[name])).error,
  });
  const readers = readersIn(system);
  const need = readOrNull(() => needOf(way, typed, parts, system));
  return (
    <div className="flex flex-col gap-3">
      <Segmented<Way>
        block
        options={(Object.keys(WAYS) as Way[]).map((value) => ({ value, label: WAYS[value] }))}
        value={way}
        onChange={goBy}
        aria-label="By"
      />
      {way === 'swatch' && (
        <>
          <p className="text-ink-soft">Knit a swatch, wash and dry it as the piece will be, measure it and weigh it.</p>
          <MassField label="The swatch weighs" {...field('massG', readers.mass)} />
          <div className="grid grid-cols-2 gap-x-4">
            <TextField label="Its width" {...field('width', readers.side)} hint={readers.example} />
            <TextField label="Its height" {...field('height', readers.side)} />
          </div>
        </>
      )}
      {way === 'gauge' && (
        <TextField
          label="Gauge"
          {...field('gauge', (text) => parseGauge(text, ''))}
          hint="22 sts x 30 rows to 10 cm; plain knitting, a rule of thumb"
        />
      )}
      {way === 'earlier' ? (
        <>
          <TextField
            label="The earlier one took"
            {...field('earlier', (text) => parseNeed(text, system, ''))}
            hint={inMetres(system) ? '420 m, or 110 g' : '460 yd, or 4 oz'}
          />
          <div className="grid grid-cols-2 gap-x-4">
            <TextField
              label="Width of this one"
              {...field('wider', percent)}
              hint="in % of the earlier one"
              inputMode="decimal"
            />
            <TextField
              label="Length of this one"
              {...field('longer', percent)}
              hint="in % of the earlier one"
              inputMode="decimal"
            />
          </div>
        </>
      ) : (
        <Parts parts={parts} change={setParts} system={system} />
      )}
      {need ? (
        <Notice tone="plain" role="status">
          <strong>About {inWords(figure(need.takes.mean, need.unit, need.shownIn))}</strong>,{' '}
          {inWords(figure(need.takes.mean - HALF_WIDTH_90 * need.takes.sd, need.unit, need.shownIn))} to{' '}
          {inWords(figure(need.takes.mean + HALF_WIDTH_90 * need.takes.sd, need.unit, need.shownIn))} nine times in ten.
        </Notice>
      ) : (
        <p className="text-ink-soft" role="status">
          Type what you know, and it is worked out.
        </p>
      )}
      <Button
        type="primary"
        size="large"
        disabled={!need}
        className="self-start"
        onClick={() => need && use(asTyped(need.takes.mean, need.unit, need.shownIn))}
      >
        Use it
      </Button>
    </div>
  );
}

/** What the piece is made of: each a plain shape, several times. */
function Parts({
  parts,
  change,
  system,
}: {
  parts: readonly Part[];
  change: (parts: Part[]) => void;
  system: UnitSystem;
}) {
  const { side } = readersIn(system);
  const set = (at: number, part: Partial<Part>) => change(changedAt(parts, at, part));
  return (
    <>
      <ul className="grid gap-2">
        {parts.map(({ shape, sides, count }, i) => (
          <li key={i} className="grid grid-cols-2 gap-x-4">
            <ChoiceField
              name={`shape ${i}`}
              label={parts.length > 1 ? `Part ${i + 1}` : 'The piece is a'}
              value={shape}
              onChange={(next) => set(i, { shape: next, sides: [] })}
              options={(Object.keys(SHAPE_SIDES) as FabricShape[]).map((value) => ({ value, label: value }))}
            />
            <TextField
              name={`count ${i}`}
              label="How many"
              value={count}
              onChange={(text) => set(i, { count: text })}
              error={readingIfTyped(count, () => times(count)).error}
              inputMode="numeric"
            />
            {SHAPE_SIDES[shape].map((name, at) => (
              <TextField
                key={name}
                name={`side ${i}.${at}`}
                label={upperFirst(name)}
                value={sides[at] ?? ''}
                onChange={(text) =>
                  set(i, { sides: SHAPE_SIDES[shape].map((_, j) => (j === at ? text : (sides[j] ?? ''))) })
                }
                error={readingIfTyped(sides[at] ?? '', () => side(sides[at]!)).error}
              />
            ))}
          </li>
        ))}
      </ul>
      <div className="flex gap-3">
        <Button onClick={() => change([...parts, PART])}>Another part</Button>
        {parts.length > 1 && (
          <Button type="text" onClick={() => change(parts.slice(0, -1))}>
            Leave out the last
          </Button>
        )}
      </div>
    </>
  );
}

const SIDE_BOUNDS = { lowMm: 5, highMm: 20_000 };
/** The smallest step of a scale that swatches are weighed on. */
const SCALE_STEP_G = 0.1;

const percent = (text: string) => requireWithin(parseNumber(text.replace(/%\s*$/, ''), ''), 10, 1000, '');
const times = (text: string) => requireWithin(parseNumber(text, ''), 1, 500, '');

function readersIn(system: UnitSystem) {
  return {
    mass: (text: string) => parseQuantity(text, 'mass', system, ''),
    side: (text: string) => parseSpanMm(text, system, SIDE_BOUNDS, '') / 10,
    example: inMetres(system) ? '12 cm' : '5 in',
  };
}

type Unit = 'mass' | 'length';

interface Need {
  takes: Estimate;
  unit: Unit;
  /** The units that it was asked in. */
  shownIn: UnitSystem;
}

function needOf(way: Way, typed: Typed, parts: readonly Part[], system: UnitSystem): Need {
  const { mass, side } = readersIn(system);
  if (way === 'earlier') {
    const { amount, shownIn } = parseNeed(typed.earlier, system, '');
    const [wide, long] = [percent(typed.wider) / 100, percent(typed.longer) / 100];
    return 'grams' in amount
      ? { takes: needByEarlier(amount.grams, wide, long), unit: 'mass', shownIn }
      : { takes: needByEarlier(amount.metres, wide, long), unit: 'length', shownIn };
  }
  const wantedCm2 = parts.reduce(
    (sum, { shape, sides, count }) => sum + times(count) * areaCm2(shape, sides.map(side)),
    0,
  );
  if (way === 'gauge')
    return { takes: needByGauge(wantedCm2, parseGauge(typed.gauge, '')), unit: 'length', shownIn: system };
  const swatch = { massG: mass(typed.massG), widthCm: side(typed.width), heightCm: side(typed.height) };
  return { takes: needBySwatch(wantedCm2, { ...swatch, resolutionG: SCALE_STEP_G }), unit: 'mass', shownIn: system };
}

const figure = (value: number, unit: Unit, system: UnitSystem): Figure =>
  unit === 'mass' ? massFigure(value, system) : lengthFigure(value, system);

/** To three digits, as one would type it. */
function asTyped(value: number, unit: Unit, system: UnitSystem): string {
  const { name, size } = bareUnit(system, unit);
  return `${Number((value / size).toPrecision(3))} ${name}`;
}
