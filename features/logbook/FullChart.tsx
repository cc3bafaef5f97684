'use client';

import { Chart, LinearScale, PointElement, Tooltip } from 'chart.js';
import { Scatter } from 'react-chartjs-2';
import type { FullAnswer } from '../../core/logbook/benchAnswers';
import { CHART_FONT, chartColours, footAxis, PLAIN_CHART, PLAIN_TOOLTIP } from '../../ui/figures/chart';
import { usePreferences } from '../../ui/frame/Providers';

Chart.register(LinearScale, PointElement, Tooltip);

/** Each cake as a dot on the line of its tool: empty to the left, full at the mark. */
export default function FullChart({ answers }: { answers: readonly FullAnswer[] }) {
  const { theme } = usePreferences();
  const { ink, soft, line, good } = chartColours(theme);
  const foot = footAxis(soft);
  const most = Math.max(1.1, ...answers.flatMap(({ full }) => full));
  return (
    <Scatter
      role="img"
      aria-label={answers
        .map(({ tool, full }) => `${tool}: ${full.map((share) => `${Math.round(100 * share)} %`).join(', ')}`)
        .join('; ')}
      data={{
        datasets: answers.map(({ full }, row) => ({
          // Those that would lie on one another are moved apart a little.
          data: full.map((share, i) => ({ x: share * 100, y: row + ((i % 3) - 1) * 0.14 })),
          pointRadius: 7,
          pointHoverRadius: 9,
          pointBorderWidth: 1.5,
          pointBorderColor: ink,
          pointBackgroundColor: full.map((share) => (share > 1 ? '#b8860b' : good)),
          pointStyle: full.map((share) => (share > 1 ? 'rectRot' : 'circle')),
        })),
      }}
      options={{
        ...PLAIN_CHART,
        scales: {
          x: {
            ...foot,
            min: 0,
            max: Math.ceil(most * 10) * 10,
            afterBuildTicks: (axis) => {
              axis.ticks = [0, 25, 50, 75, 100].map((value) => ({ value }));
            },
            grid: { color: ({ tick }) => (tick.value === 100 ? ink : line) },
            ticks: { ...foot.ticks, callback: (percent) => `${Number(percent)} %` },
          },
          y: {
            min: -0.6,
            max: answers.length - 0.4,
            reverse: true,
            grid: { display: false },
            border: { display: false },
            afterBuildTicks: (axis) => {
              axis.ticks = answers.map((_, value) => ({ value }));
            },
            ticks: { color: ink, font: CHART_FONT, callback: (row) => answers[Number(row)]?.tool ?? '' },
          },
        },
        plugins: {
          legend: { display: false },
          tooltip: {
            ...PLAIN_TOOLTIP,
            callbacks: { label: ({ parsed }) => `${Math.round(parsed.x ?? 0)} % full` },
          },
        },
      }}
    />
  );
}
