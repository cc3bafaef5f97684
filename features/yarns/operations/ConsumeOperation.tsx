'use client';

import { Segmented } from 'antd';
import { WRITE_OFF_REASONS } from '../../../core/yarn/piece';
import { endsOf } from '../../../core/bench/schools';
import type { ScaleTool } from '../../../server/bench/bench';
import type { OperationFormPage } from '../../../server/yarn/operationFormPage';
import type { ConsumeForm } from '../../../server/yarn/pieceOperations';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { ProjectChoice } from '../../../ui/controls/ProjectChoice';
import { KnownMass } from '../../../ui/figures/Figures';
import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { OnScale } from '../../../ui/controls/OnScale';
import { useSystem } from '../../../ui/frame/Providers';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveConsumption } from '../actions';
import { useOperationForm } from './useOperationForm';
import { inMetres } from '../../../core/common/units';

/** A piece, or a part of it, was used, or is gone in another way. */
export function ConsumeOperation({
  gone,
  page: { piece, projects, end },
  scales,
}: {
  gone: boolean;
  page: OperationFormPage;
  scales: ScaleTool[];
}) {
  const system = useSystem();
  const scale = useScale(scales);
  const form = useOperationForm<ConsumeForm>({
    draftKey: `${gone ? 'gone' : 'use'} ${piece.id}`,
    initial: () => ({
      ...blankWeighing(),
      howMuch: gone ? 'all' : 'left',
      mass: '',
      took: '',
      fromEnd: end,
      why: gone ? 'given away' : null,
      projectId: null,
    }),
    save: (values) => saveConsumption(piece.id, { ...values, scaleResolutionG: scale.resolutionG }),
    done: gone ? 'It is written off.' : 'It is noted as used.',
  });
  const { values, set } = form;
  const part = values.howMuch !== 'all';
  return (
    <OperationForm form={form}>
      <fieldset>
        <legend>{gone ? 'How much is gone?' : 'How much was used?'}</legend>
        <Segmented<ConsumeForm['howMuch']>
          options={[
            { value: 'all', label: 'All of it' },
            { value: 'left', label: 'Weigh what is left' },
            { value: 'took', label: 'So much' },
          ]}
          value={values.howMuch}
          onChange={(howMuch) => set('howMuch', howMuch)}
          block
        />
      </fieldset>
      {values.howMuch === 'left' && (
        <>
          <OnScale
            form={form}
            label="What is left weighs"
            hint={
              piece.mass ? (
                <>
                  before: <KnownMass fact={piece.mass} />
                </>
              ) : (
                'it was never weighed before'
              )
            }
            scale={scale}
          />
        </>
      )}
      {values.howMuch === 'took' && (
        <TextField
          label={gone ? 'Amount gone' : 'Amount used'}
          {...form.field('took')}
          hint={
            inMetres(system)
              ? '38 m, or 12 g; what is left is worked out, until it is weighed'
              : '42 yd, or 1/2 oz; what is left is worked out, until it is weighed'
          }
          large
        />
      )}
      {part && endsOf(piece.form).length > 1 && (
        <ChoiceField
          name="fromEnd"
          label="From its"
          value={values.fromEnd}
          onChange={(fromEnd) => set('fromEnd', fromEnd as ConsumeForm['fromEnd'])}
          options={[
            { value: 'inner', label: 'inner end' },
            { value: 'outer', label: 'outer end' },
          ]}
          hint="knots and twist follow from it"
        />
      )}
      {gone ? (
        <ChoiceField
          name="why"
          label="It was"
          value={values.why ?? ''}
          onChange={(why) => set('why', why as ConsumeForm['why'])}
          options={WRITE_OFF_REASONS.map((why) => ({ value: why, label: why }))}
        />
      ) : (
        <ProjectChoice projects={projects} projectId={values.projectId} onChoose={(id) => set('projectId', id)} />
      )}
    </OperationForm>
  );
}
