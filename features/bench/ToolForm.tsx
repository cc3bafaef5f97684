'use client';

import { Button, Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { lowerFirst } from '../../core/common/format';
import { readOrNull } from '../../core/common/inputError';
import { isWoundAsBall, type WoundOnto } from '../../core/winding/run';
import { parseSizeMm } from '../../core/common/span';
import { inMetres, parseNumber } from '../../core/common/units';
import type { ToolKind } from '../../server/bench/bench';
import { ChoiceField } from '../../ui/controls/Choice';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/form/Form';
import { useSystem } from '../../ui/frame/Providers';
import { type FormState, useForm } from '../../ui/form/useForm';
import { keepTool } from './actions';
import styles from './BenchScreen.module.css';
import { TOOL_FIELDS, type ToolField, toolForm } from './toolFigures';
import { Fold } from '../../ui/controls/Fold';

/** The figures as they are typed, and in `measured` the names of those that were. */
type Values = Record<string, string>;

const namesIn = (measured = ''): string[] => measured.split(' ').filter(Boolean);

const READABLE_MM = { lowMm: 1, highMm: 60_000 };

/** The figures of a tool, each with the way to measure it, and whether it was measured on the user's own. */
export function ToolForm({
  kind,
  id,
  initial,
  measured,
  close,
}: {
  kind: ToolKind;
  id: number | null;
  initial: Values;
  measured: readonly string[];
  close: () => void;
}) {
  const router = useRouter();
  const form = useForm<Values>({
    draftKey: `${kind} ${id ?? 'new'}`,
    edits: id !== null,
    initial: () => ({ ...initial, measured: measured.join(' ') }),
    save: ({ measured: names, ...figures }) => keepTool(id, toolForm(kind, figures, namesIn(names))),
    saved: () => {
      router.refresh();
      close();
    },
  });
  /** A ball has no height. */
  const asked = ({ name }: ToolField) => name !== 'heightMm' || !isWoundAsBall(form.values.kind as WoundOnto);
  const marked = namesIn(form.values.measured);
  const mark = (name: string, on: boolean) => {
    const others = marked.filter((each) => each !== name);
    form.set('measured', (on ? [...others, name] : others).join(' '));
  };
  return (
    <Form
      form={form}
      className={`${styles.form} grid grid-cols-[repeat(auto-fill,minmax(min(270px,100%),1fr))] gap-y-1 gap-x-6 items-start w-full`}
    >
      <TextField label="Name" {...form.field('name')} autoFocus />
      {kind === 'hand_form' && (
        <ChoiceField
          label="What it is"
          {...form.field('kind')}
          options={[
            { value: 'nostepinne', label: 'nostepinne, a tapered stick' },
            { value: 'tube', label: 'card tube' },
            { value: 'thumb', label: 'thumb' },
            { value: 'fingers', label: 'two fingers, for a flat foot' },
          ]}
        />
      )}
      {kind === 'reel' && (
        <ChoiceField
          label="What it is"
          {...form.field('kind')}
          options={[
            { value: 'arm', label: 'hand and elbow' },
            { value: 'frame', label: 'a frame' },
            { value: 'reel', label: 'a hand reel' },
            { value: 'chair', label: 'a chair back' },
          ]}
        />
      )}
      {TOOL_FIELDS[kind].filter(asked).map((field) => (
        <Figure
          key={field.name}
          field={field}
          form={form}
          changed={form.values[field.name] !== initial[field.name]}
          marked={marked.includes(field.name)}
          onMark={(on) => mark(field.name, on)}
        />
      ))}
      {kind === 'winder' && (
        <>
          <ChoiceField
            label="Seen from above, cranked as usual, the spindle turns"
            {...form.field('turning')}
            options={[
              { value: '', label: 'not looked yet' },
              { value: 'clockwise', label: 'clockwise, as a clock’s hands' },
              { value: 'counterclockwise', label: 'anticlockwise' },
            ]}
          />
          <ChoiceField
            label="Turned by"
            {...form.field('drive')}
            options={[
              { value: 'hand', label: 'hand' },
              { value: 'motor', label: 'a motor' },
            ]}
          />
          <ChoiceField
            label="Beneath the yarn there is"
            {...form.field('base')}
            options={[
              { value: 'flat', label: 'a flat plate' },
              { value: 'dished', label: 'a dished plate' },
              { value: 'rimmed', label: 'a plate with a rim' },
            ]}
          />
        </>
      )}
      <FormError form={form} />
      <div className={`${styles.ways} flex flex-wrap gap-2`}>
        <Button type="primary" htmlType="submit" loading={form.saving}>
          {id === null ? 'Add to my tools' : 'Save'}
        </Button>
        <Button
          type="text"
          onClick={() => {
            form.clear();
            close();
          }}
        >
          Cancel
        </Button>
      </div>
    </Form>
  );
}

function Figure({
  field,
  form,
  changed,
  marked,
  onMark,
}: {
  field: ToolField;
  form: FormState<Values>;
  changed: boolean;
  marked: boolean;
  onMark: (on: boolean) => void;
}) {
  const system = useSystem();
  const [counted, setCounted] = useState('');
  const [unmeasured] = useState(!marked);
  const { name, label, how, optional, instead } = field;
  const take = (typed: string) => {
    setCounted(typed);
    const { read, figure: figureOf } = instead!;
    const figure = readOrNull(() =>
      figureOf(read === 'count' ? parseNumber(typed, '') : parseSizeMm(typed, system, READABLE_MM, ''), form.values),
    );
    if (figure === null || figure.includes('NaN')) return;
    form.set(name, figure);
    onMark(true);
  };
  return (
    <div className="grid gap-1 pb-3">
      <TextField label={label} {...form.field(name)} />
      {!optional && (
        <Checkbox checked={marked || changed} disabled={changed} onChange={({ target }) => onMark(target.checked)}>
          measured on mine
        </Checkbox>
      )}
      {/* Open where it was never measured: whoever has done it knows how. */}
      <Fold
        title={
          <>
            How to measure it<span className="visually-hidden"> ({lowerFirst(label)})</span>
          </>
        }
        openAtFirst={unmeasured}
      >
        <p className="mb-2">{how}</p>
        {instead && (
          <TextField
            name={`${name}-counted`}
            label={instead.label}
            value={counted}
            onChange={take}
            inputMode="decimal"
            placeholder={instead.read === 'count' ? undefined : inMetres(system) ? '75 mm' : '3 in'}
            hint="the figure above follows"
          />
        )}
      </Fold>
    </div>
  );
}
