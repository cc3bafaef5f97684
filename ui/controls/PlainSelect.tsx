'use client';

import styles from './PlainSelect.module.css';

/** The browser's own list, where it stands in a row with others and has its label beside it. */
export function PlainSelect({
  value,
  options,
  onChange,
}: {
  value: string | undefined;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
}) {
  return (
    <select className={styles.select} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map(([each, words]) => (
        <option key={each} value={each}>
          {words}
        </option>
      ))}
    </select>
  );
}
