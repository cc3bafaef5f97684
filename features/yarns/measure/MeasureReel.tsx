'use client';

import { inWords, lengthFigure } from '../../../core/common/format';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { readOrNull } from '../../../core/common/inputError';
import { reelLength, shrinkagePercent, SPREAD_BOUNDS_MM } from '../../../core/bench/reel';
import { parseSpanMm } from '../../../core/common/span';
import { parseNumber } from '../../../core/common/units';
import { strandOfYarnMm } from '../../../core/yarn/weightClass';
import type { ScaleTool } from '../../../server/bench/bench';
import type { SampleForm } from '../../../server/yarn/measurementForms';
import type { PieceView, YarnView } from '../../../server/yarn/yarnViews';
import { TextField, MassField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { MeasureForm, useMeasureForm, Washed } from './MeasureForm';

type Values = Extract<SampleForm, { how: 'reel' }>;

/** The whole piece as a skein: loops counted on a reel, an arm or a frame. */
export function MeasureReel({ yarn, piece, scales }: { yarn: YarnView; piece: PieceView; scales: ScaleTool[] }) {
  const scale = useScale(scales);
  const form = useMeasureForm<Values>(
    piece.id,
    () => ({
      how: 'reel',
      requestKey: newKey(),
      loops: '',
      loop: piece.loopM === null ? '' : `${piece.loopM * 100} cm`,
      spread: '',
      mass: '',
      humidity: '',
      scaleResolutionG: 1,
      note: '',
      washed: false,
    }),
    { scaleResolutionG: scale.resolutionG },
  );
  const weighed = piece.mass?.from === 'scale';
  return (
    <MeasureForm
      form={form}
      why="Count the loops of the whole piece, and measure the bare reel once round. Later loops lie on earlier ones and are longer: say how wide they lie side by side, and that is counted in. Do it again after washing, and the shrinkage is kept."
    >
      <div className="grid grid-cols-[1fr_1fr_1fr] gap-y-0 gap-x-4 max-phone:grid-cols-[1fr_1fr]">
        <TextField label="Loops" {...form.field('loops')} inputMode="numeric" large />
        <TextField label="Hank circumference" {...form.field('loop')} hint="162 cm, 64 in" large />
        <TextField label="How wide the loops lie" {...form.field('spread')} hint="6 cm; empty: not known" large />
      </div>
      <MassField
        label="The whole piece weighs"
        {...form.field('mass')}
        hint={weighed ? 'empty: as it was last weighed' : 'it has not been weighed yet'}
      />
      <WeighingFields scale={scale} humidity={form.field('humidity')} />
      <Washed on={form.values.washed} set={(on) => form.set('washed', on)} />
      <Foresight values={form.values} yarn={yarn} pieceId={piece.id} />
    </MeasureForm>
  );
}

/** How long the loops make it, and how much it has drawn in since it was last counted. */
function Foresight({ values, yarn, pieceId }: { values: Values; yarn: YarnView; pieceId: number }) {
  const system = useSystem();
  const loops = readOrNull(() => parseNumber(values.loops, ''));
  const loopM = readOrNull(() => parseLoopM(values.loop, system, ''));
  if (!loops || !loopM) return null;
  const { lengthM, layers, growthM } = reelLength({
    loops,
    loopM,
    strandMm: strandOfYarnMm({ wpi: yarn.measuredWpi ?? yarn.wpi, gristMPerG: yarn.grist?.mean ?? null }),
    spreadMm: readOrNull(() => parseSpanMm(values.spread, system, SPREAD_BOUNDS_MM, '')),
  });
  const before = yarn.samples.filter((sample) => sample.how === 'reel' && sample.pieceId === pieceId && !sample.washed);
  const shrinkage =
    values.washed && before.length > 0 ? shrinkagePercent(before.at(-1)!.lengthM!, lengthM.mean) : undefined;
  return (
    <Notice tone="plain" role="status">
      That is <strong>{inWords(lengthFigure(lengthM.mean, system))}</strong>
      {growthM > 0 &&
        `: about ${layers.toFixed(1)} strands lie on one another, so the mean loop is ${(growthM * 100).toFixed(1)} cm longer than the first`}
      .
      {shrinkage !== undefined &&
        (shrinkage >= 0
          ? ` It has drawn in by ${shrinkage.toFixed(1)} % in the wash.`
          : ` It has grown by ${(-shrinkage).toFixed(1)} % in the wash.`)}
    </Notice>
  );
}
