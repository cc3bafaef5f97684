'use client';

import { Checkbox, Segmented } from 'antd';
import { plural } from '../../../core/common/format';
import { Link } from '../../../ui/controls/Link';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { gramsPerLoopByGrist, loopsForLength } from '../../../core/minis/miniLoops';
import type { ParentPiece, ReadMinis } from '../../../core/minis/miniPlan';
import { scaleJudges } from '../../../core/minis/weighingChecks';
import { MINI_NEXT, miniCautions, miniTies } from '../../../core/minis/miniTies';
import type { PlanMinisPage } from '../../../server/minis/miniPlans';
import type { MiniYarn } from '../../../server/minis/miniParents';
import { TextField } from '../../../ui/controls/Field';
import { FineMass, Span } from '../../../ui/figures/Figures';
import { Choice } from '../../../ui/controls/Choice';
import { useSystem } from '../../../ui/frame/Providers';
import { ReelDrawing } from '../../../ui/drawings/ReelDrawing';
import { Notice } from '../../../ui/feedback/Notice';
import { useScale, ScaleChoice } from '../../../ui/controls/WeighingFields';
import type { PlanValues } from './planValues';
import { reelOf } from './readPlan';
import { TiesWords } from '../plan/TiesWords';
import { NEXT_SHORT, sizeName } from '../words';

/** What the minis are wound round and how many loops that makes, how they are tied, and on which scale they go. */
export function LoopsPanel({
  page,
  values,
  set,
  ready,
  yarns,
  autoName,
  errors,
}: {
  page: PlanMinisPage;
  values: PlanValues;
  set: <Name extends keyof PlanValues>(name: Name, value: PlanValues[Name]) => void;
  ready: ReadMinis & { parents: ParentPiece[] };
  yarns: readonly MiniYarn[];
  autoName: string;
  errors: Record<string, string>;
}) {
  const reel = reelOf(page, values.reelId);
  const [thickest] = [...ready.parents].sort((a, b) => a.grist.mean - b.grist.mean);
  const yarn = yarns.find(({ id }) => id === thickest!.yarnId) ?? yarns[0]!;
  const form = { loopM: reel.loopM, spreadMm: reel.spreadMm, strandMm: yarn.strandMm };
  const largestG = Math.max(...ready.wanted.sizes.map(({ massG }) => massG));
  const loops = loopsForLength(largestG * thickest!.grist.mean, form);
  const ties = miniTies({ next: values.next, loopM: reel.loopM, loops, strandMm: yarn.strandMm });
  const cautions = [...new Set(yarns.flatMap(({ fibres }) => miniCautions(fibres, values.next)))];
  return (
    <div className="[&_section]:grid [&_section]:gap-3 [&_section]:content-start grid grid-cols-[minmax(0,5fr)_minmax(0,7fr)] gap-y-6 gap-x-[var(--spacing-wide)] mt-6 pt-4 border-t-[1.5px] border-line max-tablet:grid-cols-[minmax(0,1fr)]">
      <section aria-label="Loops">
        <h2>Loops</h2>
        <div className="grid grid-cols-[110px_minmax(0,1fr)] gap-4 items-center">
          <svg width={110} height={110} viewBox="0 0 150 150" aria-hidden="true">
            <ReelDrawing kind={reel.kind} colour={yarn.colourHex} />
          </svg>
          <div>
            <label className="grid gap-1 font-semibold">
              <span>Wound round</span>
              <Choice
                value={String(reel.id)}
                options={page.reels.map(({ id, name }) => [String(id), name] as const)}
                onChange={(id) => set('reelId', Number(id))}
              />
            </label>
            <p className="mt-1 text-ink-soft">
              Circumference <Span mm={reel.loopM * 1000} />
              {reel.measured.includes('loopM') ? ', measured on yours' : ', a guess'}.{' '}
              {!reel.measured.includes('loopM') && <Link href="/bench">Measure it</Link>}
            </p>
          </div>
        </div>
        <SizeLoops ready={ready} yarns={yarns} reel={reel} />
        <ScaleWords page={page} ready={ready} />
      </section>
      <section aria-label="Ties">
        <h2>Next they will be</h2>
        <Segmented
          block
          aria-label="What comes next"
          options={MINI_NEXT.map((next) => ({ value: next, label: NEXT_SHORT[next] }))}
          value={values.next}
          onChange={(next) => set('next', next)}
        />
        <TiesWords ties={ties} next={values.next} cautions={cautions} colourHex={yarn.colourHex} />
        <div className="[&_p]:col-span-full grid grid-cols-[minmax(0,200px)_minmax(0,1fr)] gap-y-1 gap-x-6 items-center max-phone:grid-cols-[minmax(0,1fr)]">
          <TextField
            name="ends"
            label="Ends of each mini"
            value={values.ends}
            onChange={(ends) => set('ends', ends)}
            error={errors.ends}
            hint="what is cut off and tied, both together"
          />
          <Checkbox checked={values.tiesOfOwn} onChange={({ target }) => set('tiesOfOwn', target.checked)}>
            the ties are cut from the same yarn
          </Checkbox>
          <p>
            Each mini takes <FineMass g={ready.wanted.cutLossG} /> beside its own mass
            {ready.tiesG > 0 && (
              <>
                , <FineMass g={ready.tiesG} /> of it for ties
              </>
            )}
            .
          </p>
        </div>
        <TextField
          name="name"
          label="Name in the logbook"
          value={values.name}
          onChange={(name) => set('name', name)}
          placeholder={autoName}
          error={errors.name}
        />
      </section>
    </div>
  );
}

/** How many loops each size is, of each of its yarns. */
function SizeLoops({
  ready: { wanted, parents },
  yarns,
  reel,
}: {
  ready: ReadMinis & { parents: ParentPiece[] };
  yarns: readonly MiniYarn[];
  reel: PlanMinisPage['reels'][number];
}) {
  const system = useSystem();
  const rows = wanted.sizes.flatMap((size) =>
    yarns
      .filter(({ id }) => size.yarnId === null || size.yarnId === id)
      .flatMap((yarn) => {
        const grist = parents.find(({ yarnId }) => yarnId === yarn.id)?.grist;
        if (!grist) return [];
        const form = { loopM: reel.loopM, spreadMm: reel.spreadMm, strandMm: yarn.strandMm };
        const each = gramsPerLoopByGrist(form, grist, size.massG);
        const loops = Math.max(1, Math.round(size.massG / each.mean));
        return [{ size, yarn, loops, massG: loops * each.mean, sdG: loops * each.sd }];
      }),
  );
  return (
    <ul className="grid gap-1">
      {rows.slice(0, 12).map(({ size, yarn, loops, massG, sdG }) => (
        <li key={`${size.id} ${yarn.id}`}>
          <strong>{plural(loops, 'loop')}</strong> for {sizeName(size, system)}
          {yarns.length > 1 && ` of ${yarn.name}`}: <FineMass g={massG} /> ±&nbsp;
          <FineMass g={sdG * HALF_WIDTH_90} />
        </li>
      ))}
      <li className="mt-1 text-ink-soft">
        By the grist; after the first mini on the scale the count follows what it weighs.
      </li>
    </ul>
  );
}

function ScaleWords({ page, ready: { wanted } }: { page: PlanMinisPage; ready: ReadMinis }) {
  const system = useSystem();
  const scale = useScale(page.scales, 'fine');
  const { resolutionG } = scale;
  const judged = wanted.sizes.map((size) => ({ size, ...scaleJudges(resolutionG, size.toleranceG) }));
  const coarse = judged.filter(({ verdict }) => verdict === 'too coarse');
  const barely = judged.filter(({ verdict }) => verdict === 'barely');
  return (
    <div className="grid gap-2">
      <ScaleChoice scale={scale} />
      {coarse.map(({ size, minisBetweenWeighings }) => (
        <Notice key={size.id} tone="tight">
          <strong>
            Too coarse for {sizeName(size, system)} give or take <FineMass g={size.toleranceG} />.
          </strong>{' '}
          A reading is right to ±&nbsp;
          <FineMass g={resolutionG / 2} />. Leave what you cut from on the scale instead: what it loses by{' '}
          {minisBetweenWeighings} minis tells their mean well enough.
        </Notice>
      ))}
      {barely.map(({ size }) => (
        <Notice key={size.id} tone="plain">
          For {sizeName(size, system)} give or take <FineMass g={size.toleranceG} /> it can tell the good from the bad,
          but not those at the edge.
        </Notice>
      ))}
    </div>
  );
}
