import type { ReactNode } from 'react';
import { type Sign, SignIcon } from './icons';
import styles from './Say.module.css';

export type Tone = 'good' | 'tight' | 'bad' | 'plain';

const SIGNS: Record<Tone, Sign> = { good: 'yes', tight: 'care', bad: 'no', plain: 'note' };

/** A judgement in words, with its sign and colour: what fits, what is tight, what is wrong. */
export function Say({ tone, children, role }: { tone: Tone; children: ReactNode; role?: 'status' | 'alert' }) {
  return (
    <div className={styles.say} data-tone={tone} role={role}>
      <SignIcon sign={SIGNS[tone]} />
      <div>{children}</div>
    </div>
  );
}
