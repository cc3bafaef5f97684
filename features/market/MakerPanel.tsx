'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { Maker, MakerForm } from '../../server/market/maker';
import { TextField } from '../../ui/controls/Field';
import { FilePick } from '../../ui/controls/FilePick';
import { Form, FormError } from '../../ui/form/Form';
import { useForm } from '../../ui/form/useForm';
import { sendPicture } from '../../ui/drawings/sendPicture';
import { Problem } from '../../ui/feedback/Notice';
import { useTask } from '../../ui/feedback/useTask';
import { keepMaker } from './actions';

/** Whose name and logo stand on the labels. */
export function MakerPanel({ maker: { name, logo } }: { maker: Maker }) {
  const router = useRouter();
  const form = useForm<Pick<MakerForm, 'name'>>({
    draftKey: 'maker on labels',
    edits: true,
    initial: () => ({ name }),
    save: (values) => keepMaker({ ...values, isLogoKept: true }),
    saved: () => router.refresh(),
  });
  const { busy, problem, run } = useTask();
  return (
    <section id="maker" className="grid gap-3" aria-labelledby="maker-name">
      <h2 id="maker-name">On your labels</h2>
      <Form form={form} className="flex flex-wrap gap-2 items-start">
        <TextField label="Your own name" {...form.field('name')} hint="empty: as on the band" />
        <Button htmlType="submit" className="mt-6" loading={form.saving} disabled={form.values.name.trim() === name}>
          Save
        </Button>
        <FormError form={form} />
      </Form>
      <div className="flex flex-wrap gap-3 items-center">
        {logo && (
          // eslint-disable-next-line @next/next/no-img-element -- small, and in the page already
          <img src={logo} alt="Your logo" className="max-w-[140px] max-h-[70px] p-1 rounded-md bg-white" />
        )}
        <FilePick
          accept="image/*"
          onPick={(file) => void run(() => sendPicture('/api/market/logo', file))}
          disabled={busy}
        >
          {logo ? 'Change the logo' : 'A logo, as a picture'}
        </FilePick>
        {logo && (
          <Button type="text" loading={busy} onClick={() => run(() => keepMaker({ name, isLogoKept: false }))}>
            Remove the logo
          </Button>
        )}
      </div>
      <Problem words={problem} />
    </section>
  );
}
