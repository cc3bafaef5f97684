'use client';

import { Checkbox } from 'antd';
import { pieceTotal } from '../../../core/yarn/piece';
import { massFigure, inWords } from '../../../core/common/format';
import type { ScaleTool } from '../../../server/bench/bench';
import type { OperationFormPage } from '../../../server/yarn/operationFormPage';
import type { JoinForm } from '../../../server/yarn/pieceOperations';
import { stillThere } from '../../../ui/controls/stillThere';
import { GonePieces } from '../../../ui/feedback/GonePieces';
import { ChoiceField } from '../../../ui/controls/Choice';
import { KnownMass, Length } from '../../../ui/figures/Figures';
import { FormError } from '../../../ui/form/Form';
import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { OnScale } from '../../../ui/controls/OnScale';
import { useSystem } from '../../../ui/frame/Providers';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveJoined } from '../actions';
import { useOperationForm } from './useOperationForm';

/** Several pieces of a yarn, one after the other, become one. */
export function JoinOperation({ page, scales }: { page: OperationFormPage; scales: ScaleTool[] }) {
  const { piece, yarn, others } = page;
  const all = [piece, ...others];
  const system = useSystem();
  const scale = useScale(scales);
  const form = useOperationForm<JoinForm>({
    draftKey: `join ${piece.id}`,
    initial: () => ({
      ...blankWeighing(),
      pieceIds: [piece.id],
      form: 'cake',
      joint: 'knot',
      mass: '',
    }),
    save: (values) =>
      saveJoined({ ...values, pieceIds: stillThere(values.pieceIds, all), scaleResolutionG: scale.resolutionG }),
    done: 'They are joined.',
  });
  const { values, set } = form;
  const there = stillThere(values.pieceIds, all);
  const chosen = there.map((id) => all.find((each) => each.id === id)!);
  const massG = chosen.every(({ mass }) => mass) ? chosen.reduce((sum, { mass }) => sum + mass!.massG, 0) : null;
  return (
    <OperationForm form={form}>
      <fieldset className="[&_ol]:border-t [&_ol]:border-line">
        <legend>In the order in which they lie, from the inner end</legend>
        <ol>
          {all.map((each) => {
            const place = there.indexOf(each.id);
            return (
              <li className="flex items-center gap-3 min-h-[52px] border-b border-line" key={each.id}>
                <Checkbox
                  checked={place >= 0}
                  disabled={each.id === piece.id}
                  onChange={({ target }) =>
                    set('pieceIds', target.checked ? [...there, each.id] : there.filter((id) => id !== each.id))
                  }
                >
                  <span className="inline-flex gap-2 items-center text-ink">
                    <svg width={40} height={40} aria-hidden="true" className="flex-none">
                      <PieceGlyph form={each.form} colourHex={yarn.colourHex} x={20} y={20} side={36} />
                    </svg>
                    <span>
                      {each.label}
                      {each.mass && (
                        <>
                          , <KnownMass fact={each.mass} />
                        </>
                      )}
                      {each.lengthM && (
                        <>
                          , <Length m={each.lengthM.mean} />
                        </>
                      )}
                    </span>
                  </span>
                </Checkbox>
                <span className="min-w-[1.6em] font-bold text-right">{place >= 0 && `${place + 1}.`}</span>
              </li>
            );
          })}
        </ol>
        <GonePieces count={values.pieceIds.length - there.length} />
        <FormError form={form} of="pieceIds" />
      </fieldset>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
        <ChoiceField
          name="joint"
          label="Their ends are"
          value={values.joint}
          onChange={(joint) => set('joint', joint as JoinForm['joint'])}
          options={[
            { value: 'knot', label: 'knotted: a knot is marked at each place' },
            { value: 'splice', label: 'spliced, felted or run in' },
          ]}
        />
        <ChoiceField
          name="form"
          label="It is now a"
          value={values.form}
          onChange={(made) => set('form', made as JoinForm['form'])}
          options={['cake', 'ball', 'hank', 'cone', 'bobbin'].map((each) => ({ value: each, label: each }))}
        />
      </div>
      <OnScale
        form={form}
        label="It weighs"
        hint={
          massG !== null && chosen.length > 1
            ? `${pieceTotal(chosen)}: ${inWords(massFigure(massG, system))} together; empty: as much as that`
            : 'empty: weighed later'
        }
        scale={scale}
      />
    </OperationForm>
  );
}
