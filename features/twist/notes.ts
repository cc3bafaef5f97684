import { partOnWay } from '../../core/twist/twistAccount';
import type { TwistPage } from '../../server/twist/twist';
import type { TwistNotes } from '../../server/twist/twistNotes';
import { packageSize, type Trial } from './scenario';

/** A trial as what was noted of the steps, to be put right; and whether it is of another end than the log says. */
export function notesOf(page: TwistPage, trial: Trial): { notes: TwistNotes; otherEnd: boolean } {
  const { story, piece } = page;
  const events = story.map(({ event }) => event);
  const otherEnd = story.some(
    ({ operationId, event }) => event.kind === 'taken' && trial.left[operationId]!.end !== event.fromEnd,
  );
  const steps = story.flatMap(({ operationId, event }, at): TwistNotes['steps'] => {
    if (event.kind === 'measured') return [];
    const part = partOnWay(events, at, piece.id);
    const laid = trial.laid[operationId] ?? '';
    const given = trial.sizes[operationId] !== undefined;
    // Of what nobody looked at, no size is supposed either.
    const size =
      laid === '' && !given
        ? part?.noted
        : packageSize(page, trial, operationId, part ?? { form: piece.form, lengthM: null, noted: null });
    return [
      {
        operationId,
        left: event.kind === 'taken' ? trial.left[operationId]!.left : '',
        laid,
        coreDiameterMm: size?.coreDiameterMm ?? null,
        outerDiameterMm: size?.outerDiameterMm ?? null,
        innerEnd: trial.access[operationId]?.innerEnd ?? null,
        farSide: trial.access[operationId]?.farSide ?? null,
      },
    ];
  });
  return { notes: { steps }, otherEnd };
}
