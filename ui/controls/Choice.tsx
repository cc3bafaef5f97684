'use client';

import { type RefSelectProps, Select } from 'antd';
import { useRef } from 'react';
import { Field, type FieldLinks, type FieldProps } from './Field';

/** From this many on, one types to find. */
const SEARCHED_FROM = 9;

/** One of a few from a list, where it stands in a row with others and has its label beside it. */
export function Choice<Value extends string>({
  value,
  options,
  onChange,
  ...links
}: Partial<FieldLinks> & {
  value: Value | undefined;
  options: readonly (readonly [value: Value, words: string])[];
  onChange: (value: Value) => void;
  'aria-label'?: string;
}) {
  const select = useRef<RefSelectProps>(null);
  return (
    <Select<Value>
      ref={select}
      // In a row that is wider than the screen it may lie past the edge, and its list would open there.
      onOpenChange={(open) =>
        open && select.current?.nativeElement.scrollIntoView({ block: 'nearest', inline: 'nearest' })
      }
      {...links}
      className="w-full"
      // A draft may have chosen what another screen has taken away since.
      value={options.some(([each]) => each === value) ? value : undefined}
      placeholder={value ? 'not there any more' : 'choose'}
      onChange={onChange}
      options={options.map(([each, label]) => ({ value: each, label, 'data-value': each }))}
      showSearch={options.length >= SEARCHED_FROM && { optionFilterProp: 'label' }}
      status={links['aria-invalid'] ? 'error' : undefined}
      popupMatchSelectWidth={false}
      virtual={false}
    />
  );
}

/** The same as a field of a form. */
export function ChoiceField<Value extends string>({
  value,
  onChange,
  options,
  ...field
}: FieldProps & {
  value: Value;
  onChange: (value: Value) => void;
  options: readonly { value: Value; label: string }[];
}) {
  return (
    <Field {...field}>
      {(links) => (
        <Choice
          {...links}
          value={value}
          onChange={onChange}
          options={options.map(({ value, label }) => [value, label] as const)}
        />
      )}
    </Field>
  );
}
