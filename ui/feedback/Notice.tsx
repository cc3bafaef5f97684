import { Alert } from 'antd';
import type { ReactNode } from 'react';
import { asSentence } from '../../core/common/format';
import type { Verdict } from '../../core/yarn/yardage';
import { type Sign, SignIcon } from '../figures/icons';

export type Tone = 'good' | 'tight' | 'bad' | 'plain';

const LOOKS: Record<Tone, { type: 'success' | 'warning' | 'error' | 'info'; sign: Sign }> = {
  good: { type: 'success', sign: 'yes' },
  tight: { type: 'warning', sign: 'care' },
  bad: { type: 'error', sign: 'no' },
  plain: { type: 'info', sign: 'note' },
};

/** How sure it is that yarn reaches, as a judgement. */
export const VERDICT_TONES: Record<Verdict, Tone> = { enough: 'good', tight: 'tight', short: 'bad' };

/** A judgement in words, with its sign and colour: what fits, what is tight, what is wrong. */
export function Notice({
  id,
  tone,
  children,
  role,
}: {
  id?: string;
  tone: Tone;
  children: ReactNode;
  role?: 'status' | 'alert';
}) {
  const { type, sign } = LOOKS[tone];
  return <Alert id={id} type={type} title={children} role={role ?? 'note'} showIcon icon={<SignIcon sign={sign} />} />;
}

/** What went wrong just now, if something did; read aloud at once. */
export function Problem({ id, words }: { id?: string; words: string | null | undefined }) {
  return (
    words && (
      <Notice id={id} tone="bad" role="alert">
        {asSentence(words)}
      </Notice>
    )
  );
}
