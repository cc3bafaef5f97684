import { partOnWay } from '../../core/twistAccount';
import type { TwistPage } from '../../server/twist';
import type { TwistNotes } from '../../server/twistNotes';
import { packageOn, type Trial } from './trial';

/** A trial as what was noted of the steps, to be put right; and whether it is of another end than the log says. */
export function notesOf(page: TwistPage, trial: Trial): { notes: TwistNotes; otherEnd: boolean } {
  const { story, piece, tools } = page;
  const events = story.map(({ event }) => event);
  const otherEnd = story.some(
    ({ operationId, event }) => event.kind === 'taken' && trial.left[operationId]!.end !== event.fromEnd,
  );
  const steps = story.flatMap(({ operationId, event }, at): TwistNotes['steps'] => {
    if (event.kind === 'measured') return [];
    const part = partOnWay(events, at, piece.id);
    const supposed = packageOn(page, tools[0]!, part?.lengthM ?? piece.lengthM?.mean ?? 100);
    return [
      {
        operationId,
        left: event.kind === 'taken' ? trial.left[operationId]!.left : '',
        laid: trial.laid[operationId] ?? '',
        coreDiameterMm: supposed.coreDiameterMm,
        outerDiameterMm: supposed.outerDiameterMm,
        innerEnd: trial.access[operationId]?.innerEnd ?? null,
        farSide: trial.access[operationId]?.farSide ?? null,
      },
    ];
  });
  return { notes: { steps }, otherEnd };
}
