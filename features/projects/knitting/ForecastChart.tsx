'use client';

import {
  Chart,
  Filler,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
  type TooltipItem,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { bareUnit, type UnitSystem } from '../../../core/common/units';
import type { RowForecast } from '../../../core/projects/rowForecast';
import type { RowWeighingView } from '../../../server/projects/knitting';
import { chartColours, chartPoint, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../../ui/figures/chart';
import { usePreferences } from '../../../ui/frame/Providers';

Chart.register(LinearScale, LineElement, PointElement, Filler, Tooltip);

/** The ball along the rows: what it weighed, how it is likely to go on, and what the border would take. */
export default function ForecastChart({
  weighings,
  forecast: { ahead, border },
  colourHex,
}: {
  weighings: readonly RowWeighingView[];
  forecast: RowForecast;
  colourHex: string;
}) {
  const { system, theme } = usePreferences();
  const { ink, soft, line, stop } = chartColours(theme);
  const size = bareUnit(system, 'mass').size;
  const mass = (grams: number) => Math.max(0, grams) / size;
  const along = (sigmas: number) =>
    ahead.map(({ row, remainingG }) => ({ x: row, y: mass(remainingG.mean + sigmas * remainingG.sd) }));
  const plain = { borderWidth: 0, pointRadius: 0, pointHitRadius: 0 };
  const weighed = weighings
    .filter(({ counts }) => counts)
    .map(({ row, massG }) => ({ x: row, y: mass(massG) }))
    .reverse();
  return (
    <Line
      aria-hidden="true"
      data={{
        datasets: [
          { data: along(-HALF_WIDTH_90), ...plain },
          { data: along(HALF_WIDTH_90), ...plain, fill: '-1', backgroundColor: `${colourHex}44` },
          { data: along(0), borderColor: ink, borderWidth: 2, borderDash: [6, 5], pointRadius: 0 },
          {
            data: weighed,
            borderColor: ink,
            borderWidth: 2.5,
            pointRadius: 6,
            pointHoverRadius: 8,
            ...chartPoint(colourHex, ink),
          },
          ...(border
            ? [
                {
                  data: ahead.map(({ row, borderG }) => ({ x: row, y: mass(borderG) })),
                  borderColor: stop,
                  borderWidth: 2,
                  pointRadius: 0,
                },
              ]
            : []),
        ],
      }}
      options={optionsOf(system, soft, line)}
    />
  );
}

function optionsOf(system: UnitSystem, soft: string, line: string): ChartOptions<'line'> {
  const unit = bareUnit(system, 'mass').name;
  return {
    ...PLAIN_CHART,
    layout: { padding: { right: 12, top: 8 } },
    scales: {
      x: {
        type: 'linear',
        beginAtZero: true,
        ...footAxis(soft),
        ticks: { ...footAxis(soft).ticks, maxTicksLimit: 8, precision: 0, callback: (row) => `row ${row}` },
      },
      y: {
        beginAtZero: true,
        ...sideAxis(soft, line),
        ticks: { ...sideAxis(soft, line).ticks, maxTicksLimit: 6, callback: (weight) => `${weight} ${unit}` },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        ...PLAIN_TOOLTIP,
        callbacks: {
          title: ([item]) => (item ? `after row ${item.parsed.x}` : ''),
          label: (item: TooltipItem<'line'>) => `${Number((item.parsed.y ?? 0).toPrecision(3))} ${unit}`,
        },
      },
    },
  };
}
