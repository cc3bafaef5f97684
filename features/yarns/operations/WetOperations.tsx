'use client';

import type { ScaleTool } from '../../../server/bench/bench';
import type { OperationFormPage } from '../../../server/yarn/operationFormPage';
import type { DriedForm, TreatForm } from '../../../server/yarn/pieceOperations';
import { Cautions } from '../../../ui/feedback/Cautions';
import { Link } from '../../../ui/controls/Link';
import { dateAndTime } from '../../../ui/figures/dates';
import { KnownMass } from '../../../ui/figures/Figures';
import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { newKey } from '../../../ui/feedback/newKey';
import { OnScale } from '../../../ui/controls/OnScale';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveDried, saveTreatment } from '../actions';
import { DampQuestion } from './DampQuestion';
import { useOperationForm } from './useOperationForm';

const TREATMENTS: Record<TreatForm['kind'], { why: string; note: string; act: string; done: string }> = {
  wash: {
    why: 'From now on it waits in Today to be dry. Then weigh it, and see what came out of it in the wash.',
    note: 'soap, how warm, how long',
    act: 'It is in the water',
    done: 'It is in the water.',
  },
  dye: {
    why: 'Tie it loosely in several places first. From now on it waits in Today to be dry.',
    note: 'dye, amount, how warm, how long',
    act: 'It is in the dye pot',
    done: 'It is in the dye pot.',
  },
  open: {
    why: 'Untwist it and lay it out open: look for the ties, and that no strand is folded back or crosses the middle. A band or a ring that is taken off weighs something: weigh it again without.',
    note: 'ties, ends, what was found',
    act: 'It is open',
    done: 'It is noted as opened.',
  },
};

/** A piece goes into the water or the pot, or is opened. */
export function TreatOperation({ kind, page }: { kind: TreatForm['kind']; page: OperationFormPage }) {
  const { why, note, act, done } = TREATMENTS[kind];
  const form = useOperationForm<TreatForm>({
    draftKey: `${kind} ${page.piece.id}`,
    initial: () => ({ requestKey: newKey(), kind, pieceIds: [page.piece.id], note: '' }),
    save: saveTreatment,
    done,
  });
  return (
    <OperationForm form={form} act={act} placeholder={note}>
      {kind !== 'open' && <Cautions cautions={page.cautions[kind]} />}
      <p className="text-ink-soft">
        {why}{' '}
        {kind === 'dye' && (
          <Link href={`/dyeing/new?piece=${page.piece.id}`}>Note its recipe in the dye book instead</Link>
        )}
      </p>
    </OperationForm>
  );
}

/** It is dry again: weighed at once, or later. */
export function DryOperation({ page: { piece, wet }, scales }: { page: OperationFormPage; scales: ScaleTool[] }) {
  const scale = useScale(scales);
  const form = useOperationForm<DriedForm>({
    draftKey: `dry again ${piece.id}`,
    initial: () => ({ ...blankWeighing(), mass: '' }),
    save: (values) => saveDried(piece.id, { ...values, scaleResolutionG: scale.resolutionG }),
    done: 'It is dry again.',
  });
  return (
    <OperationForm form={form} act="It is dry" placeholder="bloomed, drew in, felted">
      <p className="text-ink-soft">
        {wet?.kind === 'dye' ? 'Dyed' : 'Washed'} {wet && dateAndTime(wet.at)}. Dry through is when it does not feel
        cool any more, and has lain in the room for a day.
      </p>
      <OnScale
        form={form}
        label="It weighs"
        hint={
          piece.mass ? (
            <>
              before: <KnownMass fact={piece.mass} />; empty: weighed later
            </>
          ) : (
            'empty: weighed later'
          )
        }
        scale={scale}
      />
      <DampQuestion form={form} />
    </OperationForm>
  );
}
