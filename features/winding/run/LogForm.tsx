'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { massBalance } from '../../../core/logbook/massBalance';
import { inWords, lengthFigure, upperFirst } from '../../../core/common/format';
import { type RunState, turnsOn, woundParts } from '../../../core/winding/run';
import { readOrNull } from '../../../core/common/inputError';
import { parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { LogForm as LogValues } from '../../../server/winding/runLog';
import type { RunPage } from '../../../server/winding/runEvents';
import { BalanceWords } from '../../../ui/figures/BalanceWords';
import { FromScale } from '../../../ui/devices/FromScale';
import { TextField } from '../../../ui/controls/Field';
import { KnownMass } from '../../../ui/figures/Figures';
import { Form } from '../../../ui/controls/Form';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { useForm } from '../../../ui/controls/useForm';
import { stepOnBench, useLastScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { saveLog } from '../actions';
import { EMPTY_LOG } from './emptyLog';
import { LoggedWays } from './LoggedWays';
import styles from './LogForm.module.css';

/** The cakes on the scale: what they weigh, whether that balances with the hank, and into the log with it. */
export function LogForm({
  page,
  state,
  scales,
  enabled,
  settled,
  onBack,
}: {
  page: RunPage;
  state: RunState;
  scales: ScaleTool[];
  enabled: boolean;
  settled: () => Promise<boolean>;
  onBack: () => void;
}) {
  const router = useRouter();
  const system = useSystem();
  const [resolutionG, setResolution] = useLastScale(scales);
  const [unsettled, setUnsettled] = useState(false);
  const parts = woundParts(state);
  const form = useForm<LogValues>({
    draftKey: `log of run ${page.id}`,
    initial: () => ({ ...EMPTY_LOG, ...page.ways, requestKey: newKey() }),
    save: async (values) => {
      // The log is made from the counts, so every one of them must be there first.
      const all = await settled();
      setUnsettled(!all);
      if (!all) return { ok: false, errors: {} };
      const each = (texts: readonly string[]) => parts.map((_, i) => texts[i] ?? '');
      return saveLog(page.id, {
        ...values,
        masses: each(values.masses),
        diameters: each(values.diameters),
        heights: each(values.heights),
        laid: parts.map((part) => values.laid[part] ?? ''),
        scaleResolutionG: resolutionG,
      });
    },
    saved: (id) => router.replace(`/logbook/${id}`),
  });
  const { values, errors, set } = form;
  const whole = page.plan.mass;
  const tareG = grams(values.tare) ?? 0;
  const outG = [...parts.map((_, i) => values.masses[i] ?? ''), ...(values.rest.trim() ? [values.rest] : [])].map(
    (text) => {
      const gross = grams(text);
      return gross === null ? null : gross - tareG;
    },
  );
  const complete = outG.every((massG) => massG !== null && massG > 0);

  function setAt(name: 'masses' | 'diameters' | 'heights', at: number, value: string): void {
    set(
      name,
      parts.map((_, i) => (i === at ? value : (values[name][i] ?? ''))),
    );
  }

  function grams(text: string): number | null {
    return readOrNull(() => parseQuantity(text, 'mass', system));
  }

  return (
    <Form form={form} className={styles.log}>
      <div>
        <h2 className={styles.ask}>
          {parts.length === 1 ? 'Put the cake on the scale' : 'Put each cake on the scale'}
        </h2>
        <div className={styles.masses}>
          {parts.map((part, i) => (
            <div key={part} className={styles.cake}>
              <svg width={74} height={74} aria-hidden="true">
                <PieceGlyph form="cake" colourHex={page.colourHex} x={37} y={37} side={70} />
              </svg>
              <div>
                <div className={styles.measures}>
                  <TextField
                    name={`masses.${i}`}
                    label={labelOf(page, part, parts.length)}
                    value={values.masses[i] ?? ''}
                    onChange={(value) => setAt('masses', i, value)}
                    error={errors[`masses.${i}`]}
                    hint={`${turnsOn(state, part)} ${page.plan.cakes[part]!.tool.onto === 'winder' ? 'turns' : 'wraps'}`}
                    suffix={system === 'metric' ? 'g' : 'oz'}
                    inputMode="decimal"
                    autoFocus={i === 0}
                    large
                  />
                  <TextField
                    name={`diameters.${i}`}
                    label="Across"
                    value={values.diameters[i] ?? ''}
                    onChange={(value) => setAt('diameters', i, value)}
                    error={errors[`diameters.${i}`]}
                    placeholder={system === 'metric' ? 'mm' : 'in'}
                    hint={i === 0 ? 'teaches how firm you wind' : undefined}
                    inputMode="decimal"
                  />
                  <TextField
                    name={`heights.${i}`}
                    label="High"
                    value={values.heights[i] ?? ''}
                    onChange={(value) => setAt('heights', i, value)}
                    error={errors[`heights.${i}`]}
                    placeholder={system === 'metric' ? 'mm' : 'in'}
                    hint={i === 0 ? 'empty: not measured' : undefined}
                    inputMode="decimal"
                  />
                </div>
                <FromScale
                  onTake={(massG, stepG) => {
                    setAt('masses', i, `${massG} g`);
                    const step = stepOnBench(scales, stepG);
                    if (step !== undefined) setResolution(step);
                  }}
                />
              </div>
            </div>
          ))}
        </div>
        <WeighingFields
          scales={scales}
          tare={form.field('tare')}
          humidity={form.field('humidity')}
          resolutionG={resolutionG}
          onResolution={setResolution}
        />
      </div>
      <div>
        <h2 className={styles.ask}>And what else there was</h2>
        <div className={styles.pair}>
          <TextField
            label="Left over, unwound"
            {...form.field('rest')}
            hint="empty: all of it was wound"
            inputMode="decimal"
          />
          <TextField label="Cut off, thrown away" {...form.field('waste')} hint="empty: nothing" inputMode="decimal" />
        </div>
        <TextField label="Notes" {...form.field('note')} placeholder="thin spots, how it ran, how firm it came out" />
        <LoggedWays page={page} parts={parts} form={form} />
        {state.marks.length > 0 && (
          <p className={styles.soft}>
            {state.marks.length === 1
              ? 'What was marked goes into the log at its place.'
              : `The ${state.marks.length} things that were marked go into the log, each at its place.`}
          </p>
        )}
        <div className={styles.balance}>
          {!complete ? (
            <Notice tone="plain">
              {page.pieceLabel} was <KnownMass fact={whole} />. What comes out is compared with it here.
            </Notice>
          ) : (
            <>
              {whole.from === 'scale' ? (
                <BalanceWords
                  balance={massBalance({
                    in: [whole],
                    out: outG.map((massG) => ({ massG: massG!, resolutionG })),
                    wasteG: grams(values.waste) ?? 0,
                  })}
                />
              ) : (
                <Notice tone="plain">
                  It was not weighed before, so there is nothing to balance against. The band says{' '}
                  <KnownMass fact={whole} />.
                </Notice>
              )}
              <p className={styles.length}>
                About{' '}
                {inWords(
                  lengthFigure(outG.reduce<number>((sum, massG) => sum + massG!, 0) * page.plan.gristMPerG, system),
                )}{' '}
                are there now.
              </p>
            </>
          )}
        </div>
      </div>
      <div className={styles.foot}>
        <Button type="primary" size="large" htmlType="submit" loading={form.saving} disabled={!enabled}>
          Into the log
        </Button>
        <Button size="large" type="text" onClick={onBack} disabled={!enabled}>
          Back
        </Button>
        {unsettled && (
          <Notice tone="tight">Some counts have not reached the app yet. They are kept; try again in a moment.</Notice>
        )}
        {(errors[''] ?? errors.masses) && (
          <Notice tone="bad" role="alert">
            {errors[''] ?? errors.masses}
          </Notice>
        )}
      </div>
    </Form>
  );
}

function labelOf({ plan, labels }: RunPage, part: number, of: number): string {
  const { name } = plan.cakes[part]!;
  if (name) return upperFirst(name);
  return of === 1 ? 'The scale shows' : labels[part]!;
}
