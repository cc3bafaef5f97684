'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { STARTING_LIMITS, type TwistLimits, YARN_BUILDS, type YarnBuild } from '../../core/twist/twistSeverity';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/form/Form';
import { useForm } from '../../ui/form/useForm';
import { saveLimits } from './actions';
import { BUILD_WORDS } from './words';

type Values = Record<YarnBuild, { seenPercent: string; troublePercent: string }>;

const typed = (limits: Readonly<Record<YarnBuild, TwistLimits>>): Values =>
  Object.fromEntries(
    YARN_BUILDS.map((build) => [
      build,
      { seenPercent: String(limits[build].seenPercent), troublePercent: String(limits[build].troublePercent) },
    ]),
  ) as Values;

/** What the maker sees in a fabric of their own. */
export function LimitsForm({ limits }: { limits: Record<YarnBuild, TwistLimits> }) {
  const router = useRouter();
  const form = useForm<Values>({
    draftKey: 'twist limits',
    edits: true,
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
