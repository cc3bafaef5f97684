'use client';

import { useRouter } from 'next/navigation';
import { inWords, massFigure } from '../../../core/common/format';
import type { ScaleTool } from '../../../server/bench/bench';
import type { NewKnittingPage } from '../../../server/projects/knitting';
import type { BeginKnittingForm } from '../../../server/projects/knittingForms';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { Form, FormButtons, FormError } from '../../../ui/form/Form';
import { OnScale } from '../../../ui/controls/OnScale';
import { useForm } from '../../../ui/form/useForm';
import { useScale } from '../../../ui/controls/WeighingFields';
import { Notice } from '../../../ui/feedback/Notice';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { startKnitting } from '../actions';
import { KnittingFields } from './KnittingFields';
import { ballThere, emptyKnitting } from './knittingValues';

/** Begins something whose yarn is weighed as it is knitted. */
export function BeginKnittingScreen({
  page: { balls, projects },
  projectId,
  scales,
}: {
  page: NewKnittingPage;
  projectId: number | null;
  scales: ScaleTool[];
}) {
  const router = useRouter();
  const system = useSystem();
  const scale = useScale(scales);
  const name = projects.find(({ id }) => id === projectId)?.name ?? '';
  const first = balls[0]?.id ?? 0;
  const form = useForm<BeginKnittingForm & { pieceId: number }>({
    draftKey: `new knitting ${projectId ?? ''} ${first || ''}`,
    initial: () => ({ ...emptyKnitting(projectId, name), pieceId: first }),
    save: ({ pieceId, ...values }) =>
      startKnitting(ballThere(balls, pieceId, first), { ...values, scaleResolutionG: scale.resolutionG }),
    saved: (id) => {
      form.clear();
      router.push(`/projects/knitting/${id}`);
    },
  });
  const head = (
    <PageHead
      title="Weigh as you knit"
      under="Or crochet: weigh the ball after a row now and again, and see how many rows it still makes."
    />
  );
  if (balls.length === 0)
    return (
      <>
        {head}
        <Notice tone="plain">
          {projectId === null
            ? 'Choose a piece to knit from on its own page, or a project that takes one.'
            : 'None of this project’s yarns has a piece that it could be knitted from.'}{' '}
          <ActionLink href="/yarns">My yarn</ActionLink>
        </Notice>
      </>
    );
  return (
    <>
      {head}
      <Form
        form={form}
        className="grid grid-cols-[1.7fr_1fr] gap-x-wide gap-y-4 items-start max-tablet:grid-cols-[minmax(0,1fr)]"
      >
        <section className="flex flex-col gap-3" aria-label="What is knitted">
          <KnittingFields form={form} projects={projects} />
        </section>
        <section className="flex flex-col gap-1 p-4 rounded-lg bg-card" aria-labelledby="first">
          <h2 id="first">The first weighing</h2>
          <ChoiceField
            name="pieceId"
            label="Knitted from"
            value={String(ballThere(balls, form.values.pieceId, first))}
            onChange={(id) => form.set('pieceId', Number(id))}
            options={balls.map(({ id, label, yarnName, massG }) => ({
              value: String(id),
              label: [label, yarnName, massG !== null && inWords(massFigure(massG, system))].filter(Boolean).join(', '),
            }))}
          />
          <TextField
            label="Rows done so far"
            {...form.field('rowsDone')}
            inputMode="numeric"
            hint="0: not cast on yet"
          />
          <OnScale form={form} label="The ball weighs" hint="empty: weighed later" scale={scale} />
        </section>
        <div className="col-span-full flex flex-wrap gap-3 pb-3">
          <FormError form={form} />
          <FormButtons form={form} save="Begin" onLeave={() => router.back()} />
        </div>
      </Form>
    </>
  );
}
