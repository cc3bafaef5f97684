'use client';

import { useRunLog, RunLog } from '../../../ui/bench/RunLog';
import { useRouter } from 'next/navigation';
import { massBalance } from '../../../core/logbook/massBalance';
import { inWords, lengthFigure, massFigure, upperFirst } from '../../../core/common/format';
import { countInWords, madeOn, type RunState, woundParts } from '../../../core/winding/run';
import { readOrNull } from '../../../core/common/inputError';
import { inMetres, parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { LogForm as LogValues } from '../../../server/winding/runLog';
import type { RunPage } from '../../../server/winding/runEvents';
import { BalanceWords } from '../../../ui/figures/BalanceWords';
import { FromScale } from '../../../ui/devices/FromScale';
import { TextField, MassField } from '../../../ui/controls/Field';
import { FormError } from '../../../ui/form/Form';
import type { FormState } from '../../../ui/form/useForm';
import { KnownMass } from '../../../ui/figures/Figures';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { chooseStep, useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { saveLog } from '../actions';
import { EMPTY_LOG } from './emptyLog';
import { LoggedWays } from './LoggedWays';
import styles from './LogForm.module.css';

/** The cakes on the scale: what they weigh, whether that balances with the hank, and into the log with it. */
export function LogForm({
  page,
  state,
  scales,
  enabled,
  settled,
  onBack,
}: {
  page: RunPage;
  state: RunState;
  scales: ScaleTool[];
  enabled: boolean;
  settled: () => Promise<boolean>;
  onBack: () => void;
}) {
  const router = useRouter();
  const system = useSystem();
  const scale = useScale(scales);
  const parts = woundParts(state);
  const lostM = state.troubles.reduce((sum, trouble) => sum + trouble.lostM, 0);
  const lostG = Number((lostM / page.plan.gristMPerG).toFixed(1));
  const log = useRunLog<LogValues>({
    runId: page.id,
    settled,
    initial: () => ({ ...EMPTY_LOG, ...page.ways, waste: lostG > 0 ? `${lostG} g` : '', requestKey: newKey() }),
    save: (values) => {
      const each = (texts: readonly string[]) => parts.map((part) => texts[part] ?? '');
      return saveLog(page.id, {
        ...values,
        masses: each(values.masses),
        diameters: each(values.diameters),
        heights: each(values.heights),
        laid: parts.map((part) => values.laid[part] ?? ''),
        scaleResolutionG: scale.resolutionG,
      });
    },
    saved: (id) => router.replace(`/logbook/${id}`),
  });
  const { form } = log;
  const { values, set } = form;
  const tareG = grams(values.tare) ?? 0;
  const outG = [...parts.map((part) => values.masses[part] ?? ''), ...(values.rest.trim() ? [values.rest] : [])].map(
    (text) => {
      const gross = grams(text);
      return gross === null ? null : gross - tareG;
    },
  );

  // By the cake's place in the plan: one that is wound after all, between two others, takes the figures of neither.
  function setAt(name: MeasureName, part: number, value: string): void {
    set(
      name,
      page.plan.cakes.map((_, i) => (i === part ? value : (values[name][i] ?? ''))),
    );
  }

  function grams(text: string): number | null {
    return readOrNull(() => parseQuantity(text, 'mass', system));
  }

  return (
    <RunLog
      log={log}
      enabled={enabled}
      scale={
        <>
          <h2>Put {toWeigh(page, parts)} on the scale</h2>
          <div className={`${styles.masses} grid gap-1 mb-3`}>
            {parts.map((part, i) => (
              <CakeOnScale
                key={part}
                page={page}
                state={state}
                part={part}
                at={i}
                form={form}
                label={labelOf(page, part, parts.length)}
                onType={(name, value) => setAt(name, part, value)}
                onStep={(stepG) => chooseStep(scale, stepG)}
              />
            ))}
          </div>
          <WeighingFields scale={scale} tare={form.field('tare')} humidity={form.field('humidity')} />
        </>
      }
      rest={
        <>
          <h2>And what else there was</h2>
          <div className="grid grid-cols-[1fr_1fr] gap-4">
            <TextField
              label="Left over, unwound"
              {...form.field('rest')}
              hint="empty: all of it was wound"
              inputMode="decimal"
            />
            <TextField
              label="Cut off, thrown away"
              {...form.field('waste')}
              hint={lostG > 0 ? `${inWords(lengthFigure(lostM, system))} were cut out on the way` : 'empty: nothing'}
              inputMode="decimal"
            />
          </div>
          <TextField label="Notes" {...form.field('note')} placeholder="thin spots, how it ran, how firm it came out" />
          <LoggedWays page={page} parts={parts} form={form} />
          {state.marks.length > 0 && (
            <p className="text-ink-soft">
              {state.marks.length === 1
                ? 'What was marked goes into the log at its place.'
                : `The ${state.marks.length} things that were marked go into the log, each at its place.`}
            </p>
          )}
          <Compared page={page} outG={outG} resolutionG={scale.resolutionG} wasteG={grams(values.waste) ?? 0} />
          <FormError form={form} of="masses" />
        </>
      }
      acts={[{ words: 'Back', act: onBack }]}
    />
  );
}

type MeasureName = 'masses' | 'diameters' | 'heights';

const SIZES = [
  { name: 'diameters', label: 'Across', hint: 'teaches how firm you wind' },
  { name: 'heights', label: 'High', hint: 'empty: not measured' },
] as const;

/** One cake: its mass, by hand or from the scale, and how large it came out. */
function CakeOnScale({
  page,
  state,
  part,
  at,
  form: { values, errors },
  label,
  onType,
  onStep,
}: {
  page: RunPage;
  state: RunState;
  part: number;
  /** Its place among those that were wound. */
  at: number;
  form: FormState<LogValues>;
  label: string;
  onType: (name: MeasureName, value: string) => void;
  onStep: (stepG: number) => void;
}) {
  const system = useSystem();
  const { onto } = page.plan.cakes[part]!.tool;
  return (
    <div
      className={`${styles.cake} [&_input]:text-large [&_input]:font-bold grid grid-cols-[74px_1fr] gap-4 items-center`}
    >
      <svg width={74} height={74} aria-hidden="true">
        <PieceGlyph form={madeOn(onto)} colourHex={page.colourHex} x={37} y={37} side={70} />
      </svg>
      <div>
        <div className={`${styles.measures} grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)_minmax(0,1fr)] gap-3`}>
          <MassField
            name={`masses.${at}`}
            label={label}
            value={values.masses[part] ?? ''}
            onChange={(value) => onType('masses', value)}
            error={errors[`masses.${at}`]}
            hint={[
              countInWords(state, part, onto) ?? 'not counted',
              // Not put into the field: there the bowl is on the scale as well.
              state.weighedG[part] &&
                `${inWords(massFigure(state.weighedG[part], system))} when it came off, without a bowl`,
            ]
              .filter(Boolean)
              .join('; ')}
            autoFocus={at === 0}
            large
          />
          {SIZES.map(({ name, label, hint }) => (
            <TextField
              key={name}
              name={`${name}.${at}`}
              label={label}
              value={values[name][part] ?? ''}
              onChange={(value) => onType(name, value)}
              error={errors[`${name}.${at}`]}
              placeholder={inMetres(system) ? 'mm' : 'in'}
              hint={at === 0 ? hint : undefined}
              inputMode="decimal"
            />
          ))}
        </div>
        <FromScale
          onTake={(massG, stepG) => {
            onType('masses', `${massG} g`);
            onStep(stepG);
          }}
        />
      </div>
    </div>
  );
}

/** What came out beside what went in, once all of it is on the scale. */
function Compared({
  page,
  outG,
  resolutionG,
  wasteG,
}: {
  page: RunPage;
  outG: readonly (number | null)[];
  resolutionG: number;
  wasteG: number;
}) {
  const system = useSystem();
  const whole = page.plan.mass;
  const isComplete = outG.every((massG) => massG !== null && massG > 0);
  return (
    <div className="mt-3">
      {!isComplete ? (
        <Notice tone="plain">
          {page.pieceLabel} was <KnownMass fact={whole} />. What comes out is compared with it here.
        </Notice>
      ) : (
        <>
          {whole.from === 'scale' ? (
            <BalanceWords
              balance={massBalance({
                in: [whole],
                out: outG.map((massG) => ({ massG: massG!, resolutionG })),
                wasteG,
              })}
            />
          ) : (
            <Notice tone="plain">
              It was not weighed before, so there is nothing to balance against. The band says{' '}
              <KnownMass fact={whole} />.
            </Notice>
          )}
          <p className="mt-3 text-title font-semibold">
            About{' '}
            {inWords(lengthFigure(outG.reduce<number>((sum, massG) => sum + massG!, 0) * page.plan.gristMPerG, system))}{' '}
            are there now.
          </p>
        </>
      )}
    </div>
  );
}

function toWeigh({ plan }: RunPage, parts: readonly number[]): string {
  const [made, other] = new Set(parts.map((part) => madeOn(plan.cakes[part]!.tool.onto)));
  if (other) return 'each cake and ball';
  return parts.length === 1 ? `the ${made}` : `each ${made}`;
}

function labelOf({ plan, labels }: RunPage, part: number, of: number): string {
  const { name } = plan.cakes[part]!;
  if (name) return upperFirst(name);
  return of === 1 ? 'The scale shows' : labels[part]!;
}
