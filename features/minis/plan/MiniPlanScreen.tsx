'use client';

import { Button } from 'antd';
import { Link } from '../../../ui/controls/Link';
import { fineMassFigure, inWords, lowerFirst, plural } from '../../../core/common/format';
import type { ScaleTool } from '../../../server/bench/bench';
import type { MiniPlanParent, MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { FineMass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { PageHead } from '../../../ui/frame/PageHead';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useTask } from '../../../ui/feedback/useTask';
import { countMinis, putAway } from '../actions';
import { CutMap } from '../planning/CutMap';
import { DryForm } from './DryForm';
import { KitList } from './KitList';
import { type Labelled, LabelsPanel } from '../../../ui/labels/LabelsPanel';
import { MadeMinis } from './MadeMinis';
import styles from './MiniPlanScreen.module.css';
import { SplitBalance } from './SplitBalance';
import { TiesWords } from './TiesWords';
import { TreatWays } from './TreatWays';
import { sizeName } from '../words';

/** One plan of minis: what is cut from what, what is made, where it waits, and the kits and labels that come of it. */
export function MiniPlanScreen({ page, scales }: { page: MiniPlanPage; scales: ScaleTool[] }) {
  const { run, problem, busy } = useTask();
  const { plan, parents, minis } = page;
  const toCome = parents.reduce((sum, parent) => sum + (parent.state === 'gone' ? 0 : parent.toCome), 0);
  const counting = parents.find(({ state }) => state === 'counting');
  const next = counting ?? parents.find(canBegin);
  const wet = minis.filter((mini) => mini.wetBy !== null && !mini.gone);
  const begin = (parent: MiniPlanParent) =>
    void run(
      () => countMinis(page.id, parent.pieceId),
      ({ id }) => `/minis/run/${id}`,
    );
  return (
    <>
      <PageHead title={page.name} under={standing(page, minis.length, toCome)}>
        {next &&
          (counting ? (
            <ActionLink href={`/minis/run/${counting.runId}`}>Go on counting {nameOf(counting, page)}</ActionLink>
          ) : (
            <Button type="primary" size="large" className={styles.begin} loading={busy} onClick={() => begin(next)}>
              Count off {nameOf(next, page)}
            </Button>
          ))}
      </PageHead>
      <Problem words={problem} />
      <section aria-label="Cut map" className="[&_h2]:mb-2 mb-4">
        <PlannedCuts page={page} />
        {parents.length > 1 && (
          <div className={`${styles.parents} flex flex-wrap gap-2 my-3 mx-0`}>
            {parents
              .filter((parent) => parent !== next && canBegin(parent))
              .map((parent) => (
                <Button key={parent.pieceId} onClick={() => begin(parent)} disabled={busy}>
                  Count off {nameOf(parent, page)}
                </Button>
              ))}
          </div>
        )}
        <GoneSince parents={parents} />
      </section>
      {page.balance && (
        <div className="[&_h2]:mb-2 mb-4">
          <SplitBalance
            balance={page.balance}
            what={parents.filter(({ state }) => state === 'done').length === 1 ? 'the skein' : 'the skeins'}
          />
        </div>
      )}
      {minis.length > 0 && (
        <section aria-label="Minis that are made" className="[&_h2]:mb-2 mb-4">
          <h2>{plural(minis.length, 'mini')} made</h2>
          <MadeMinis page={page} />
        </section>
      )}
      {wet.length > 0 && <DryForm minis={wet} scales={scales} page={page} />}
      {plan.kits !== null && <KitList page={page} />}
      <div className="grid grid-cols-[minmax(0,7fr)_minmax(0,5fr)] gap-y-6 gap-x-wide mt-6 pt-4 border-t-[1.5px] border-line max-tablet:grid-cols-[minmax(0,1fr)]">
        <section aria-label="Ties" className="[&_h2]:mb-2 mb-4">
          <h2>Tie and finish</h2>
          <TiesWords
            ties={page.ties}
            next={plan.asked.next}
            cautions={page.cautions}
            colourHex={page.yarns[0]!.colourHex}
            finishing
          />
          <TreatWays page={page} />
        </section>
        {minis.length > 0 && <LabelsPanel sets={labelSets(page)} />}
      </div>
      <PlanActions page={page} run={run} />
    </>
  );
}

const canBegin = ({ state, planned }: MiniPlanParent) => state === 'waiting' && planned > 0;

/** A skein by its label, and of which yarn where the plan has several. */
function nameOf({ label, yarnId }: MiniPlanParent, { yarns }: MiniPlanPage): string {
  const name = lowerFirst(label);
  return yarns.length > 1 ? `${name} of ${yarns.find(({ id }) => id === yarnId)!.name}` : name;
}

function PlannedCuts({ page: { plan, parents, yarns } }: { page: MiniPlanPage }) {
  const system = useSystem();
  return (
    <CutMap
      parents={parents.map((parent) => {
        const yarn = yarns.find(({ id }) => id === parent.yarnId)!;
        return {
          id: String(parent.pieceId),
          name: parent.label,
          about: parentWords(parent, yarns.length > 1 ? yarn.name : inWords(fineMassFigure(parent.massG, system))),
          colourHex: yarn.colourHex,
          colours: parent.colours,
          gristMPerG: yarn.gristMPerG ?? 1,
          massG: parent.massG,
          segmentsG: parent.segmentsG,
          holdsKnot: parent.holdsKnot,
          counts: parent.counts,
        };
      })}
      input={{ demands: plan.sizes.map(({ id, massG }) => ({ id, massG, count: 0 })), cutLossG: plan.cutLossG }}
      names={plan.sizes.map((size) => sizeName(size, system))}
    />
  );
}

function GoneSince({ parents }: { parents: readonly MiniPlanParent[] }) {
  const gone = parents.filter(({ state }) => state === 'gone').map(({ label }) => label);
  if (gone.length === 0) return null;
  return <Notice tone="tight">{gone.join(', ')}: wound or used for something else since this was planned.</Notice>;
}

/** What can be done with the plan as a whole, and what it goes by. */
function PlanActions({ page, run }: { page: MiniPlanPage; run: ReturnType<typeof useTask>['run'] }) {
  const offer = useUndoOffer();
  const { id, name, plan, parents, minis, endedAt } = page;
  const untouched = parents.every(({ state }) => state === 'waiting' || state === 'gone');
  return (
    <div className="flex flex-wrap gap-y-2 gap-x-6 items-center mt-3">
      {untouched && endedAt === null && <Link href={`/minis/${id}/plan`}>Plan again</Link>}
      <Button
        type="text"
        onClick={() =>
          run(
            () => putAway(id, endedAt === null),
            () => {
              if (endedAt === null) offer({ words: `${name} is archived.`, undo: () => putAway(id, false) });
            },
          )
        }
      >
        {endedAt === null ? 'Archive this plan' : 'Bring it back'}
      </Button>
      {minis.some(({ gone }) => !gone) && <Link href={`/market?plan=${id}`}>Put them on the market table</Link>}
      <a href={`/api/drawings/minis/${id}`} download>
        Download the cut map (SVG)
      </a>
      <span className="text-ink-soft">
        {plan.reel.name}, <FineMass g={plan.cutLossG} /> of ends and ties to a mini
        {plan.proven.byHand ? ', changed by hand' : plan.proven.grams && plan.proven.parents ? ', proven best' : ''}.
      </span>
    </div>
  );
}

/** Labels for minis by themselves, and for the kits that are packed. */
function labelSets({ id, minis, kits }: MiniPlanPage): Labelled[] {
  const there = minis.filter(({ gone }) => !gone).map(({ pieceId }) => String(pieceId));
  const packed = kits.filter((kit) => kit.packed).map(({ number }) => `${id}-${number}`);
  return [
    { name: 'minis', of: 'pieces' as const, keys: there },
    { name: 'kits', of: 'kits' as const, keys: packed },
  ].filter(({ keys }) => keys.length > 0);
}

function standing({ plan, kits }: MiniPlanPage, made: number, toCome: number): string {
  const wanted =
    toCome === 0
      ? `${plural(made, 'mini')}, all made`
      : `${plural(toCome, 'mini')} to come${made > 0 ? `, ${made} made` : ''}`;
  if (plan.kits === null) return wanted;
  const packed = kits.filter((kit) => kit.packed).length;
  return `${plural(plan.kits, 'kit')}${packed > 0 ? `, ${packed} packed` : ''}: ${wanted}`;
}

function parentWords({ state, toCome, planned }: MiniPlanParent, about: string): string {
  switch (state) {
    case 'waiting':
      return planned === 0 ? `${about}, untouched` : about;
    case 'counting':
      return `${about}, ${toCome} to come`;
    case 'done':
      return `${about}, cut`;
    case 'gone':
      return `${about}, gone`;
  }
}
