import type { ReactNode } from 'react';
import type { Verdict } from '../../core/yarn/yardage';
import { type Sign, SignIcon } from '../figures/icons';
import styles from './Notice.module.css';

export type Tone = 'good' | 'tight' | 'bad' | 'plain';

const SIGNS: Record<Tone, Sign> = { good: 'yes', tight: 'care', bad: 'no', plain: 'note' };

/** How sure it is that yarn reaches, as a judgement. */
export const VERDICT_TONES: Record<Verdict, Tone> = { enough: 'good', tight: 'tight', short: 'bad' };

/** A judgement in words, with its sign and colour: what fits, what is tight, what is wrong. */
export function Notice({ tone, children, role }: { tone: Tone; children: ReactNode; role?: 'status' | 'alert' }) {
  return (
    <div className={styles.say} data-tone={tone} role={role}>
      <SignIcon sign={SIGNS[tone]} />
      <div>{children}</div>
    </div>
  );
}
