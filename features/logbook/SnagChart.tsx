'use client';

import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import { Bar } from 'react-chartjs-2';
import type { SnagAnswer } from '../../core/logbook/benchAnswers';
import { bareUnit } from '../../core/common/units';
import { chartColours, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../ui/figures/chart';
import { usePreferences } from '../../ui/frame/Providers';

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip);

/** How often each yarn held the winding up, for a hundred metres or yards of it. */
export default function SnagChart({ answers }: { answers: readonly SnagAnswer[] }) {
  const { system, theme } = usePreferences();
  const { ink, soft, line, goodWash } = chartColours(theme);
  const { name, size: per } = bareUnit(system, 'length');
  const unit = `100 ${name}`;
  const foot = footAxis(soft);
  return (
    <Bar
      role="img"
      aria-label={answers.map(({ yarn, per100M }) => `${yarn}: ${(per100M * per).toFixed(2)} in ${unit}`).join('; ')}
      data={{
        labels: answers.map(({ yarn }) => yarn),
        datasets: [
          {
            data: answers.map(({ per100M }) => per100M * per),
            backgroundColor: goodWash,
            borderColor: ink,
            borderWidth: 1.5,
            barThickness: 18,
          },
        ],
      }}
      options={{
        ...PLAIN_CHART,
        indexAxis: 'y',
        scales: {
          x: {
            ...sideAxis(soft, line),
            beginAtZero: true,
            ticks: { ...foot.ticks, maxTicksLimit: 5, callback: (value) => `${Number(value)} in ${unit}` },
          },
          y: foot,
        },
        plugins: {
          legend: { display: false },
          tooltip: {
            ...PLAIN_TOOLTIP,
            callbacks: { label: ({ dataIndex }) => `${answers[dataIndex]!.stops} in all` },
          },
        },
      }}
    />
  );
}
