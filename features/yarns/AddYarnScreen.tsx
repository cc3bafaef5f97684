'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { readOrNull } from '../../core/inputError';
import { FORMS, type MassFact } from '../../core/piece';
import { parseNumber, parseQuantity } from '../../core/units';
import { lengthLeft } from '../../core/yarnLength';
import type { ScaleTool } from '../../server/bench';
import type { YarnForm } from '../../server/yarns';
import { ChoiceField, TextField } from '../../ui/Field';
import { KnownMass, LengthWithin } from '../../ui/Figures';
import { newKey } from '../../ui/newKey';
import { useSystem } from '../../ui/Providers';
import { Say } from '../../ui/Say';
import { useForm } from '../../ui/useForm';
import { useLastScale, WeighingFields } from '../../ui/WeighingFields';
import { saveNewYarn } from './actions';
import { BandFields } from './BandFields';
import { EMPTY_BAND, readBand } from './bandValues';
import styles from './YarnForm.module.css';

/** More pieces than this are weighed one by one later, at their own pages. */
const MOST_WEIGHED_HERE = 12;

const FORM_OPTIONS = FORMS.map((form) => ({ value: form, label: form }));

/** A yarn from its band: what it is, what the band says, and what there is of it. */
export function AddYarnScreen({ scales }: { scales: ScaleTool[] }) {
  const router = useRouter();
  const system = useSystem();
  const [resolutionG, setResolution] = useLastScale(scales);
  const form = useForm<YarnForm>({
    draftKey: 'new yarn',
    initial: () => ({
      ...EMPTY_BAND,
      requestKey: newKey(),
      form: 'hank',
      count: '1',
      loop: '',
      masses: [],
      tare: '',
      humidity: '',
      scaleResolutionG: 1,
    }),
    save: (values) => saveNewYarn({ ...values, masses: values.masses.slice(0, shown), scaleResolutionG: resolutionG }),
    saved: (id) => router.push(`/yarns/${id}`),
  });
  const { values, errors } = form;
  const count = readOrNull(() => parseNumber(values.count, '')) ?? 1;
  const shown = Math.min(MOST_WEIGHED_HERE, Math.max(1, Math.floor(count)));
  const noun = values.form;

  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        form.submit();
      }}
    >
      <h1 style={{ marginBottom: 14 }}>A yarn from its band</h1>
      <div className={styles.form}>
        <BandFields form={form} />
        <fieldset className={styles.group}>
          <legend>What you have of it</legend>
          <div className={styles.triple}>
            <TextField label="How many" {...form.field('count')} inputMode="numeric" />
            <ChoiceField
              name="form"
              label="As a"
              value={values.form}
              onChange={(value) => form.set('form', value as YarnForm['form'])}
              options={FORM_OPTIONS}
              error={errors.form}
            />
            <TextField label="Once round" {...form.field('loop')} hint="162 cm, 64 in" />
          </div>
          {count <= MOST_WEIGHED_HERE ? (
            <div className={styles.masses}>
              {Array.from({ length: shown }, (_, i) => (
                <TextField
                  key={i}
                  name={`masses.${i}`}
                  label={shown === 1 ? 'On the scale' : `${noun[0]!.toUpperCase()}${noun.slice(1)} ${i + 1}`}
                  value={values.masses[i] ?? ''}
                  onChange={(value) => form.set('masses', withMass(values.masses, i, value))}
                  error={errors[`masses.${i}`]}
                  placeholder={system === 'metric' ? 'g' : 'oz'}
                  inputMode="decimal"
                />
              ))}
            </div>
          ) : (
            <p className={styles.keys}>So many are weighed one by one, at each piece’s own page.</p>
          )}
          <WeighingFields
            scales={scales}
            tare={form.field('tare')}
            humidity={form.field('humidity')}
            resolutionG={resolutionG}
            onResolution={setResolution}
          />
          <TextField label="Notes" {...form.field('notes')} />
          <Foresight values={values} count={count} resolutionG={resolutionG} />
        </fieldset>
      </div>
      <div className={styles.foot}>
        <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
          Put it on the shelf
        </Button>
        <Button size="large" type="text" onClick={form.clear}>
          Clear
        </Button>
        <span className={styles.keys}>Enter saves. What is typed here is kept until you save or clear it.</span>
        <div>
          {errors[''] && (
            <Say tone="bad" role="alert">
              {errors['']}
            </Say>
          )}
        </div>
      </div>
    </form>
  );
}

/** What saving will tell: how much there will be. */
function Foresight({ values, count, resolutionG }: { values: YarnForm; count: number; resolutionG: number }) {
  const system = useSystem();
  const { facts, grist } = readBand(values, system);
  const tareG = readOrNull(() => parseQuantity(values.tare, 'mass', system)) ?? 0;
  const masses = Array.from({ length: Math.min(200, Math.max(0, Math.floor(count))) }, (_, i): MassFact | null => {
    const grossG = readOrNull(() => parseQuantity(values.masses[i] ?? '', 'mass', system));
    if (grossG !== null && grossG > tareG) return { from: 'scale', massG: grossG - tareG, tareG, resolutionG };
    return facts.putUpG ? { from: 'band', massG: facts.putUpG } : null;
  }).flatMap((mass) => mass ?? []);
  if (!grist || masses.length === 0) return null;
  const left = lengthLeft(grist, masses);
  return (
    <Say tone="plain" role="status">
      {masses.length === 1 ? <KnownMass fact={masses[0]!} /> : `${masses.length} together`} make about{' '}
      <strong>
        <LengthWithin m={left.lengthM} />
      </strong>
      {grist.guess && ', going by a guess'}.
    </Say>
  );
}

function withMass(masses: readonly string[], at: number, value: string): string[] {
  return Array.from({ length: Math.max(masses.length, at + 1) }, (_, i) => (i === at ? value : (masses[i] ?? '')));
}
