'use client';

import { LeavingChoice } from '../../../ui/strand/LeavingChoice';
import type { LayingWay } from '../../../core/twist/strandWays';
import type { RunPage } from '../../../server/winding/runEvents';
import type { LogForm } from '../../../server/winding/runLog';
import { AskedWays } from '../../../ui/strand/AskedWays';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import { BY_HAND, layingPictures, ON_A_SPINDLE } from '../../../ui/strand/ways';
import type { FormState } from '../../../ui/form/useForm';

/** How the strand ran, for its twist: as the bench suggests it, to be put right. */
export function LoggedWays({
  page: { plan, form: pieceForm, pieceLabel, colourHex },
  parts,
  form: { values, errors, set },
}: {
  page: RunPage;
  /** The parts of the plan that were wound. */
  parts: readonly number[];
  form: FormState<LogForm>;
}) {
  const isWinder = (part: number) => plan.cakes[part]!.tool.onto === 'winder';
  const wound = [true, false].map((winder) => parts.filter((part) => isWinder(part) === winder));
  const setLaid = (those: readonly number[], way: LayingWay | '') =>
    set(
      'laid',
      plan.cakes.map((_, part) => (those.includes(part) ? way : (values.laid[part] ?? ''))),
    );
  return (
    <AskedWays
      answered={values.left !== '' && parts.every((part) => (values.laid[part] ?? '') !== '')}
      wrong={Object.keys(errors).some((path) => path === 'left' || path.startsWith('laid'))}
    >
      <LeavingChoice
        id="left"
        piece={{ label: pieceLabel, form: pieceForm }}
        fromEnd={plan.fromEnd}
        colourHex={colourHex}
        value={values.left}
        onChange={(way) => set('left', way)}
        error={errors.left}
      />
      {wound.map(
        (those, i) =>
          those.length > 0 && (
            <PictureChoice
              key={i}
              question={
                i === 0 ? 'Which way did the spindle turn, seen from above?' : 'And by hand, seen from the free end?'
              }
              value={values.laid[those[0]!] ?? ''}
              onChange={(way) => setLaid(those, way)}
              unknown="did not look"
              error={those.map((part) => errors[`laid.${parts.indexOf(part)}`]).find(Boolean)}
              pictures={layingPictures(i === 0 ? ON_A_SPINDLE : BY_HAND, colourHex)}
            />
          ),
      )}
    </AskedWays>
  );
}
