'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { OfferForm } from '../../server/market/sales';
import type { Ware } from '../../server/market/wares';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/form/Form';
import { useForm } from '../../ui/form/useForm';
import { putUp } from './actions';

/** Another price for what is on the table, or a first one. */
export function PriceForm({ ware, onDone }: { ware: Ware; onDone: () => void }) {
  const router = useRouter();
  const form = useForm<Pick<OfferForm, 'price'>>({
    draftKey: `price of ${ware.key}`,
    initial: () => ({ price: ware.price ?? '' }),
    save: ({ price }) => putUp({ what: [ware.sellable], price }),
    saved: () => {
      onDone();
      router.refresh();
    },
  });
  const field = form.field('price');
  return (
    <Form form={form} className="flex flex-wrap gap-2 items-start mt-1">
      <TextField {...field} name={`price of ${ware.key}`} label="Price" placeholder="6.50 €" autoFocus />
      <Button htmlType="submit" type="primary" className="mt-6" loading={form.saving}>
        Save
      </Button>
      <Button
        type="text"
        className="mt-6"
        onClick={() => {
          form.clear();
          onDone();
        }}
      >
        Cancel
      </Button>
      <FormError form={form} />
    </Form>
  );
}
