'use client';

import { cakeInHand, countedOn, countInWords, madeOn, takeOffSteps } from '../../../core/winding/run';
import { Checklist } from './Checklist';
import type { InHand } from './inHand';
import { WeighCake } from './WeighCake';

/** The cake in hand comes off; then the next one, or the scale, or back to winding. */
export function TakeOff({ inHand }: { inHand: InHand }) {
  const { page, state, enabled, record, go } = inHand;
  const { plan, labels } = page;
  const { part } = state;
  const { onto, name } = plan.cakes[part]!.tool;
  const next = plan.cakes[part + 1];
  const turns = countInWords(state, part, onto);
  const toScale = (label: string) => ({ label, act: () => go('weigh') });
  return (
    <Checklist
      inHand={inHand}
      steps={takeOffSteps(onto, plan.schools.slip)}
      next={
        next
          ? {
              label: `Wind ${cakeInHand(labels[part + 1]!, part + 1, plan.cakes.length)}`,
              // On another tool the end has to be seated there first.
              act: () => go(next.tool.name === name ? 'wind' : 'prepare', part + 1),
            }
          : toScale('To the scale')
      }
      other={next && toScale(`No more ${madeOn(next.tool.onto)}s: to the scale`)}
      back={{ label: ['Back to winding', turns].filter(Boolean).join(', '), act: () => go('wind') }}
      aside={
        next && (
          <WeighCake
            key={part}
            weighedG={state.weighedG[part] ?? null}
            turns={turns}
            next={{
              massG: next.massG,
              turns: `${Math.round(next.crankTurns.mean)} ${countedOn(next.tool.onto)}`,
            }}
            enabled={enabled}
            onWeighed={(massG) => record({ kind: 'weighed', part, massG })}
          />
        )
      }
    />
  );
}
