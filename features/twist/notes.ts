import { partOnWay } from '../../core/twist/twistAccount';
import type { TwistPage } from '../../server/twist/twist';
import type { TwistNotes } from '../../server/twist/twistNotes';
import { packageSize, type Scenario } from './scenario';

/** A trial as what was noted of the steps, to be put right; and whether it is of another end than the log says. */
export function notesOf(page: TwistPage, scenario: Scenario): { notes: TwistNotes; otherEnd: boolean } {
  const { story, piece } = page;
  const events = story.map(({ event }) => event);
  const otherEnd = story.some(
    ({ operationId, event }) => event.kind === 'taken' && scenario.left[operationId]!.end !== event.fromEnd,
  );
  const steps = story.flatMap(({ operationId, event }, at): TwistNotes['steps'] => {
    if (event.kind === 'measured') return [];
    const part = partOnWay(events, at, piece.id);
    const laid = scenario.laid[operationId] ?? '';
    const given = scenario.sizes[operationId] !== undefined;
    // Of what nobody looked at, no size is supposed either.
    const size =
      laid === '' && !given
        ? part?.noted
        : packageSize(page, scenario, operationId, part ?? { form: piece.form, lengthM: null, noted: null });
    return [
      {
        operationId,
        left: event.kind === 'taken' ? scenario.left[operationId]!.left : '',
        laid,
        coreDiameterMm: size?.coreDiameterMm ?? null,
        outerDiameterMm: size?.outerDiameterMm ?? null,
        innerEnd: scenario.access[operationId]?.innerEnd ?? null,
        farSide: scenario.access[operationId]?.farSide ?? null,
      },
    ];
  });
  return { notes: { steps }, otherEnd };
}
