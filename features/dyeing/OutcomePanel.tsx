'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { BathPage } from '../../server/dyeing/bathPages';
import type { OutcomeForm } from '../../server/dyeing/baths';
import { ColourPick } from '../../ui/controls/ColourPick';
import { Field, TextField } from '../../ui/controls/Field';
import { Fold } from '../../ui/controls/Fold';
import { Form, FormError } from '../../ui/form/Form';
import { PictureColours } from '../../ui/controls/PictureColours';
import { useForm } from '../../ui/form/useForm';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { keepColour } from './actions';

/** What came out of a bath: its name, its swatch, and the lot that it is known by. */
export function OutcomePanel({ bath }: { bath: BathPage }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const known: OutcomeForm = { name: bath.name, hex: bath.colourHex ?? '', dyeLot: bath.dyeLot };
  const form = useForm<OutcomeForm>({
    draftKey: `colour of bath ${bath.id}`,
    initial: () => ({ ...known, dyeLot: bath.dyeLot || bath.usualLot }),
    save: (values) => keepColour(bath.id, values),
    saved: () => {
      offer({ words: 'Its colour is saved: the yarn is called by it.', undo: () => keepColour(bath.id, known) });
      form.clear();
      router.refresh();
    },
  });
  return (
    <section aria-labelledby="outcome">
      <h2 id="outcome">What came out</h2>
      <Form form={form} className="grid gap-1">
        <div className="grid grid-cols-[1.6fr_1fr_72px] gap-x-3 items-start">
          <TextField label="Colour" {...form.field('name')} />
          <TextField label="Dye lot" {...form.field('dyeLot')} />
          <Field name="hex" label="Swatch" error={form.errors.hex}>
            {(links) => <ColourPick {...links} hex={form.values.hex} onChange={(hex) => form.set('hex', hex)} />}
          </Field>
        </div>
        <Fold title="Take the swatch from a picture">
          <PictureColours pictures={bath.pictures} onPick={(hex) => form.set('hex', hex)} />
        </Fold>
        <FormError form={form} />
        <Button type="primary" htmlType="submit" loading={form.saving} className="justify-self-start mt-2">
          Save its colour
        </Button>
      </Form>
    </section>
  );
}
