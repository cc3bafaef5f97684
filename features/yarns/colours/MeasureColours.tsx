'use client';

import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { lowerFirst } from '../../../core/common/format';
import { changedAt, withoutAt } from '../../../core/common/changedAt';
import { inMetres } from '../../../core/common/units';
import type { ColoursForm, ColoursPage } from '../../../server/yarn/colours';
import { ChoiceField } from '../../../ui/controls/Choice';
import { ColourPick } from '../../../ui/controls/ColourPick';
import { TextField } from '../../../ui/controls/Field';
import { Fold } from '../../../ui/controls/Fold';
import { Form, FormError } from '../../../ui/form/Form';
import { PictureColours } from '../../../ui/controls/PictureColours';
import { useForm } from '../../../ui/form/useForm';
import { newKey } from '../../../ui/feedback/newKey';
import { Notice } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { Length } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { keepColours, undoMeasurement } from '../actions';
import { endChoices } from '../words';

type Values = ColoursForm & { piece: string };
type Stretch = Values['stretches'][number];

const NEW: Stretch = { hex: '', length: '' };

/** The colours along a piece, one after another, each as long as the ruler says. */
export function MeasureColours({ page: { yarn, colours, pieces, pictures } }: { page: ColoursPage }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const system = useSystem();
  const form = useForm<Values>({
    draftKey: `colours of yarn ${yarn.id}`,
    initial: () => ({
      requestKey: newKey(),
      piece: String(pieces[0]?.piece.id ?? ''),
      from: '',
      stretches: colours.order.length > 0 ? colours.order.map((hex) => ({ hex, length: '' })) : [NEW, NEW],
    }),
    save: ({ piece, ...values }) => keepColours(Number(piece), values),
    saved: (id) => {
      offer({ words: 'It is saved, and counts from now on.', undo: () => undoMeasurement(id) });
      form.clear();
      router.refresh();
    },
  });
  const { stretches, from } = form.values;
  const piece = pieces.find(({ piece }) => String(piece.id) === form.values.piece)?.piece ?? pieces[0]?.piece;
  if (!piece) return <Notice tone="plain">Nothing of this yarn is there to be measured.</Notice>;
  const set = (at: number, change: Partial<Stretch>) => form.set('stretches', changedAt(stretches, at, change));
  return (
    <Form form={form} className="grid gap-3">
      <p className="text-ink-soft">
        {from === ''
          ? 'Lay the yarn along a ruler, unstretched, and begin where a colour begins. End where it begins again, or measure several repeats on end.'
          : 'Begin at the very end. The last colour needs no length: it only says what comes next.'}
        {piece.form === 'hank' && piece.loopM !== null && (
          <>
            {' '}
            What was dyed in the hank repeats once round it, here <Length m={piece.loopM} />.
          </>
        )}
      </p>
      <div className="grid grid-cols-2 gap-x-4 max-phone:grid-cols-1">
        {pieces.length > 1 && (
          <ChoiceField
            name="piece"
            label="Piece"
            value={String(piece.id)}
            onChange={(value) => form.set('piece', value)}
            options={pieces.map(({ piece: { id, label } }) => ({ value: String(id), label: lowerFirst(label) }))}
          />
        )}
        <ChoiceField
          name="from"
          label="Measured"
          value={from}
          onChange={(value) => form.set('from', value)}
          options={[
            { value: '' as const, label: 'from one change to the next' },
            ...endChoices(piece.form).map(({ value, label }) => ({ value, label: `from ${label}` })),
          ]}
        />
      </div>
      <ol className="grid grid-cols-2 gap-x-4 max-phone:grid-cols-1 [&_.ant-form-item]:mb-3">
        {stretches.map(({ hex, length }, i) => (
          <li key={i} className="grid grid-cols-[64px_minmax(0,1fr)_auto] gap-x-2 items-start">
            <div className="pt-6">
              <ColourPick
                hex={hex}
                known={colours.order}
                onChange={(next) => set(i, { hex: next })}
                aria-label={`Colour ${i + 1}`}
              />
            </div>
            <TextField
              name={`stretches.${i}.length`}
              label={`Stretch ${i + 1}`}
              value={length}
              onChange={(next) => set(i, { length: next })}
              error={form.errors[`stretches.${i}.length`] ?? form.errors[`stretches.${i}.hex`]}
              placeholder={inMetres(system) ? '2.4 m' : '2.6 yd'}
              inputMode="decimal"
            />
            <Button
              className="mt-6"
              type="text"
              shape="circle"
              icon={<CloseOutlined />}
              aria-label={`Without stretch ${i + 1}`}
              disabled={stretches.length <= 2}
              onClick={() => form.set('stretches', withoutAt(stretches, i))}
            />
          </li>
        ))}
      </ol>
      <FormError form={form} of="stretches" />
      <Button className="justify-self-start" onClick={() => form.set('stretches', [...stretches, nextOf(stretches)])}>
        One more stretch
      </Button>
      <Fold title="Take the colours from a picture">
        <PictureColours pictures={pictures} onPick={(hex) => form.set('stretches', withColour(stretches, hex))} />
      </Fold>
      <FormError form={form} />
      <Button type="primary" size="large" htmlType="submit" loading={form.saving} className="justify-self-start">
        Save it
      </Button>
    </Form>
  );
}

/** Where the colours came round already, the next one is the one that followed then. */
function nextOf(stretches: readonly Stretch[]): Stretch {
  const last = stretches.at(-1)?.hex;
  const before = stretches.slice(0, -1).findLastIndex(({ hex }) => hex !== '' && hex === last);
  if (before >= 0) return { hex: stretches[before + 1]!.hex, length: '' };
  const first = stretches[0]!.hex;
  return { hex: last === first ? '' : first, length: '' };
}

/** A colour from a picture goes to the first stretch that has none, or is a stretch of its own. */
function withColour(stretches: readonly Stretch[], hex: string): Stretch[] {
  const free = stretches.findIndex((each) => each.hex === '');
  if (free < 0) return [...stretches, { hex, length: '' }];
  return stretches.map((each, i) => (i === free ? { ...each, hex } : each));
}
