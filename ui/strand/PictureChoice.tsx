'use client';

import { type ReactNode, useId } from 'react';
import styles from './PictureChoice.module.css';

export interface Picture<Value extends string> {
  value: Value;
  short: string;
  long: string;
  picture: ReactNode;
}

/** One of several pictures, chosen by a touch or the arrow keys. */
export function PictureChoice<Value extends string>({
  id,
  question,
  value,
  pictures,
  unknown,
  onChange,
  error,
  small,
}: {
  /** The path under which its errors come back. */
  id?: string;
  question: string;
  value: Value | '';
  pictures: readonly Picture<Value>[];
  /** What stands for "nobody looked"; without it something must be chosen. */
  unknown?: string;
  onChange: (value: Value | '') => void;
  error?: string;
  /** Only the pictures in a row, and the words of the chosen one beneath. */
  small?: boolean;
}) {
  const name = useId();
  const errorId = `${name}-error`;
  const option = (each: Value | '', short: string, long: string, picture?: ReactNode) => (
    <label key={each} className={styles.option} data-plain={picture === undefined} title={long}>
      <input
        type="radio"
        name={name}
        value={each}
        checked={value === each}
        onChange={() => onChange(each)}
        aria-label={long}
        aria-describedby={error ? errorId : undefined}
      />
      {picture}
      <span aria-hidden="true">{short}</span>
    </label>
  );
  return (
    <fieldset
      id={id}
      className={`${styles.choice} data-[small=true]:[&_legend]:mb-1 data-[small=true]:[&_legend]:text-small min-w-0 m-0 p-0 border-0`}
      data-small={small}
    >
      <legend>
        {question}
        {small && (
          <span className="ml-2 font-normal text-ink-soft" aria-hidden="true">
            {pictures.find((each) => each.value === value)?.short ?? 'not known'}
          </span>
        )}
      </legend>
      <div className={`${styles.options} flex flex-wrap gap-2`}>
        {pictures.map(({ value, short, long, picture }) => option(value, short, long, picture))}
        {unknown !== undefined && option('', unknown, unknown)}
      </div>
      {error && (
        <p id={errorId} role="alert" className="mt-1 text-madder first-letter:uppercase">
          {error}
        </p>
      )}
    </fieldset>
  );
}
