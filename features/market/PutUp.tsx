'use client';

import { Button, Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import { lowerFirst } from '../../core/common/format';
import type { MarketPage } from '../../server/market/marketPage';
import type { Ware } from '../../server/market/wares';
import { TextField } from '../../ui/controls/Field';
import { ChoiceField } from '../../ui/controls/Choice';
import { Form, FormError } from '../../ui/form/Form';
import { Link } from '../../ui/controls/Link';
import { useForm } from '../../ui/form/useForm';
import { YarnPicker } from '../../ui/controls/YarnPicker';
import { FineMass } from '../../ui/figures/Figures';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { putUp } from './actions';

/** What is to lie on the table, and for how much: of a plan of minis, or of a yarn. */
export function PutUp({ page: { choice, plans } }: { page: MarketPage }) {
  const router = useRouter();
  return (
    <section className="grid gap-3 p-4 rounded-lg bg-card" aria-labelledby="put-up">
      <h2 id="put-up">Put something on the table</h2>
      {choice ? (
        <>
          <p>
            Of <strong>{choice.name}</strong>. <Link href="/market">Something else</Link>
          </p>
          {choice.wares.length === 0 ? (
            <p className="text-ink-soft">Nothing of it is there any more.</p>
          ) : (
            <PutUpForm key={`${choice.name} ${choice.wares[0]!.key}`} wares={choice.wares} />
          )}
        </>
      ) : (
        <>
          {plans.length > 0 && (
            <ChoiceField
              name="plan"
              label="Minis and kits of"
              value=""
              onChange={(id) => id && router.push(`/market?plan=${id}`)}
              options={[
                { value: '', label: 'choose a plan of minis' },
                ...plans.map(({ id, name }) => ({ value: String(id), label: name })),
              ]}
            />
          )}
          <YarnPicker
            label={plans.length > 0 ? 'Or pieces of a yarn' : 'Pieces of a yarn'}
            without={[]}
            onPick={({ id }) => router.push(`/market?yarn=${id}`)}
          />
        </>
      )}
    </section>
  );
}

function PutUpForm({ wares }: { wares: readonly Ware[] }) {
  const router = useRouter();
  const form = useForm<{ keys: string[]; price: string }>({
    draftKey: `on the table ${wares.map(({ key }) => key).join()}`,
    initial: () => ({ keys: wares.filter(({ price }) => price === null).map(({ key }) => key), price: '' }),
    save: ({ keys, price }) =>
      putUp({ what: wares.filter(({ key }) => keys.includes(key)).map(({ sellable }) => sellable), price }),
    saved: () => router.push('/market'),
  });
  const { keys } = form.values;
  const isMixed = new Set(wares.filter(({ sellable }) => 'pieceId' in sellable).map(({ title }) => title)).size > 1;
  const many = wares.filter(({ key }) => keys.includes(key)).length;
  return (
    <Form form={form} className="grid gap-3">
      <fieldset>
        <legend className="font-semibold text-small mb-1">What is for sale</legend>
        <Checkbox.Group
          className="grid gap-1"
          value={keys}
          onChange={(chosen) => form.set('keys', chosen as string[])}
          options={wares.map((ware) => ({ value: ware.key, label: <WareWords ware={ware} isNamed={isMixed} /> }))}
        />
        <FormError form={form} of="what" />
      </fieldset>
      <TextField label={many > 1 ? 'Price of each' : 'Price'} {...form.field('price')} placeholder="6.50 €" />
      <FormError form={form} />
      <Button type="primary" size="large" htmlType="submit" loading={form.saving} className="justify-self-start">
        Put {many === 1 ? 'it' : `all ${many}`} on the table
      </Button>
    </Form>
  );
}

function WareWords({
  ware: { sellable, title, pieces, label, massG, price, isWet },
  isNamed,
}: {
  ware: Ware;
  /** There are pieces of several yarns. */
  isNamed: boolean;
}) {
  const [first] = pieces;
  return (
    <span className="inline-flex gap-2 items-center">
      <svg width={28} height={28} aria-hidden="true" className="flex-none">
        <PieceGlyph form={first!.form} colourHex={first!.colourHex} x={14} y={14} side={27} />
      </svg>
      <span>
        {isNamed && 'pieceId' in sellable && <strong>{title}: </strong>}
        {isNamed && 'pieceId' in sellable ? lowerFirst(label) : label}
        {massG !== null && (
          <>
            , <FineMass g={massG} />
          </>
        )}
        {price !== null && <span className="text-ink-soft"> (on the table for {price})</span>}
        {isWet && <span className="text-amber font-semibold"> (not dry yet)</span>}
      </span>
    </span>
  );
}
