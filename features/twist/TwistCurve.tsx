'use client';

import { Chart, Filler, LinearScale, LineElement, PointElement, type ChartOptions } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { type OwnTwist, percentOfOwn } from '../../core/twist/twist';
import { changesAlong, type TwistChange } from '../../core/twist/twistChange';
import type { TwistLimits } from '../../core/twist/twistSeverity';
import { bareUnit, inMetres, MILLIMETRES_PER_INCH, type UnitSystem } from '../../core/common/units';
import { chartColours, footAxis, PLAIN_CHART, sideAxis } from '../../ui/figures/chart';
import { usePreferences } from '../../ui/frame/Providers';

Chart.register(LinearScale, LineElement, PointElement, Filler);

/** So many places are drawn: never more than there are pixels. */
const CURVE_PLACES = 321;

/** One curve of what a strand got. */
export interface Curve {
  change: TwistChange;
  colour: string;
  dashed?: boolean;
}

/** How a strand's twist was changed along it: in percent of its own, or in turns where that is not known. */
export default function TwistCurve({
  curves,
  own,
  limits,
  atM,
  label,
}: {
  curves: readonly Curve[];
  own: OwnTwist | null;
  limits: TwistLimits;
  /** The place that is looked at. */
  atM: number | null;
  label: string;
}) {
  const { system, theme } = usePreferences();
  const colours = chartColours(theme);
  const lengthM = curves[0]?.change.lengthM ?? 1;
  const metres = bareUnit(system, 'length').size;
  const toX = (m: number) => m / metres;
  const toY = (perM: number) =>
    own ? percentOfOwn(perM, own) : inMetres(system) ? perM : (perM * MILLIMETRES_PER_INCH) / 1000;
  const points = (change: TwistChange) =>
    Array.from(changesAlong(change, CURVE_PLACES), (perM, i) => ({
      x: toX((change.lengthM * i) / (CURVE_PLACES - 1)),
      y: toY(perM),
    }));
  const level = (y: number) => [
    { x: 0, y },
    { x: toX(lengthM), y },
  ];
  const plain = { pointRadius: 0, pointHitRadius: 0 };
  const band = { ...plain, borderColor: colours.soft, borderWidth: 1.5, borderDash: [3, 4], order: 3 };
  const drawn = curves.map(({ change }) => points(change));
  const most = Math.max(own ? limits.seenPercent * 1.15 : 0, ...drawn.flat().map(({ y }) => Math.abs(y)));
  return (
    <Line
      role="img"
      aria-label={label}
      data={{
        datasets: [
          ...(own ? [limits.seenPercent, -limits.seenPercent, limits.troublePercent, -limits.troublePercent] : []).map(
            (y) => ({ ...band, data: Math.abs(y) <= most * 1.2 ? level(y) : [] }),
          ),
          { ...plain, data: level(0), borderColor: colours.soft, borderWidth: 1.5, order: 2 },
          ...curves.map(({ colour, dashed }, i) => ({
            ...plain,
            order: 1,
            data: drawn[i]!,
            borderColor: colour === 'ink' ? colours.ink : colour,
            borderWidth: 4,
            ...(dashed && { borderDash: [8, 6] }),
            // What lies between two strands is their gap.
            ...(i > 0 && { fill: '-1', backgroundColor: `${colour}2e` }),
          })),
          ...(atM === null
            ? []
            : [
                {
                  ...plain,
                  order: 0,
                  data: [
                    { x: toX(atM), y: -most * 1.1 },
                    { x: toX(atM), y: most * 1.1 },
                  ],
                  borderColor: colours.ink,
                  borderWidth: 1.5,
                },
              ]),
        ],
      }}
      options={optionsOf(system, colours, toX(lengthM), most * 1.1, own)}
    />
  );
}

function optionsOf(
  system: UnitSystem,
  { soft, line }: { soft: string; line: string },
  longest: number,
  most: number,
  own: OwnTwist | null,
): ChartOptions<'line'> {
  const unit = bareUnit(system, 'length').name;
  const turns = inMetres(system) ? 't/m' : 'tpi';
  // Above the middle lies what is gained; of a yarn that is not known, Z.
  const letters = own ? { up: 'gains', down: 'loses' } : { up: 'Z', down: 'S' };
  return {
    ...PLAIN_CHART,
    events: [],
    layout: { padding: { right: 14, top: 4 } },
    scales: {
      x: {
        type: 'linear',
        min: 0,
        max: longest,
        ...footAxis(soft),
        ticks: {
          ...footAxis(soft).ticks,
          maxTicksLimit: 6,
          includeBounds: false,
          callback: (at) => `${at} ${unit}`,
        },
      },
      y: {
        min: -most,
        max: most,
        ...sideAxis(soft, line),
        ticks: {
          ...sideAxis(soft, line).ticks,
          maxTicksLimit: 7,
          includeBounds: false,
          callback: (at) => {
            const value = Number(at);
            if (value === 0) return 'as made';
            return `${value > 0 ? letters.up : letters.down} ${Number(Math.abs(value).toPrecision(2))} ${own ? '%' : turns}`;
          },
        },
      },
    },
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
  };
}
