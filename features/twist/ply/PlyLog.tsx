'use client';

import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { useRouter } from 'next/navigation';
import { lowerFirst } from '../../../core/common/format';
import { opposite } from '../../../core/twist/plying';
import { endsOf } from '../../../core/bench/schools';
import type { ScaleTool } from '../../../server/bench/bench';
import type { PlyForm, PlySingle } from '../../../server/twist/plying';
import { TextField, MassField } from '../../../ui/controls/Field';
import { Choice } from '../../../ui/controls/Choice';
import { useForm } from '../../../ui/form/useForm';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { logPly } from '../actions';
import type { PlyDraft } from './plyDraft';
import styles from './PlyScreen.module.css';

type Values = Pick<
  PlyForm,
  'requestKey' | 'name' | 'form' | 'mass' | 'rests' | 'tare' | 'humidity' | 'restDays' | 'note'
>;

/** What was plied goes into the log: it becomes a yarn of its own, that rests, is washed and measured. */
export function PlyLog({
  draft,
  chosen,
  turns,
  scales,
  onLogged,
}: {
  draft: PlyDraft;
  chosen: readonly PlySingle[];
  /** The ply twist that it is begun with, where it is known. */
  turns: number | null;
  scales: ScaleTool[];
  onLogged: () => void;
}) {
  const router = useRouter();
  const scale = useScale(scales, 'fine');
  const [first] = chosen as [PlySingle];
  const leans = draft.spun.trim() === '' ? (first.leans ?? draft.leans) : draft.leans;
  const form = useForm<Values>({
    draftKey: `log of plying ${first.pieceId}`,
    initial: () => ({
      ...blankWeighing(),
      name: '',
      form: 'hank',
      mass: '',
      rests: [],
      restDays: '2',
    }),
    save: (values) =>
      logPly({
        ...values,
        name: values.name.trim() || nameFor(chosen, draft),
        method: draft.method,
        pieceIds: chosen.map(({ pieceId }) => pieceId),
        end: endsOf(first.form)[0]!,
        left: draft.method === 'bobbins' ? 'turning' : draft.left,
        plied: opposite(leans),
        turns: turns === null ? '' : `${turns} t/m`,
        scaleResolutionG: scale.resolutionG,
      }),
    saved: (id) => {
      form.clear();
      onLogged();
      router.push(`/logbook/${id}`);
    },
  });
  const { values, errors, set } = form;
  return (
    <section className={styles.log} aria-labelledby="plied">
      <h2 id="plied">Once it is plied</h2>
      <OperationForm
        form={form}
        placeholder="the wheel, the whorl, how it ran"
        className="*:w-full [&>button]:w-auto grid grid-cols-[minmax(0,1fr)] gap-2 justify-items-start"
      >
        <div className={styles.pair}>
          <TextField
            label="Call it"
            {...form.field('name')}
            placeholder={nameFor(chosen, draft)}
            hint="it becomes a yarn of its own"
          />
          <label className="[&_span]:font-semibold grid gap-1">
            <span>It is now a</span>
            <Choice
              value={values.form}
              options={[
                ['hank', 'hank'],
                ['bobbin', 'bobbin'],
                ['cake', 'cake'],
                ['ball', 'ball'],
              ]}
              onChange={(next) => set('form', next as Values['form'])}
            />
          </label>
        </div>
        <div className="grid grid-cols-[repeat(3,minmax(0,1fr))] gap-4 max-tablet:grid-cols-[minmax(0,1fr)]">
          <MassField label="It weighs" {...form.field('mass')} hint="empty: later" />
          {chosen.map((strand, i) => (
            <TextField
              key={strand.pieceId}
              name={`rests.${i}`}
              label={chosen.length === 1 ? 'Left over of it' : `Left over of ${lowerFirst(strand.label)}`}
              value={values.rests[i] ?? ''}
              onChange={(rest) =>
                set(
                  'rests',
                  chosen.map((_, at) => (at === i ? rest : (values.rests[at] ?? ''))),
                )
              }
              error={errors[`rests.${i}`]}
              hint="empty: nothing"
              inputMode="decimal"
            />
          ))}
          <TextField
            label="Let it rest, days"
            {...form.field('restDays')}
            hint="a day or two; 0: not"
            inputMode="numeric"
          />
        </div>
        <WeighingFields scale={scale} tare={form.field('tare')} humidity={form.field('humidity')} />
      </OperationForm>
    </section>
  );
}

const PLIES = ['', '', 'two-ply', 'three-ply', 'four-ply', 'five-ply', 'six-ply'];

function nameFor(chosen: readonly PlySingle[], { method }: PlyDraft): string {
  const [{ yarnName, plies }] = chosen as [PlySingle];
  if (method === 'chain') return `${yarnName}, chain-plied`;
  return `${yarnName}, ${(plies ?? 1) > 1 ? 'cabled' : PLIES[Math.max(2, chosen.length)]}`;
}
