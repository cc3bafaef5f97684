'use client';

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
    <select
      className="w-full min-w-0 h-[38px] py-0 px-2 border-[1.5px] border-edge rounded-md bg-card text-ink [font:inherit] text-small"
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {options.map(([each, words]) => (
        <option key={each} value={each}>
          {words}
        </option>
      ))}
    </select>
  );
}
