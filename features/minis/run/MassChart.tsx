'use client';

import { Chart, Filler, LinearScale, LineElement, PointElement, Tooltip, type ChartOptions } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { bareUnit, type UnitSystem } from '../../../core/common/units';
import { chartColours, chartPoint, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../../ui/figures/chart';
import { usePreferences } from '../../../ui/frame/Providers';

Chart.register(LinearScale, LineElement, PointElement, Filler, Tooltip);

/** By how much each mini is off, one after another, within the band of its tolerance. */
export default function MassChart({
  points,
  colourHex,
  minis,
}: {
  points: readonly { mini: number; offG: number; toleranceG: number; weighed: boolean }[];
  colourHex: string;
  minis: number;
}) {
  const { system, theme } = usePreferences();
  const colours = chartColours(theme);
  const per = 1 / bareUnit(system, 'mass').size;
  const edge = (sign: number) => [
    { x: 0.5, y: sign * (points[0]?.toleranceG ?? 0) * per },
    ...points.map(({ mini, toleranceG }) => ({ x: mini, y: sign * toleranceG * per })),
    { x: minis + 0.5, y: sign * (points.at(-1)?.toleranceG ?? 0) * per },
  ];
  const band = {
    borderColor: colours.good,
    borderWidth: 1.5,
    borderDash: [6, 4],
    // The points lie on top.
    order: 1,
    pointRadius: 0,
    pointHitRadius: 0,
  };
  return (
    <Line
      role="img"
      aria-label={`Of ${points.length} minis ${points.filter(({ offG, toleranceG }) => Math.abs(offG) <= toleranceG).length} are within their tolerance`}
      data={{
        datasets: [
          { ...band, data: edge(-1) },
          { ...band, data: edge(1), fill: '-1', backgroundColor: colours.goodWash },
          {
            order: 0,
            data: points.map(({ mini, offG }) => ({ x: mini, y: offG * per })),
            borderColor: colours.ink,
            borderWidth: 2,
            pointRadius: 6,
            pointStyle: points.map(({ weighed }) => (weighed ? 'circle' : 'crossRot')),
            ...chartPoint(colourHex, colours.ink),
          },
        ],
      }}
      options={optionsOf(
        system,
        colours,
        minis,
        Math.max(...points.map(({ offG, toleranceG }) => Math.max(Math.abs(offG), toleranceG))) * per,
        (points.at(-1)?.toleranceG ?? 0) * per,
      )}
    />
  );
}

function optionsOf(
  system: UnitSystem,
  { soft, line }: { soft: string; line: string },
  minis: number,
  most: number,
  tolerance: number,
): ChartOptions<'line'> {
  const unit = bareUnit(system, 'mass').name;
  return {
    ...PLAIN_CHART,
    layout: { padding: { right: 8, top: 4 } },
    scales: {
      x: {
        type: 'linear',
        min: 0.5,
        max: minis + 0.5,
        ...footAxis(soft),
        ticks: {
          ...footAxis(soft).ticks,
          stepSize: 1,
          maxTicksLimit: 12,
          autoSkip: true,
          callback: (mini) => (Number.isInteger(mini) ? mini : ''),
        },
        afterBuildTicks: (axis) => {
          const step = Math.max(1, Math.ceil(minis / 12));
          axis.ticks = Array.from({ length: Math.floor((minis - 1) / step) + 1 }, (_, i) => ({ value: 1 + i * step }));
        },
      },
      y: {
        min: -1.25 * most,
        max: 1.25 * most,
        ...sideAxis(soft, line),
        ticks: { ...sideAxis(soft, line).ticks, callback: (off) => signed(Number(off), unit) },
        afterBuildTicks: (axis) => {
          // Where one lies far out, the band is too narrow for words.
          const edge = most > 2.5 * tolerance ? most : tolerance;
          axis.ticks = [-edge, 0, edge].map((value) => ({ value }));
        },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        ...PLAIN_TOOLTIP,
        filter: ({ datasetIndex }) => datasetIndex === 2,
        callbacks: {
          title: ([item]) => (item ? `mini ${item.parsed.x}` : ''),
          label: (item) => signed(item.parsed.y ?? 0, unit),
        },
      },
    },
  };
}

function signed(off: number, unit: string): string {
  if (off === 0) return 'as wanted';
  return `${off > 0 ? '+' : '−'}${Number(Math.abs(off).toFixed(2))} ${unit}`;
}
