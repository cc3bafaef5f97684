'use client';

import { DatePicker } from 'antd';
import dayjs from 'dayjs';
import { Field, type FieldProps } from './Field';

/** As it is kept, and as it is shown; either can be typed. */
const KEPT = 'YYYY-MM-DD';
const FORMATS = ['D MMM YYYY', KEPT, 'D.M.YYYY', 'D/M/YYYY'];

/** A day, typed or chosen from a month; empty: none. */
export function DateField({
  value,
  onChange,
  ...field
}: FieldProps & { value: string; onChange: (value: string) => void }) {
  return (
    <Field {...field}>
      {(links) => (
        <DatePicker
          {...links}
          className="w-full"
          value={value === '' ? null : dayjs(value, KEPT)}
          onChange={(day) => onChange(day ? day.format(KEPT) : '')}
          format={FORMATS}
          placeholder="day month year"
          status={field.error ? 'error' : undefined}
        />
      )}
    </Field>
  );
}
