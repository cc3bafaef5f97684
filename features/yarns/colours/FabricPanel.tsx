'use client';

import { Button, Segmented } from 'antd';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { readingIfTyped, readOrNull } from '../../../core/common/inputError';
import { requireWithin } from '../../../core/common/require';
import { inMetres, parseNumber, parseQuantity } from '../../../core/common/units';
import { metresAStitch } from '../../../core/projects/fabricNeed';
import {
  canTellPooling,
  fabricRows,
  type Pooling,
  poolingAt,
  type RepeatInStitches,
  stitchesOfRepeat,
  WORKED_IN,
  type WorkedIn,
  widthsThatMix,
} from '../../../core/projects/pooling';
import type { ColourRepeat } from '../../../core/yarn/colourRepeat';
import { gaugeFigures, parseGauge } from '../../../core/yarn/gauge';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField } from '../../../ui/controls/Field';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';
import { Notice } from '../../../ui/feedback/Notice';
import { useSystem } from '../../../ui/frame/Providers';

const NOTHING = { stitches: '20', take: '', gauge: '', width: '', step: '1', worked: 'rounds' as WorkedIn };

/** A stretch of some stitches that was knitted, unravelled and measured is out by so much of it, as a standard deviation. */
const MEASURED_WITHIN = 0.02;
const ROWS_SHOWN = 36;

/** What a repeat makes in a fabric: how many stitches and rows, and how its colours fall at a width. Nothing is saved. */
export function FabricPanel({ yarn, repeat }: { yarn: YarnView; repeat: ColourRepeat }) {
  const system = useSystem();
  const [typed, set] = useKeptChoices(`fabric of yarn ${yarn.id}`, NOTHING);
  const readers = {
    stitches: (text: string) => requireWithin(parseNumber(text, ''), 1, 1000, ''),
    take: (text: string) => parseQuantity(text, 'length', system, ''),
    gauge: (text: string) => parseGauge(text, ''),
    width: (text: string) => requireWithin(Math.round(parseNumber(text, '')), 2, 2000, ''),
    step: (text: string) => requireWithin(Math.round(parseNumber(text, '')), 1, 200, ''),
  };
  const field = (name: keyof typeof readers) => ({
    name: `fabric ${name}`,
    value: typed[name],
    onChange: (text: string) => set({ [name]: text }),
    error: readingIfTyped(typed[name], () => readers[name](typed[name])).error,
  });
  const measured = readOrNull(() => readers.take(typed.take) / readers.stitches(typed.stitches));
  const gauge = readOrNull(() => readers.gauge(typed.gauge)) ?? yarn.gauge;
  const stitch = measured ? { mean: measured, sd: MEASURED_WITHIN * measured } : gauge && metresAStitch(gauge);
  const width = readOrNull(() => readers.width(typed.width));
  const inStitches = stitch && stitchesOfRepeat(repeat, stitch.mean);
  const relativeSd = stitch ? Math.hypot(stitch.sd / stitch.mean, repeat.lengthM.sd / repeat.lengthM.mean) : 0;
  return (
    <div className="grid gap-3">
      <p className="text-ink-soft">
        Knit some stitches of a swatch, unravel them and measure their yarn. By a gauge alone it is a rough guess.
      </p>
      <div className="grid grid-cols-3 gap-y-2 gap-x-4 max-phone:grid-cols-1">
        <TextField label="Stitches" {...field('stitches')} inputMode="numeric" />
        <TextField label="Yarn they take" {...field('take')} hint={inMetres(system) ? '0.34 m' : '13.4 in'} />
        <TextField
          label="Or the gauge"
          {...field('gauge')}
          placeholder={yarn.gauge ? gaugeFigures(yarn.gauge) : '22 x 30'}
          hint="stitches x rows to 10 cm"
        />
        <TextField label="Stitches a row" {...field('width')} inputMode="numeric" hint="how wide it is" />
        <TextField label="In steps of" {...field('step')} inputMode="numeric" hint="what its pattern repeats over" />
        <div>
          <div id="worked" className="mb-1 font-semibold text-small">
            Worked in
          </div>
          <Segmented<WorkedIn>
            block
            aria-labelledby="worked"
            options={[...WORKED_IN]}
            value={typed.worked}
            onChange={(worked) => set({ worked })}
          />
        </div>
      </div>
      {inStitches && (
        <Notice tone="plain" role="status">
          <strong>
            One repeat makes about {Math.round(inStitches.stitches)} stitches
            {width && `, ${rowsInWords(inStitches.stitches / width, typed.worked)} of ${width}`}.
          </strong>{' '}
          {Math.round(inStitches.stitches * (1 - HALF_WIDTH_90 * relativeSd))} to{' '}
          {Math.round(inStitches.stitches * (1 + HALF_WIDTH_90 * relativeSd))} nine times in ten
          {!measured && ', by the gauge alone'}.
        </Notice>
      )}
      {inStitches && width && (
        <AtWidth
          repeat={inStitches}
          width={width}
          worked={typed.worked}
          step={readOrNull(() => readers.step(typed.step)) ?? 1}
          sure={canTellPooling(inStitches, width, typed.worked, relativeSd)}
          choose={(next) => set({ width: String(next) })}
        />
      )}
    </div>
  );
}

/** How the colours fall, drawn and in a sentence, and the widths next to it that avoid pools. */
function AtWidth({
  repeat,
  width,
  worked,
  step,
  sure,
  choose,
}: {
  repeat: RepeatInStitches;
  width: number;
  worked: WorkedIn;
  step: number;
  sure: boolean;
  choose: (width: number) => void;
}) {
  const pooling = poolingAt(repeat, width, worked);
  const clumps = pooling.looks === 'pools' || pooling.looks === 'streaks';
  const { below, above } = clumps ? widthsThatMix(repeat, width, worked, step) : { below: null, above: null };
  return (
    <>
      <FabricPicture repeat={repeat} width={width} worked={worked} />
      <Notice tone={clumps ? 'tight' : 'good'} role="status">
        <strong>{LOOKS[pooling.looks]}</strong> {movesInWords(pooling, worked)}
        {!sure &&
          ' How long a repeat is, in stitches, is not known well enough to be sure: unravel some and measure them.'}
      </Notice>
      {clumps && (
        <p className="flex flex-wrap items-center gap-2">
          {below === null && above === null
            ? 'No width within a quarter of it avoids that: change yarn every two rows with another cake, or work it the other way.'
            : 'They mix at'}
          {[below, above].flatMap((other) =>
            other === null ? (
              []
            ) : (
              <Button key={other} onClick={() => choose(other)}>
                {other} stitches
              </Button>
            ),
          )}
        </p>
      )}
    </>
  );
}

const LOOKS: Record<Pooling['looks'], string> = {
  stripes: 'It stripes.',
  pools: 'Its colours pool.',
  streaks: 'Its colours make streaks.',
  mixed: 'Its colours mix.',
};

function movesInWords({ looks, rowsARepeat, moves, alike }: Pooling, worked: WorkedIn): string {
  const rows = worked === 'rounds' ? 'round' : 'second row';
  if (looks === 'stripes') return `A repeat makes ${rowsInWords(rowsARepeat, worked)}.`;
  const percent = `${Math.round(100 * alike)} of 100 stitches have their own colour beneath them`;
  const by =
    moves < 0.5
      ? `they stay where they are in every ${rows}`
      : `they move ${Math.round(moves)} ${Math.round(moves) === 1 ? 'stitch' : 'stitches'} in every ${rows}`;
  return `${percent}; ${by}.`;
}

function rowsInWords(rows: number, worked: WorkedIn): string {
  const figure = Number(rows.toPrecision(2));
  const name = worked === 'rounds' ? 'round' : 'row';
  return `${figure} ${figure === 1 ? name : `${name}s`}`;
}

function FabricPicture({ repeat, width, worked }: { repeat: RepeatInStitches; width: number; worked: WorkedIn }) {
  const rows = fabricRows(repeat, width, worked, ROWS_SHOWN);
  return (
    <svg
      className="w-full h-[200px] rounded-md"
      viewBox={`0 0 ${width} ${ROWS_SHOWN}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`${ROWS_SHOWN} ${worked} of ${width} stitches, as the colours would fall`}
      shapeRendering="crispEdges"
    >
      {rows.flatMap((spans, row) =>
        spans.map(({ hex, from, to }, i) => (
          <rect key={`${row} ${i}`} x={from} y={ROWS_SHOWN - 1 - row} width={to - from} height={1} fill={hex} />
        )),
      )}
    </svg>
  );
}
