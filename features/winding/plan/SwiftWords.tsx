'use client';

import { type Reading, reading } from '../../../core/common/inputError';
import { swift, type SwiftResult } from '../../../core/bench/swift';
import { inWords, spanFigure } from '../../../core/common/format';
import type { UnitSystem } from '../../../core/common/units';
import type { SwiftTool } from '../../../server/bench/bench';
import { Span } from '../../../ui/figures/Figures';
import { Notice } from '../../../ui/feedback/Notice';
import styles from './PlanScreen.module.css';

export type Setting = Reading<SwiftResult>;

/** How a swift is set for a loop of this length, or why it cannot be. */
export function settingOf(tool: SwiftTool, loopM: number): Setting {
  return reading(() => swift({ ...tool, hankLoopM: loopM }));
}

/** Whether the swift can take the loop at all. */
export function holdsLoop(tool: SwiftTool, { value }: Setting): boolean {
  if (value === undefined) return false;
  if ('hole' in value) return value.hole !== null;
  const opensMm = opensOf(tool);
  return !opensMm || !('openDiameterMm' in value) || isWithin(value.openDiameterMm, opensMm);
}

const opensOf = (tool: SwiftTool) => (tool.kind === 'umbrella' ? tool.opensMm : undefined);
const isWithin = (mm: number, { min, max }: { min: number; max: number }) => mm >= min && mm <= max;

/** How one that holds its loop is set, in a word or two. */
export function settingFigure(value: SwiftResult, system: UnitSystem): string {
  if ('hole' in value) return `hole ${value.hole}`;
  const mm = 'gapMm' in value ? value.gapMm : value.openDiameterMm;
  return `${inWords(spanFigure(mm, system))} ${'gapMm' in value ? 'apart' : 'across'}`;
}

/** The same, in words. */
export function SwiftWords({ tool, setting }: { tool: SwiftTool; setting: Setting }) {
  if (setting.error !== undefined) return <Notice tone="bad">{setting.error}.</Notice>;
  const { value } = setting;
  if ('hole' in value) {
    if (value.hole === null)
      return (
        <Notice tone="bad">The loop is too small even for the first hole. Use two chairs or a helper’s hands.</Notice>
      );
    return (
      <p>
        <strong className={styles.figure}>Hole {value.hole}</strong> on every arm, counted from the middle;{' '}
        {value.slackPercent!.toFixed(1)}&nbsp;% slack.
        {value.slackPercent! > 6 && ' That is loose: see that it does not slip off.'}
      </p>
    );
  }
  if ('openDiameterMm' in value) {
    const opensMm = opensOf(tool);
    return (
      <>
        <p>
          Open it{' '}
          <strong className={styles.figure}>
            <Span mm={value.openDiameterMm} />
          </strong>{' '}
          across, until the loop just holds. Never taut.
        </p>
        {opensMm && !isWithin(value.openDiameterMm, opensMm) && (
          <Notice tone="bad">
            This one opens from <Span mm={opensMm.min} /> to <Span mm={opensMm.max} />: it does not hold this loop.
          </Notice>
        )}
      </>
    );
  }
  return (
    <p>
      Backs{' '}
      <strong className={styles.figure}>
        <Span mm={value.gapMm} />
      </strong>{' '}
      apart, turned away from each other. One chair is not enough.
    </p>
  );
}
