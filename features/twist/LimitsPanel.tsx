'use client';

import { Button } from 'antd';
import { STARTING_LIMITS, type TwistLimits, YARN_BUILDS, type YarnBuild } from '../../core/twist/twistSeverity';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/controls/Form';
import { useForm } from '../../ui/controls/useForm';
import { useRouter } from 'next/navigation';
import { saveLimits } from './actions';
import { Fold } from '../../ui/controls/Fold';

const BUILD_WORDS: Record<YarnBuild, string> = {
  single: 'a single',
  'two-ply': 'a two-ply',
  'more plies': 'three plies and more',
};

type Values = Record<YarnBuild, { seenPercent: string; troublePercent: string }>;

/** From what change on it matters: a rule of thumb, for the maker to change. */
export function LimitsPanel({
  limits,
  build,
  plies,
}: {
  limits: Record<YarnBuild, TwistLimits>;
  /** The build of the yarn that is looked at. */
  build: YarnBuild;
  plies: number | null;
}) {
  const { seenPercent, troublePercent } = limits[build];
  return (
    <Fold
      className="mt-4"
      title={
        <>
          How much matters: in {BUILD_WORDS[build]}, {seenPercent} % is noticeable and {troublePercent} % is a problem{' '}
          <span className="text-ink-soft">
            (a rule of thumb{plies === null && '; its plies are not known, so it is taken for a two-ply'})
          </span>
        </>
      }
    >
      <LimitsForm limits={limits} />
    </Fold>
  );
}

const typed = (limits: Readonly<Record<YarnBuild, TwistLimits>>): Values =>
  Object.fromEntries(
    YARN_BUILDS.map((build) => [
      build,
      { seenPercent: String(limits[build].seenPercent), troublePercent: String(limits[build].troublePercent) },
    ]),
  ) as Values;

function LimitsForm({ limits }: { limits: Record<YarnBuild, TwistLimits> }) {
  const router = useRouter();
  const form = useForm<Values>({
    draftKey: 'twist limits',
    initial: () => typed(limits),
    save: saveLimits,
    saved: () => router.refresh(),
  });
  const { values, errors, set } = form;
  return (
    <Form form={form} className="grid gap-1 max-w-[620px] mt-2">
      <p className="mb-2 text-ink-soft">
        Nobody has measured where an eye begins to see it; singles show most, since nothing else holds them together.
        Put in what you see in your own fabric.
      </p>
      {YARN_BUILDS.map((build) => (
        <div
          key={build}
          className="max-phone:[&>span]:col-span-full grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1fr)] gap-4 items-center max-phone:grid-cols-[1fr_1fr]"
          role="group"
          aria-label={BUILD_WORDS[build]}
        >
          <span>In {BUILD_WORDS[build]}</span>
          {(['seenPercent', 'troublePercent'] as const).map((name) => (
            <TextField
              key={name}
              name={`${build}.${name}`}
              label={name === 'seenPercent' ? 'noticeable from' : 'a problem from'}
              value={values[build][name]}
              onChange={(value) => set(build, { ...values[build], [name]: value })}
              error={errors[`${build}.${name}`]}
              suffix="%"
              inputMode="decimal"
            />
          ))}
        </div>
      ))}
      <FormError form={form} />
      <div className="flex gap-3">
        <Button htmlType="submit" loading={form.saving}>
          Use these
        </Button>
        <Button type="text" onClick={() => YARN_BUILDS.forEach((build) => set(build, typed(STARTING_LIMITS)[build]))}>
          Back to the starting figures
        </Button>
      </div>
    </Form>
  );
}
