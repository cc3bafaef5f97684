'use client';

import { Chart, LinearScale, LineElement, PointElement, type Plugin, Tooltip } from 'chart.js';
import { Line } from 'react-chartjs-2';
import type { RunStory } from '../../core/logbook/runStory';
import { chartColours, footAxis, PLAIN_CHART, PLAIN_TOOLTIP, sideAxis } from '../../ui/figures/chart';
import { usePreferences } from '../../ui/frame/Providers';

Chart.register(LinearScale, LineElement, PointElement, Tooltip);

const MINUTE_MS = 60_000;

/** Turns or loops a minute over the minutes at the bench, with what stopped it as marks across. */
export default function PaceChart({ story: { pace, stops, readings }, what }: { story: RunStory; what: string }) {
  const { theme } = usePreferences();
  const { ink, soft, line, stop } = chartColours(theme);
  const [foot, side] = [footAxis(soft), sideAxis(soft, line)];
  const points = pace.flatMap(({ fromMs, untilMs, perMinute }) =>
    [fromMs, untilMs].map((ms) => ({ x: ms / MINUTE_MS, y: perMinute })),
  );
  const stopMarks: Plugin<'line'> = {
    id: 'stops',
    beforeDatasetsDraw({ ctx, chartArea, scales }) {
      const { x } = scales;
      if (!x) return;
      for (const { fromMs, untilMs } of stops) {
        const left = x.getPixelForValue(fromMs / MINUTE_MS);
        ctx.fillStyle = stop;
        ctx.globalAlpha = 0.22;
        ctx.fillRect(
          left,
          chartArea.top,
          Math.max(3, x.getPixelForValue(untilMs / MINUTE_MS) - left),
          chartArea.bottom - chartArea.top,
        );
        ctx.globalAlpha = 1;
      }
    },
  };
  const last = points.at(-1)!.x;
  return (
    <Line
      role="img"
      aria-label={`The pace over the minutes at the bench, with ${stops.length} stops`}
      plugins={[stopMarks]}
      data={{
        datasets: [
          { data: points, borderColor: ink, borderWidth: 2.2, pointRadius: 0, pointHitRadius: 8, spanGaps: false },
          {
            // When a device was read.
            data: readings.map(({ atMs }) => ({ x: atMs / MINUTE_MS, y: 0 })).filter(({ x }) => x <= last),
            showLine: false,
            pointRadius: 2.5,
            pointBackgroundColor: soft,
            pointBorderWidth: 0,
          },
        ],
      }}
      options={{
        ...PLAIN_CHART,
        scales: {
          x: {
            ...foot,
            type: 'linear',
            min: Math.min(0, points[0]!.x),
            max: last,
            ticks: { ...foot.ticks, maxTicksLimit: 9, callback: (at) => `${Number(Number(at).toFixed(1))} min` },
          },
          y: { ...side, beginAtZero: true, ticks: { ...side.ticks, maxTicksLimit: 5 } },
        },
        plugins: {
          legend: { display: false },
          tooltip: {
            ...PLAIN_TOOLTIP,
            filter: ({ datasetIndex }) => datasetIndex === 0,
            callbacks: {
              title: () => '',
              label: ({ parsed }) => `${Math.round(parsed.y ?? 0)} ${what} a minute`,
            },
          },
        },
      }}
    />
  );
}
