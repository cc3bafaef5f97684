'use client';

import { Form, Input } from 'antd';
import type { ChangeEvent, ReactNode } from 'react';
import { SignIcon } from '../figures/icons';
import { useSystem } from '../frame/Providers';
import { bareUnit } from '../../core/common/units';

export interface FieldProps {
  /** The path under which errors come back; also the element's id. */
  name: string;
  label: string;
  error?: string;
  /** What is guessed as long as the field is empty. */
  guess?: ReactNode;
  hint?: ReactNode;
}

/** What an input must carry to belong to its label, its hint and its error. */
export interface FieldLinks {
  id: string;
  'aria-invalid': boolean;
  'aria-describedby': string;
}

/** A label, an input, and beneath it whatever there is to say: an error, a guess, or a hint. */
export function Field({
  name,
  label,
  error,
  guess,
  hint,
  children,
}: FieldProps & { children: (links: FieldLinks) => ReactNode }) {
  const aboutId = `${name}-about`;
  return (
    <Form.Item
      layout="vertical"
      colon={false}
      className="min-w-0 m-0 [&_label]:h-auto [&_.ant-form-item-label]:leading-[1.1] [&_.ant-form-item-extra]:min-h-0"
      htmlFor={name}
      label={<span className="font-semibold text-small">{label}</span>}
      validateStatus={error ? 'error' : undefined}
      extra={
        // Of a height of its own, so that a guess pushes nothing about.
        <div id={aboutId} className="min-h-[1.35rem] pt-1 pb-1 text-small leading-[1.25]" aria-live="polite">
          {error ? (
            <span className="flex gap-1 text-madder font-semibold">
              <SignIcon sign="no" size={16} />
              {/* What was typed is quoted as it was typed. */}
              <span className={error.startsWith('"') ? undefined : 'first-letter:uppercase'}>{error}</span>
            </span>
          ) : guess ? (
            <span className="inline-block first-letter:uppercase py-0 px-2 border-[1.5px] border-dashed border-ink-soft rounded-md text-ink-soft italic">
              guess: {guess}
            </span>
          ) : (
            hint && <span className="block first-letter:uppercase text-ink-soft">{hint}</span>
          )}
        </div>
      }
    >
      {children({ id: name, 'aria-invalid': error !== undefined, 'aria-describedby': aboutId })}
    </Form.Item>
  );
}

/** What a form gives a field of its own: see `useForm`. */
export interface BoundField {
  name: string;
  value: string;
  error: string | undefined;
  onChange: (value: string) => void;
}

interface TextFieldProps extends FieldProps {
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  autoFocus?: boolean;
  suffix?: ReactNode;
  large?: boolean;
  /** Of so many lines: what is pasted keeps its line breaks. */
  lines?: number;
  inputMode?: 'text' | 'decimal' | 'numeric';
}

/** A mass: a bare number is grams or ounces, as the user weighs. */
export function MassField(field: Omit<TextFieldProps, 'suffix' | 'inputMode'>) {
  const system = useSystem();
  return <TextField {...field} suffix={bareUnit(system, 'mass').name} inputMode="decimal" />;
}

/** A line of text. Whoever holds what is typed in it sees to its units: `useForm`, `useKeptChoices`, `useTyped`. */
export function TextField({
  value,
  onChange,
  placeholder,
  autoFocus,
  suffix,
  large,
  lines,
  inputMode,
  ...field
}: TextFieldProps) {
  return (
    <Field {...field}>
      {(links) => {
        const shared = {
          ...links,
          value,
          onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => onChange(event.target.value),
          placeholder,
          autoFocus,
          inputMode,
          autoComplete: 'off',
          status: field.error ? ('error' as const) : undefined,
        };
        return lines ? (
          <Input.TextArea {...shared} rows={lines} />
        ) : (
          <Input {...shared} suffix={suffix} size={large ? 'large' : 'middle'} />
        );
      }}
    </Field>
  );
}
