'use client';

import { useRouter } from 'next/navigation';
import type { KnittingPage } from '../../../server/projects/knitting';
import type { ChangeKnittingForm } from '../../../server/projects/knittingForms';
import { Form, FormButtons, FormError } from '../../../ui/form/Form';
import { useForm } from '../../../ui/form/useForm';
import { newKey } from '../../../ui/feedback/newKey';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { PageHead } from '../../../ui/frame/PageHead';
import { keepKnitting } from '../actions';
import { KnittingFields } from './KnittingFields';
import { knittingFirst } from './knittingValues';

/** Changes how the rows go, and what is kept for the border; the weighings stay. */
export function ChangeKnittingScreen({
  page,
  projects,
}: {
  page: KnittingPage;
  projects: readonly { id: number; name: string }[];
}) {
  const router = useRouter();
  const offer = useUndoOffer();
  const back = `/projects/knitting/${page.id}`;
  const form = useForm<ChangeKnittingForm>({
    draftKey: `knitting ${page.id}`,
    edits: true,
    initial: () => knittingFirst(page),
    save: (values) => keepKnitting(page.id, values),
    saved: () => {
      const before = { ...knittingFirst(page), requestKey: newKey() };
      offer({ words: 'The change is saved.', undo: () => keepKnitting(page.id, before) });
      router.push(back);
    },
  });
  return (
    <>
      <PageHead title={`Edit ${page.name}`} />
      <Form form={form} className="flex flex-col gap-3 max-w-[980px]">
        <KnittingFields form={form} projects={projects} />
        <FormError form={form} />
        <div className="flex gap-3 pb-3">
          <FormButtons form={form} save="Save" onLeave={() => router.push(back)} />
        </div>
      </Form>
    </>
  );
}
