'use client';

import { Button, Checkbox } from 'antd';
import type { DyeablePiece } from '../../server/dyeing/bathPages';
import { stillThere } from '../../ui/controls/stillThere';
import { GonePieces } from '../../ui/feedback/GonePieces';
import { FormError } from '../../ui/form/Form';
import type { FormState } from '../../ui/form/useForm';
import { KnownMass } from '../../ui/figures/Figures';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';

/** Which pieces go into the pot; one that is wet, or that another bath waits for, cannot. */
export function PieceChoice({
  choices,
  chosen,
  form,
  onChange,
}: {
  choices: readonly DyeablePiece[];
  /** In the order in which they were chosen. */
  chosen: readonly number[];
  form: Pick<FormState<{ pieceIds: number[] }>, 'errors'>;
  onChange: (ids: number[]) => void;
}) {
  const there = stillThere(chosen, choices);
  const free = choices.filter(({ isWet, awaiting }) => !isWet && awaiting === null);
  const isAll = free.every(({ id }) => there.includes(id));
  const severalYarns = new Set(choices.map(({ yarnId }) => yarnId)).size > 1;
  return (
    <fieldset className="grid gap-2">
      <legend className="font-semibold text-small mb-1">What goes in</legend>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-3 gap-y-1">
        {choices.map((piece) => {
          const { id, label, form, colourHex, mass, isWet, awaiting, yarnName } = piece;
          return (
            <li key={id}>
              <Checkbox
                checked={there.includes(id)}
                // One that was chosen while it was free can be left out again.
                disabled={(isWet || awaiting !== null) && !there.includes(id)}
                onChange={({ target }) =>
                  onChange(target.checked ? [...there, id] : there.filter((each) => each !== id))
                }
              >
                <span className="inline-flex gap-2 items-center">
                  <svg width={34} height={34} aria-hidden="true" className="flex-none">
                    <PieceGlyph form={form} colourHex={colourHex} x={17} y={17} side={32} />
                  </svg>
                  <span className="leading-[1.2]">
                    {label}
                    {severalYarns && <span className="block text-small text-ink-soft">{yarnName}</span>}
                    <span className="block text-small text-ink-soft">
                      {isWet ? (
                        'wet'
                      ) : awaiting ? (
                        `for ${awaiting.name}`
                      ) : mass ? (
                        <KnownMass fact={mass} />
                      ) : (
                        'not weighed'
                      )}
                    </span>
                  </span>
                </span>
              </Checkbox>
            </li>
          );
        })}
      </ul>
      {free.length > 1 && (
        <Button
          size="small"
          className="justify-self-start"
          onClick={() => onChange(isAll ? [] : free.map(({ id }) => id))}
        >
          {isAll ? 'None of them' : `All ${free.length}`}
        </Button>
      )}
      <GonePieces count={chosen.length - there.length} />
      <FormError form={form} of="pieceIds" />
    </fieldset>
  );
}

/** What these pieces weigh dry, together; null where one of them was not weighed. */
export function chosenG(choices: readonly DyeablePiece[], chosen: readonly number[]): number | null {
  const masses = choices.filter(({ id }) => chosen.includes(id)).map(({ mass }) => mass?.massG ?? null);
  return masses.length === 0 || masses.includes(null) ? null : masses.reduce<number>((sum, massG) => sum + massG!, 0);
}
