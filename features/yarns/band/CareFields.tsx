'use client';

import { CARE_KINDS, CARE_LOOKS, CARE_SYMBOLS, type CareKind, careInWords } from '../../../core/yarn/care';
import { Choice } from '../../../ui/controls/Choice';
import styles from './CareFields.module.css';
import { Fold } from '../../../ui/controls/Fold';

/** The small pictures on a band, chosen by what they look like and read out in words. */
export function CareFields({ value, onChange }: { value: string; onChange: (codes: string) => void }) {
  const codes = value.split(' ').filter(Boolean);
  const choose = (kind: CareKind, code: string) =>
    onChange(
      CARE_KINDS.flatMap((each) => (each === kind ? code : (codes.find((known) => known.startsWith(`${each}-`)) ?? '')))
        .filter(Boolean)
        .join(' '),
    );
  return (
    <Fold
      className="mt-1 mb-3"
      title={codes.length > 0 ? careInWords(codes) : 'Care symbols'}
      openAtFirst={codes.length > 0}
    >
      <div className={`${styles.kinds} grid gap-1`}>
        {CARE_KINDS.map((kind) => (
          <label key={kind}>
            <span>
              <CareSign kind={kind} /> {CARE_LOOKS[kind]}
            </span>
            <Choice
              value={codes.find((code) => code.startsWith(`${kind}-`)) ?? ''}
              options={[['', 'not there'], ...Object.entries(CARE_SYMBOLS[kind])]}
              onChange={(code) => choose(kind, code)}
            />
          </label>
        ))}
      </div>
    </Fold>
  );
}

const SIGNS: Record<CareKind, string> = {
  wash: 'M2 6l3 12h14l3-12M3 9q4-3 9 0t9 0',
  bleach: 'M12 4L22 19H2z',
  dry: 'M4 4h16v16H4z',
  iron: 'M3 18h18l-2-11H9M3 18q1-7 9-7h7.500',
  clean: 'M12 3a9 9 0 1 0 .1 0z',
};

function CareSign({ kind }: { kind: CareKind }) {
  return (
    <svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true">
      <path d={SIGNS[kind]} fill="none" stroke="currentColor" strokeWidth="1.9" strokeLinejoin="round" />
    </svg>
  );
}
