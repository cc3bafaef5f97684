import { PALETTE } from '../frame/palette';
import type { Theme } from '../frame/Providers';

/** The quiet colours of a chart: the yarn's own is the only strong one. */
export function chartColours(theme: Theme): Record<'ink' | 'soft' | 'line' | 'good' | 'goodWash' | 'stop', string> {
  const shades = PALETTE[theme];
  const { ink, line, lichen: good, madder: stop } = shades;
  return { ink, soft: shades['ink-soft'], line, good, goodWash: shades['lichen-wash'], stop };
}

export const CHART_FONT = { family: 'Atkinson Hyperlegible Next Variable', size: 14 };

/** A point as charts here have it. */
export function chartPoint(colourHex: string, ink: string) {
  return { pointBackgroundColor: colourHex, pointBorderColor: ink, pointBorderWidth: 1.5 };
}

export const PLAIN_TOOLTIP = { displayColors: false, titleFont: CHART_FONT, bodyFont: CHART_FONT };

/** An axis along the foot of a chart, without lines across it. */
export function footAxis(soft: string) {
  return {
    grid: { display: false },
    border: { color: soft },
    ticks: { color: soft, font: CHART_FONT, maxRotation: 0 },
  } as const;
}

/** An axis at the side, with quiet lines across and none of its own. */
export function sideAxis(soft: string, line: string) {
  return { grid: { color: line }, border: { display: false }, ticks: { color: soft, font: CHART_FONT } } as const;
}

/** Still, as large as its box, without a legend. */
export const PLAIN_CHART = { animation: false, maintainAspectRatio: false } as const;
