'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { namesApart } from '../../../core/yarn/colourWords';
import { FAULT_KINDS } from '../../../core/yarn/faults';
import type { FaultForm } from '../../../server/yarn/measurementForms';
import type { PieceView } from '../../../server/yarn/yarnViews';
import { ChoiceField } from '../../../ui/controls/Choice';
import { ColourPick } from '../../../ui/controls/ColourPick';
import { Field, TextField } from '../../../ui/controls/Field';
import { Length } from '../../../ui/figures/Figures';
import { Form, FormButtons, FormError } from '../../../ui/form/Form';
import { newKey } from '../../../ui/feedback/newKey';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useForm } from '../../../ui/form/useForm';
import { useRouter } from 'next/navigation';
import { keepFault, undoMeasurement } from '../actions';
import { endChoices } from '../words';
import styles from './PieceScreen.module.css';

/** What lies along a piece, and where; it follows the yarn through every later winding. */
export function FaultsPanel({ piece, palette }: { piece: PieceView; palette: readonly string[] }) {
  const [open, setOpen] = useState(false);
  const shown = piece.faults.slice(0, MOST_LISTED);
  const here = piece.consumedBy === null && piece.openRunId === null && piece.lengthM !== null;
  return (
    <div className="[&_ul]:pl-4 [&_ul]:list-disc my-2 mx-0">
      {piece.faults.length > 0 && (
        <ul>
          {shown.map(({ kind, atM, innerHex, outerHex }, i) => (
            <li key={i}>
              {kind} at <Length m={atM} /> from the {piece.form === 'hank' ? 'end that leaves first' : 'inner end'}
              {(innerHex || outerHex) && `: ${changeInWords(innerHex, outerHex)}`}
            </li>
          ))}
          {piece.faults.length > shown.length && <li>and {piece.faults.length - shown.length} more</li>}
        </ul>
      )}
      {here &&
        (open ? (
          <NoteFault piece={piece} palette={palette} close={() => setOpen(false)} />
        ) : (
          <Button type="text" className="-ml-4" onClick={() => setOpen(true)}>
            Mark a knot, a thin spot or a colour change
          </Button>
        ))}
    </div>
  );
}

const COLOURS = [
  ['before', 'Colour before it, from that end'],
  ['after', 'Colour after it'],
] as const;

/** More than so many are no list to be read. */
const MOST_LISTED = 12;

function changeInWords(innerHex?: string, outerHex?: string): string {
  const names = namesApart([innerHex, outerHex].flatMap((hex) => hex ?? []));
  if (!outerHex) return `${names[innerHex!]} before it`;
  return innerHex ? `${names[innerHex]} to ${names[outerHex]}` : `${names[outerHex]} begins`;
}

function NoteFault({ piece, palette, close }: { piece: PieceView; palette: readonly string[]; close: () => void }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const form = useForm<FaultForm>({
    draftKey: `fault of piece ${piece.id}`,
    initial: () => ({
      requestKey: newKey(),
      kind: 'knot',
      at: '',
      from: endChoices(piece.form)[0]!.value,
      before: '',
      after: '',
    }),
    save: (values) => keepFault(piece.id, values),
    saved: (id) => {
      offer({ words: 'It is noted, and will follow the yarn.', undo: () => undoMeasurement(id) });
      close();
      router.refresh();
    },
  });
  return (
    <Form
      form={form}
      className={`${styles.fault} grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-y-0 gap-x-4 max-w-[580px] py-3 px-0`}
    >
      <ChoiceField
        label="What"
        name="kind"
        value={form.values.kind}
        onChange={(kind) => form.set('kind', kind as FaultForm['kind'])}
        options={FAULT_KINDS.map((kind) => ({ value: kind, label: kind }))}
      />
      <TextField label="How far along" {...form.field('at')} placeholder="12 m" inputMode="decimal" />
      <ChoiceField
        label="From"
        name="from"
        value={form.values.from}
        onChange={(from) => form.set('from', from as FaultForm['from'])}
        options={endChoices(piece.form)}
      />
      {form.values.kind === 'colour change' && (
        <>
          {COLOURS.map(([name, label]) => (
            <Field key={name} name={name} label={label} error={form.errors[name]}>
              {(links) => (
                <ColourPick
                  {...links}
                  hex={form.values[name] ?? ''}
                  known={palette}
                  onChange={(hex) => form.set(name, hex)}
                />
              )}
            </Field>
          ))}
        </>
      )}
      <FormError form={form} />
      <div className="flex flex-wrap gap-3 mt-4">
        <FormButtons form={form} save="Mark it" onLeave={close} />
      </div>
    </Form>
  );
}
