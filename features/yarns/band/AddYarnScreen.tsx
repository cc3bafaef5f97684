'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { readOrNull } from '../../../core/common/inputError';
import type { MassFact } from '../../../core/yarn/piece';
import { parseQuantity } from '../../../core/common/units';
import { remainingLength } from '../../../core/yarn/yarnLength';
import type { ScaleTool } from '../../../server/bench/bench';
import type { BandForm, YarnForm } from '../../../server/yarn/yarns';
import { TextField } from '../../../ui/controls/Field';
import { KnownMass, LengthWithin } from '../../../ui/figures/Figures';
import { Form, FormError } from '../../../ui/form/Form';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useForm } from '../../../ui/form/useForm';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveNewYarn } from '../actions';
import { BandFields } from './BandFields';
import { ASKED_ABOUT, EMPTY_BAND, readBand } from './bandValues';
import { OnShelfAlready } from '../shelf/OnShelfAlready';
import { onePiece, PiecesFields, piecesTyped, weighedHere } from './PiecesFields';
import styles from './YarnForm.module.css';

/** A yarn from its band: what it is, what the band says, and what there is of it. */
export function AddYarnScreen({
  scales,
  asked = false,
  like,
}: {
  scales: ScaleTool[];
  asked?: boolean;
  /** A yarn of the same line, whose band is carried over. */
  like?: { name: string; key: string; band: BandForm };
}) {
  const router = useRouter();
  const scale = useScale(scales);
  const form = useForm<YarnForm>({
    draftKey: asked ? ASKED_ABOUT : `new yarn${like ? ` ${like.key}` : ''}`,
    initial: () => ({ ...(like?.band ?? EMPTY_BAND), ...onePiece() }),
    save: (values) =>
      saveNewYarn({
        ...values,
        masses: values.masses.slice(0, weighedHere(values)),
        scaleResolutionG: scale.resolutionG,
      }),
    saved: (id) => router.push(`/yarns/${id}`),
  });
  const { values } = form;
  const count = piecesTyped(values);

  return (
    <Form form={form}>
      <h1 style={{ marginBottom: 14 }}>{like ? `Another of ${like.name}` : 'A yarn from its band'}</h1>
      <div className={styles.form}>
        <BandFields form={form} />
        <fieldset className={styles.group}>
          <legend>What you have of it</legend>
          <PiecesFields form={form} scale={scale} />
          <OnShelfAlready values={values} />
          <TextField label="Notes" {...form.field('notes')} />
          <Foresight values={values} count={count} resolutionG={scale.resolutionG} />
        </fieldset>
      </div>
      <div className={styles.foot}>
        <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
          Save this yarn
        </Button>
        <Button size="large" type="text" onClick={form.clear}>
          Clear
        </Button>
        <span className={`${styles.keys} text-ink-soft text-small`}>
          Enter saves. What is typed here is kept until you save or clear it.
        </span>
        <div>
          <FormError form={form} />
        </div>
      </div>
    </Form>
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
  const left = remainingLength(grist, masses);
  return (
    <Notice tone="plain" role="status">
      {masses.length === 1 ? <KnownMass fact={masses[0]!} /> : `${masses.length} together`} make about{' '}
      <strong>
        <LengthWithin m={left.lengthM} />
      </strong>
      {grist.guess && ', going by a guess'}.
    </Notice>
  );
}
