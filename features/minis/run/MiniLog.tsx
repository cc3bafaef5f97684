'use client';

import { LeavingChoice } from '../../../ui/strand/LeavingChoice';
import { useRunLog, RunLog } from '../../../ui/bench/RunLog';
import { Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import { lowerFirst, plural } from '../../../core/common/format';
import { changedAt } from '../../../core/common/changedAt';
import { readOrNull } from '../../../core/common/inputError';
import { remainderPlaces, massOfMini, minisMade, type MiniRunState, parentAfterG } from '../../../core/minis/miniRun';
import { parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { MiniLogForm } from '../../../server/minis/miniRuns';
import type { MiniRunPage } from '../../../server/minis/miniRuns';
import { FromScale } from '../../../ui/devices/FromScale';
import { TextField, MassField } from '../../../ui/controls/Field';
import type { FormState } from '../../../ui/form/useForm';
import { Length, FineMass } from '../../../ui/figures/Figures';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { AskedWays } from '../../../ui/strand/AskedWays';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import { layingPictures, ROUND_A_REEL } from '../../../ui/strand/ways';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { logMinis } from '../actions';
import { SplitBalance } from '../plan/SplitBalance';
import styles from './MiniLog.module.css';
import type { Session } from './useSession';

type Values = Omit<MiniLogForm, 'scaleResolutionG'>;

/** What is left when the last mini is cut, on the scale; and whether all of it adds up to what there was. */
export function MiniLog({
  page,
  state,
  session,
  scales,
  enabled,
  settled,
  onBack,
  onTakeUp,
}: {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  scales: ScaleTool[];
  enabled: boolean;
  settled: () => Promise<boolean>;
  onBack: () => void;
  /** On with those that were left out. */
  onTakeUp: () => void;
}) {
  const router = useRouter();
  const scale = useScale(scales, 'fine');
  const { plan } = page;
  const places = placesOf(page, parentAfterG(plan, state, session.learned, plan.parent.massG, plan.minis.length - 1));
  const log = useRunLog<Values>({
    runId: page.id,
    settled,
    initial: () => ({
      requestKey: newKey(),
      left: places.map(() => ({ mass: '', kept: true })),
      endsMass: '',
      ties: '',
      tare: '',
      humidity: '',
      note: '',
      leaving: page.ways.left,
      laid: page.ways.laid,
    }),
    save: (values) => logMinis(page.id, { ...values, scaleResolutionG: scale.resolutionG }),
    saved: () => router.replace(`/minis/${page.planId}`),
  });
  const made = minisMade(state);
  const minisG = made.reduce((sum, part) => sum + massOfMini(state, session.learned, part).mean, 0);
  const estimated = { endsG: made.length * (plan.cutLossG - plan.tiesG), tiesG: made.length * plan.tiesG };
  const skippedCount = state.skipped.filter(Boolean).length;
  return (
    <RunLog
      log={log}
      enabled={enabled}
      ready={made.length > 0}
      scale={
        <>
          <h2>
            {plural(made.length, 'mini')} {made.length === 1 ? 'is' : 'are'} cut. What is left?
          </h2>
          <Remainders form={log.form} places={places} gristMPerG={plan.gristMPerG} />
          <WeighingFields scale={scale} tare={log.form.field('tare')} humidity={log.form.field('humidity')} />
        </>
      }
      rest={
        <>
          <h2>And what went with it</h2>
          <EndsAndTies form={log.form} estimated={estimated} />
          <AskedStrand form={log.form} page={page} />
          <div className="mt-3">
            <Balance
              form={log.form}
              page={page}
              places={places}
              made={{ count: made.length, massG: minisG, ...estimated }}
              resolutionG={scale.resolutionG}
            />
          </div>
        </>
      }
      acts={[
        { words: 'Back to the last mini', act: onBack },
        ...(skippedCount > 0
          ? [
              {
                words:
                  skippedCount === 1
                    ? 'Make the one after all that was left out'
                    : `Make the ${skippedCount} after all that were left out`,
                act: onTakeUp,
              },
            ]
          : []),
      ]}
    />
  );
}

/** Somewhere that something is left, and how much is expected there. */
interface Place {
  words: string;
  expectedG: number;
}

type LogFormState = FormState<Values>;

/** What is left in each place goes on the scale. */
function Remainders({
  form: { values, errors, set },
  places,
  gristMPerG,
}: {
  form: LogFormState;
  places: readonly Place[];
  gristMPerG: number;
}) {
  const setLeft = (at: number, next: Partial<Values['left'][number]>) => set('left', changedAt(values.left, at, next));
  return places.map(({ words, expectedG }, i) => (
    <div key={i} className={`${styles.left} grid grid-cols-[minmax(0,1fr)_auto] gap-y-1 gap-x-4 items-center`}>
      <MassField
        name={`left.${i}.mass`}
        label={words}
        value={values.left[i]?.mass ?? ''}
        onChange={(mass) => setLeft(i, { mass })}
        error={errors[`left.${i}.mass`]}
        hint={
          expectedG > 0.05 ? (
            <>
              about <FineMass g={expectedG} />, <Length m={expectedG * gristMPerG} />; empty: nothing
            </>
          ) : (
            'empty: nothing'
          )
        }
        autoFocus={i === 0}
        large
      />
      <Checkbox checked={values.left[i]?.kept ?? true} onChange={({ target }) => setLeft(i, { kept: target.checked })}>
        kept
      </Checkbox>
      <FromScale onTake={(massG) => setLeft(i, { mass: `${massG} g` })} />
    </div>
  ));
}

/** What was cut off and what went into ties: as estimated, where nobody weighed it. */
function EndsAndTies({ form, estimated }: { form: LogFormState; estimated: { endsG: number; tiesG: number } }) {
  const asEstimated = (g: number) => (
    <>
      empty: <FineMass g={g} />, as estimated
    </>
  );
  return (
    <>
      <div className="grid grid-cols-[1fr_1fr] gap-4">
        <TextField
          label="Ends, cut off"
          {...form.field('endsMass')}
          inputMode="decimal"
          hint={asEstimated(estimated.endsG)}
        />
        <TextField label="Ties" {...form.field('ties')} inputMode="decimal" hint={asEstimated(estimated.tiesG)} />
      </div>
      <TextField label="Notes" {...form.field('note')} placeholder="how it ran, what was snagged" />
    </>
  );
}

function AskedStrand({ form: { values, errors, set }, page }: { form: LogFormState; page: MiniRunPage }) {
  return (
    <AskedWays answered={values.leaving !== '' && values.laid !== ''} wrong={Boolean(errors.leaving ?? errors.laid)}>
      <LeavingChoice
        id="leaving"
        piece={{ label: page.pieceLabel, form: page.form }}
        fromEnd={page.plan.fromEnd}
        colourHex={page.colourHex}
        value={values.leaving}
        onChange={(way) => set('leaving', way)}
        error={errors.leaving}
      />
      <PictureChoice
        id="laid"
        question={`And how did it go round the ${lowerFirst(page.plan.reel.name)}?`}
        value={values.laid}
        onChange={(way) => set('laid', way)}
        unknown="did not look"
        error={errors.laid}
        pictures={layingPictures(ROUND_A_REEL, page.colourHex)}
      />
    </AskedWays>
  );
}

/** Whether all of it adds up to what there was, by what is typed so far. */
function Balance({
  form: { values },
  page: { plan, pieceLabel },
  places,
  made,
  resolutionG,
}: {
  form: LogFormState;
  page: MiniRunPage;
  places: readonly Place[];
  made: { count: number; massG: number; endsG: number; tiesG: number };
  resolutionG: number;
}) {
  const system = useSystem();
  const grams = (text: string) => readOrNull(() => parseQuantity(text, 'mass', system));
  const { parent } = plan;
  const isWeighed = values.left.some(({ mass }) => mass.trim() !== '');
  const expectedG = places.reduce((sum, place) => sum + place.expectedG, 0);
  if (!isWeighed && expectedG > parent.resolutionG)
    return (
      <Notice tone="plain">
        {pieceLabel} weighed <FineMass g={parent.massG} />. What is left is compared with it here.
      </Notice>
    );
  const tareG = grams(values.tare) ?? 0;
  const onScaleG = (kept: boolean) =>
    values.left
      .filter((each) => each.kept === kept)
      .reduce((sum, { mass }) => sum + Math.max(0, (grams(mass) ?? tareG) - tareG), 0);
  const tiesG = grams(values.ties) ?? made.tiesG;
  const endsG = (grams(values.endsMass) ?? made.endsG) + onScaleG(false);
  const remainingG = onScaleG(true);
  return (
    <SplitBalance
      balance={{
        parentsG: parent.massG,
        minisG: made.massG,
        tiesG,
        endsG,
        remainingG,
        differenceG: made.massG + tiesG + endsG + remainingG - parent.massG,
        withinG: parent.resolutionG / 2 + ((made.count + places.length) * resolutionG) / 2,
        byBand: parent.byBand,
      }}
      what={lowerFirst(pieceLabel)}
    />
  );
}

/** Where something is left: what was put aside on the way, and what is on the skein itself. */
function placesOf({ plan, pieceLabel }: MiniRunPage, lastG: number): Place[] {
  return remainderPlaces(plan).map((afterMini, i) => {
    if (afterMini === plan.minis.length) return { words: `Left on ${lowerFirst(pieceLabel)}`, expectedG: lastG };
    return {
      words: afterMini === 0 ? 'Put aside before the first mini' : `Put aside after mini ${afterMini}`,
      expectedG: plan.left[i]!.massG,
    };
  });
}
