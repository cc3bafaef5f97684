'use client';

import { LeavingChoice } from '../../../ui/strand/LeavingChoice';
import { inWords, lengthFigure } from '../../../core/common/format';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { readOrNull } from '../../../core/common/inputError';
import { inMetres, parseNumber } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { OperationFormPage } from '../../../server/yarn/operationFormPage';
import type { ReelForm } from '../../../server/yarn/pieceOperations';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField, MassField } from '../../../ui/controls/Field';
import { KnownMass } from '../../../ui/figures/Figures';
import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { AskedWays } from '../../../ui/strand/AskedWays';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import { layingPictures, ROUND_A_REEL } from '../../../ui/strand/ways';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { saveReeled } from '../actions';
import { useOperationForm } from './useOperationForm';

type Values = ReelForm & { reelId: string };

/** What is wound becomes a skein again: its loops, times once round, measure it by the way. */
export function ReelOperation({ page, scales }: { page: OperationFormPage; scales: ScaleTool[] }) {
  const { piece, yarn, reels, ways, end } = page;
  const system = useSystem();
  const scale = useScale(scales, 'fine');
  const first = reels.find(({ kind }) => kind === 'reel') ?? reels[0];
  const onReel = (id: string) => reels.find((reel) => String(reel.id) === id);
  const loopOf = (id: string) => {
    const reel = onReel(id);
    return reel ? `${Math.round(reel.loopM * 1000) / 10} cm` : '';
  };
  const form = useOperationForm<Values>({
    draftKey: `reel ${piece.id}`,
    initial: () => ({
      ...blankWeighing(),
      reelId: String(first?.id ?? ''),
      form: 'hank',
      loops: '',
      loop: loopOf(String(first?.id ?? '')),
      mass: '',
      rest: '',
      fromEnd: end,
      left: (first && ways[first.id]?.left) ?? '',
      laid: (first && ways[first.id]?.laid) ?? '',
    }),
    save: ({ reelId, ...values }) => saveReeled(piece.id, { ...values, scaleResolutionG: scale.resolutionG }),
    done: 'The skein is in the log.',
  });
  const { values, errors, set } = form;
  const loops = readOrNull(() => parseNumber(values.loops, ''));
  const loopM = readOrNull(() => parseLoopM(values.loop, system, ''));
  return (
    <OperationForm form={form}>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
        <ChoiceField
          name="reelId"
          label="Wound round"
          value={values.reelId}
          onChange={(id) => {
            set('reelId', id);
            set('loop', loopOf(id));
            const reel = onReel(id);
            if (reel) set('laid', ways[reel.id]!.laid);
          }}
          options={reels.map(({ id, name }) => ({ value: String(id), label: name }))}
        />
        <ChoiceField
          name="form"
          label="It is now a"
          value={values.form}
          onChange={(made) => set('form', made as Values['form'])}
          options={[
            { value: 'hank', label: 'hank' },
            { value: 'mini skein', label: 'mini skein' },
          ]}
        />
      </div>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
        <TextField label="Loops" {...form.field('loops')} inputMode="numeric" large />
        <TextField
          label="Hank circumference"
          {...form.field('loop')}
          hint={inMetres(system) ? '146 cm' : '57 in'}
          large
        />
      </div>
      {loops !== null && loopM !== null && (
        <Notice tone="plain" role="status">
          That is <strong>{inWords(lengthFigure(loops * loopM, system))}</strong>, and its grist is learned from it.
        </Notice>
      )}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
        <MassField
          label="The skein weighs"
          {...form.field('mass')}
          hint={
            piece.mass ? (
              <>
                there were <KnownMass fact={piece.mass} />
              </>
            ) : undefined
          }
          large
        />
        <MassField label="What is not reeled weighs" {...form.field('rest')} hint="empty: nothing is left" large />
      </div>
      <WeighingFields scale={scale} tare={form.field('tare')} humidity={form.field('humidity')} />
      <AskedWays answered={values.left !== '' && values.laid !== ''} wrong={'left' in errors || 'laid' in errors}>
        <LeavingChoice
          id="left"
          piece={piece}
          fromEnd={values.fromEnd}
          colourHex={yarn.colourHex}
          value={values.left}
          onChange={(left) => set('left', left)}
          error={errors.left}
        />
        <PictureChoice
          id="laid"
          question="How was it laid?"
          value={values.laid}
          onChange={(laid) => set('laid', laid)}
          unknown="did not look"
          error={errors.laid}
          pictures={layingPictures(ROUND_A_REEL, yarn.colourHex)}
        />
      </AskedWays>
    </OperationForm>
  );
}
