'use client';

import { Chart, Legend, LinearScale, PointElement, Tooltip } from 'chart.js';
import { Scatter } from 'react-chartjs-2';
import type { EstimateAnswer } from '../../core/logbook/benchAnswers';
import { CHART_FONT, chartColours, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../ui/figures/chart';
import { usePreferences } from '../../ui/frame/Providers';

Chart.register(Legend, LinearScale, PointElement, Tooltip);

/** By how much each cake differed from what was predicted, one after another. */
export default function EstimateChart({ turns, mass }: { turns: EstimateAnswer | null; mass: EstimateAnswer | null }) {
  const { theme } = usePreferences();
  const { ink, soft, line, good } = chartColours(theme);
  const [foot, side] = [footAxis(soft), sideAxis(soft, line)];
  const points = (answer: EstimateAnswer | null) =>
    (answer?.errors ?? []).flatMap((share, i) => (share === null ? [] : { x: i + 1, y: share * 100 }));
  const cakes = (turns ?? mass)?.errors.length ?? 0;
  // So far that no mark is cut off at the edge.
  const most =
    5 * Math.ceil((1.1 * Math.max(4.5, ...[...points(turns), ...points(mass)].map(({ y }) => Math.abs(y)))) / 5);
  return (
    <Scatter
      role="img"
      aria-label="By how much each cake differed from what was predicted, in the order in which they were wound"
      data={{
        datasets: [
          {
            label: 'turns',
            data: points(turns),
            pointRadius: 6,
            pointBorderColor: ink,
            pointBorderWidth: 1.5,
            pointBackgroundColor: good,
          },
          {
            label: 'mass',
            data: points(mass),
            pointRadius: 6,
            pointStyle: 'rectRot',
            pointBorderColor: ink,
            pointBorderWidth: 1.5,
            pointBackgroundColor: 'transparent',
          },
        ],
      }}
      options={{
        ...PLAIN_CHART,
        scales: {
          x: {
            ...foot,
            min: 0.5,
            max: cakes + 0.5,
            ticks: { ...foot.ticks, precision: 0, callback: (cake) => (Number.isInteger(cake) ? `${cake}.` : '') },
            title: { display: true, text: 'cakes, the oldest first', color: soft, font: CHART_FONT },
          },
          y: {
            ...side,
            min: -most,
            max: most,
            grid: { color: ({ tick }) => (tick.value === 0 ? ink : line) },
            ticks: { ...side.ticks, maxTicksLimit: 5, callback: (percent) => signed(Number(percent)) },
          },
        },
        plugins: {
          legend: { display: true, labels: { usePointStyle: true, color: ink, font: CHART_FONT } },
          tooltip: {
            ...PLAIN_TOOLTIP,
            callbacks: { label: ({ parsed, dataset }) => `${dataset.label}: ${signed(parsed.y ?? 0)}` },
          },
        },
      }}
    />
  );
}

function signed(percent: number): string {
  const size = Number(Math.abs(percent).toFixed(1));
  return size === 0 ? 'as predicted' : `${percent > 0 ? '+' : '−'}${size} %`;
}
