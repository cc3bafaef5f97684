'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { useRouter } from 'next/navigation';
import { useRef } from 'react';
import type { QuickPage } from '../../../server/winding/quickPage';
import { ChoiceField } from '../../../ui/controls/Choice';
import { MassField, TextField } from '../../../ui/controls/Field';
import { Form } from '../../../ui/form/Form';
import { keepDraft } from '../../../ui/form/drafts';
import { useForm } from '../../../ui/form/useForm';
import { ScaleChoice, useScale } from '../../../ui/controls/WeighingFields';
import { KnownMass, LengthWithin } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { ASKED_ABOUT } from '../band/bandValues';
import { CLASS_OPTIONS, SOURCE_WORDS } from '../band/BandFields';
import { Fit, IsItEnough, Minis, planOf, Twist, Wind } from './questions';
import { NOTHING_TYPED, type QuickForm, toKeep, yarnInHand } from './yarnInHand';

const FirstTour = contained(dynamic(() => import('./FirstTour').then((module) => module.FirstTour), { ssr: false }));

/** Five questions about a yarn in the hand, answered from what is typed of it; nothing is saved until it is kept. */
export function QuickScreen({ page }: { page: QuickPage }) {
  const router = useRouter();
  const system = useSystem();
  const scale = useScale(page.scales);
  const form = useForm<QuickForm>({
    draftKey: 'quick yarn',
    initial: () => ({ ...NOTHING_TYPED, toolKey: page.tools[0]!.key }),
    save: (values) => {
      keepDraft(ASKED_ABOUT, toKeep(values), system);
      return Promise.resolve({ ok: true, id: 0 });
    },
    saved: () => router.push('/yarns/new?asked'),
  });
  const yarn = yarnInHand(form.values, scale.resolutionG, system);
  const field = (name: 'mass' | 'putUpMass' | 'putUpLength') => ({ ...form.field(name), error: yarn.errors[name] });
  const asked = { page, form, yarn, plan: planOf(page, form.values, yarn, system) };
  const [figures, answers, keep] = [useRef<HTMLElement>(null), useRef<HTMLElement>(null), useRef<HTMLDivElement>(null)];
  return (
    <>
      <div className="grid grid-cols-[minmax(280px,1fr)_minmax(0,2.6fr)] gap-y-6 gap-x-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <section ref={figures} aria-labelledby="in-hand">
          <Form form={form} className="grid gap-3">
            <h1 id="in-hand">{page.firstVisit ? 'Welcome. What is in your hand?' : 'The yarn in your hand'}</h1>
            <p className="mb-2 text-ink-soft">Type what you know. Nothing is saved until you keep it.</p>
            <MassField label="Weight on your scale" {...field('mass')} hint="without its band" autoFocus />
            <ScaleChoice scale={scale} />
            <div className="grid grid-cols-[1fr_1fr] gap-4">
              <TextField label="Weight per ball" {...field('putUpMass')} hint="on its band" />
              <TextField label="Length per ball" {...field('putUpLength')} hint="on its band" />
            </div>
            <ChoiceField
              label="Weight class"
              name="weightClass"
              error={undefined}
              onChange={(value) => form.set('weightClass', value as QuickForm['weightClass'])}
              value={form.values.weightClass}
              options={CLASS_OPTIONS}
            />
            <p role="status" className="min-h-[3rem]">
              {yarn.mass && yarn.lengthM && yarn.grist && (
                <>
                  <KnownMass fact={yarn.mass} /> make about{' '}
                  <strong>
                    <LengthWithin m={yarn.lengthM} />
                  </strong>
                  {yarn.grist.guess && `, guessed from ${SOURCE_WORDS[yarn.grist.source]}`}.
                </>
              )}
            </p>
            <div ref={keep} className="flex flex-wrap gap-3">
              <Button type="primary" size="large" htmlType="submit">
                Keep this yarn
              </Button>
              <Button size="large" type="text" onClick={form.clear}>
                Clear
              </Button>
            </div>
          </Form>
        </section>
        <section
          ref={answers}
          aria-label="Questions"
          className="grid grid-cols-[repeat(auto-fit,minmax(min(290px,100%),1fr))] gap-4"
        >
          <IsItEnough {...asked} />
          <Fit {...asked} />
          <Wind {...asked} />
          <Minis {...asked} />
          <Twist {...asked} />
        </section>
      </div>
      {page.firstVisit && <FirstTour stops={[figures, answers, keep]} />}
    </>
  );
}
