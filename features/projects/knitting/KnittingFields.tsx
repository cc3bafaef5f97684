'use client';

import { inMetres } from '../../../core/common/units';
import type { ChangeKnittingForm } from '../../../server/projects/knittingForms';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { ProjectChoice } from '../../../ui/controls/ProjectChoice';
import type { FormState } from '../../../ui/form/useForm';
import { useSystem } from '../../../ui/frame/Providers';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import { RowsPicture } from './RowsPicture';

type Rows = ChangeKnittingForm['rows'];

const ROWS: Record<Rows, { short: string; long: string }> = {
  even: { short: 'all alike', long: 'All rows are as wide as each other: a scarf, a sleeve in the round, a blanket' },
  grow: { short: 'growing', long: 'They grow by what the pattern says: a shawl from its corner or centre, a circle' },
  shrink: { short: 'shrinking', long: 'They shrink by what the pattern says: a yoke, a crown, a shawl from its edge' },
  chart: { short: 'as listed', long: 'I type or paste the stitches of each row' },
  unknown: {
    short: 'not known',
    long: 'They grow or shrink steadily, I do not know by how much: three weighings tell',
  },
};

const BORDERS: Record<ChangeKnittingForm['border'], string> = {
  none: 'nothing',
  amount: 'so much yarn',
  rows: 'as much as some rows take',
  width: 'some times the length of a row',
};

/** What is knitted, how its rows go, and what is kept for its border. */
export function KnittingFields<Values extends ChangeKnittingForm>({
  form,
  projects,
}: {
  form: FormState<Values>;
  projects: readonly { id: number; name: string }[];
}) {
  const { values, set, field, errors } = form as unknown as FormState<ChangeKnittingForm>;
  const metres = inMetres(useSystem());
  return (
    <>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(260px,100%),1fr))] gap-x-4 gap-y-2">
        <TextField label="What it is" {...field('name')} placeholder="Harbour shawl" />
        <ProjectChoice
          projects={projects}
          projectId={values.projectId}
          onChoose={(id) => set('projectId', id)}
          hint="what is used counts as done there"
        />
      </div>
      <PictureChoice<Rows>
        id="rows"
        question="Rows or rounds"
        value={values.rows}
        onChange={(rows) => rows !== '' && set('rows', rows)}
        error={errors.rows}
        pictures={(Object.keys(ROWS) as Rows[]).map((value) => ({
          value,
          ...ROWS[value],
          picture: <RowsPicture rows={value} />,
        }))}
      />
      <p className="text-ink-soft">{ROWS[values.rows].long}.</p>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(200px,100%),1fr))] gap-x-4 gap-y-2">
        {values.rows === 'even' && (
          <TextField label="Stitches in a row" {...field('stitches')} inputMode="numeric" hint="may be left empty" />
        )}
        {(values.rows === 'grow' || values.rows === 'shrink') && (
          <>
            <TextField label="Stitches in the first row" {...field('stitches')} inputMode="numeric" />
            <TextField
              label={values.rows === 'grow' ? 'Increased by' : 'Decreased by'}
              {...field('change')}
              inputMode="numeric"
              hint="stitches each time"
            />
            <TextField label="Every how many rows" {...field('every')} inputMode="numeric" hint="2: every second row" />
          </>
        )}
        {values.rows === 'chart' && (
          <TextField
            label="Stitches of each row"
            {...field('chart')}
            lines={4}
            hint="63, 65, 67 x 10; (12 14) x 10 for a repeat"
          />
        )}
        <TextField
          label="Last row before the border"
          {...field('lastRow')}
          inputMode="numeric"
          hint="empty: as far as the yarn goes"
        />
      </div>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(200px,100%),1fr))] gap-x-4 gap-y-2">
        <ChoiceField
          name="border"
          label="Kept for border or cast-off"
          value={values.border}
          error={errors.border}
          onChange={(border) => set('border', border)}
          options={(Object.keys(BORDERS) as (keyof typeof BORDERS)[]).map((value) => ({
            value,
            label: BORDERS[value],
          }))}
        />
        {values.border === 'amount' && (
          <TextField label="It takes" {...field('borderAmount')} hint={metres ? '12 g, or 40 m' : '1/2 oz, or 44 yd'} />
        )}
        {values.border === 'rows' && (
          <TextField
            label="Yarn for how many rows"
            {...field('borderRows')}
            inputMode="numeric"
            hint="as wide as the last one"
          />
        )}
        {values.border === 'width' && (
          <>
            <TextField
              label="Times as long as the row"
              {...field('borderTimes')}
              inputMode="decimal"
              hint="a cast-off: about 3 to 4"
            />
            <TextField label="Gauge" {...field('gauge')} hint="22 sts to 10 cm" />
          </>
        )}
      </div>
    </>
  );
}
