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
import type { KnownGrist } from '../../../core/yarn/yarnLength';
import { chartColours, chartPoint, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../../ui/figures/chart';
import { shortDate } from '../../../ui/figures/dates';
import { usePreferences } from '../../../ui/frame/Providers';

Chart.register(LinearScale, LineElement, PointElement, Filler, Tooltip);

/** How much was left after each change, in metres with what that is unsure by. */
export default function RemainingChart({
  history,
  grist,
  colourHex,
}: {
  history: readonly { atMs: number; massG: number }[];
  grist: KnownGrist;
  colourHex: string;
}) {
  const { system, theme } = usePreferences();
  const { ink, soft, line } = chartColours(theme);
  const lengthOf = (massG: number, sigmas = 0) =>
    Math.max(0, (massG * (grist.mean + sigmas * grist.sd)) / bareUnit(system, 'length').size);
  const along = (sigmas: number) => history.map(({ atMs, massG }) => ({ x: atMs, y: lengthOf(massG, sigmas) }));
  return (
    <Line
      aria-hidden="true"
      data={{
        datasets: [
          { data: along(-HALF_WIDTH_90), stepped: true, borderWidth: 0, pointRadius: 0, pointHitRadius: 0 },
          {
            data: along(HALF_WIDTH_90),
            stepped: true,
            borderWidth: 0,
            pointRadius: 0,
            pointHitRadius: 0,
            fill: '-1',
            backgroundColor: `${colourHex}44`,
          },
          {
            data: along(0),
            stepped: true,
            borderColor: ink,
            borderWidth: 2.5,
            pointRadius: 5,
            pointHoverRadius: 7,
            ...chartPoint(colourHex, ink),
          },
        ],
      }}
      options={optionsOf(system, soft, line)}
    />
  );
}

function optionsOf(system: UnitSystem, soft: string, line: string): ChartOptions<'line'> {
  const unit = bareUnit(system, 'length').name;
  return {
    ...PLAIN_CHART,
    layout: { padding: { right: 12, top: 8 } },
    scales: {
      x: {
        type: 'linear',
        ...footAxis(soft),
        ticks: {
          ...footAxis(soft).ticks,
          maxTicksLimit: 6,
          callback: (at, i, all) => dayOfTick(Number(at), all[i - 1]?.value),
        },
      },
      y: {
        beginAtZero: true,
        ...sideAxis(soft, line),
        ticks: { ...sideAxis(soft, line).ticks, maxTicksLimit: 6, callback: (length) => `${length} ${unit}` },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        ...PLAIN_TOOLTIP,
        callbacks: {
          title: ([item]) => (item ? shortDate(new Date(item.parsed.x ?? 0).toISOString()) : ''),
          label: (item: TooltipItem<'line'>) => `${Math.round(item.parsed.y ?? 0)} ${unit} left`,
        },
      },
    },
  };
}

/** Each day once, however close the marks lie. */
function dayOfTick(atMs: number, beforeMs: number | undefined): string {
  const day = shortDate(new Date(atMs).toISOString());
  return beforeMs !== undefined && shortDate(new Date(beforeMs).toISOString()) === day ? '' : day;
}
