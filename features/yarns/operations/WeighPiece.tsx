'use client';

import { Button } from 'antd';
import { inWords, readingFigure } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { parseHumidityPercent, standardAirFactor } from '../../../core/yarn/moisture';
import { parseQuantity } from '../../../core/common/units';
import type { MassFact } from '../../../core/yarn/piece';
import type { ScaleTool } from '../../../server/bench/bench';
import type { WeighForm } from '../../../server/yarn/pieceOperations';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { Form, FormError } from '../../../ui/form/Form';
import { newKey } from '../../../ui/feedback/newKey';
import { OnScale } from '../../../ui/controls/OnScale';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveWeighing } from '../actions';
import { useMeasurement } from '../measure/MeasureForm';
import { DampQuestion } from './DampQuestion';

/** Puts a piece on the scale. */
export function WeighPiece({
  yarn,
  pieceId,
  lastMass,
  scales,
}: {
  yarn: YarnView;
  pieceId: number;
  /** As it was known until now. */
  lastMass: MassFact | null;
  scales: ScaleTool[];
}) {
  const scale = useScale(scales);
  const form = useMeasurement<WeighForm>({
    draftKey: `weighing ${pieceId}`,
    initial: () => ({ requestKey: newKey(), mass: '', tare: '', humidity: '', scaleResolutionG: 1, note: '' }),
    save: (values) => saveWeighing(pieceId, { ...values, scaleResolutionG: scale.resolutionG }),
    kept: 'The weighing is saved.',
  });
  return (
    <Form form={form} className="[&>p]:max-w-[60ch] [&>p]:text-ink-soft flex flex-col gap-1 mt-4">
      <OnScale form={form} label="The scale shows" scale={scale} />
      <MoreThanBefore values={form.values} lastMass={lastMass} resolutionG={scale.resolutionG} />
      <InUsualAir values={form.values} yarn={yarn} />
      <DampQuestion form={form} />
      <FormError form={form} />
      <Button type="primary" htmlType="submit" loading={form.saving}>
        Save this weighing
      </Button>
    </Form>
  );
}

/** Yarn grows lighter as it is used; heavier is more often a slip, or damp. */
function MoreThanBefore({
  values,
  lastMass,
  resolutionG,
}: {
  values: WeighForm;
  lastMass: MassFact | null;
  resolutionG: number;
}) {
  const system = useSystem();
  const grossG = readOrNull(() => parseQuantity(values.mass, 'mass', system));
  const tareG = readOrNull(() => parseQuantity(values.tare, 'mass', system)) ?? 0;
  if (grossG === null || lastMass?.from !== 'scale') return null;
  const withinG = (resolutionG + lastMass.resolutionG) / 2 + 0.02 * lastMass.massG;
  if (grossG - tareG <= lastMass.massG + withinG) return null;
  return (
    <Notice tone="tight" role="status">
      That is more than the {inWords(readingFigure(lastMass.massG, lastMass.resolutionG, system))} it had before. Is a
      bowl on the scale with it, the unit right, or the yarn damp? It is kept as you say.
    </Notice>
  );
}

/** What the yarn would weigh in usual air, where the room is known to be drier or damper. */
function InUsualAir({ values, yarn }: { values: WeighForm; yarn: YarnView }) {
  const system = useSystem();
  const humidityPercent = readOrNull(() => parseHumidityPercent(values.humidity, ''));
  const massG = readOrNull(() => parseQuantity(values.mass, 'mass', system));
  if (humidityPercent === null || massG === null) return null;
  if (yarn.fibres.length === 0)
    return <Notice tone="plain">Its fibres are not known, so the room’s humidity cannot be allowed for.</Notice>;
  const factor = readOrNull(() => standardAirFactor(yarn.fibres, humidityPercent));
  if (factor === null) return null;
  return (
    <Notice tone="plain" role="status">
      In usual air (65 %) it would weigh about {inWords(readingFigure(massG * factor, 0.1, system))}: fibre takes up
      water from the air, and this room is {humidityPercent < 65 ? 'drier' : 'damper'}. A typical figure for its fibres.
    </Notice>
  );
}
