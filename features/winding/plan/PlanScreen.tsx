'use client';

import { Button, Segmented } from 'antd';
import { DownOutlined, UpOutlined } from '@ant-design/icons';
import { Link } from '../../../ui/controls/Link';
import { type ReactNode, useState } from 'react';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { faultsInWords, hasFlaw } from '../../../core/yarn/faults';
import { handlingOf } from '../../../core/yarn/fibre';
import { inWords, lowerFirst, plural, secondsInWords, sizeFigure, upperFirst } from '../../../core/common/format';
import { massOf, needsSwift, type PieceForm } from '../../../core/yarn/piece';
import { endsOf } from '../../../core/bench/schools';
import type { PlannedCake } from '../../../core/winding/windingPlan';
import { countedOn, madeInWords, madeOn } from '../../../core/winding/run';
import type { PlanPage } from '../../../server/winding/planPages';
import { TextField } from '../../../ui/controls/Field';
import { KnownMass, Length, LengthWithin, Mass, Size } from '../../../ui/figures/Figures';
import { Choice } from '../../../ui/controls/Choice';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { wayWords } from '../../../ui/strand/plannedUseWords';
import { glyphSide, PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { beginRun } from '../actions';
import { FitAnswer } from './FitAnswer';
import { LengthRuler } from '../run/LengthRuler';
import styles from './PlanScreen.module.css';
import { PlanWays } from './PlanWays';
import { SplitFields } from './SplitFields';
import { SwiftDrawing } from './SwiftDrawing';
import { holdsLoop, settingFigure, settingOf, SwiftWords } from './SwiftWords';
import { type Planned, usePlan } from './usePlan';
import { WinderDrawing } from './WinderDrawing';
import { HANDLING_WORDS } from '../words';
import { limitWords, roomWords } from '../../../ui/figures/toolWords';
import { inMetres } from '../../../core/common/units';

const FIRMNESS = [
  { value: 'loose', label: 'loose' },
  { value: 'usual', label: 'usual' },
  { value: 'firm', label: 'firm' },
] as const;

/** From the closed hank to its cakes along one path: hank, swift, winder, cake. */
export function PlanScreen({ page, weighing }: { page: PlanPage; weighing: ReactNode }) {
  const { yarn, piece } = page;
  if (piece.consumedBy !== null)
    return (
      <>
        <h1 className="mb-3">
          {piece.label} of <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
        </h1>
        <Notice tone="plain">
          It is wound already. <Link href={`/logbook/${piece.consumedBy}`}>See how it went</Link>.
        </Notice>
      </>
    );
  if (piece.grist !== null) return <Planning page={page} />;
  return (
    <>
      <h1>
        Before {lowerFirst(piece.label)} of <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link> can be planned
      </h1>
      <div className="grid gap-4 max-w-[560px] mt-4">
        {yarn.grist === null && (
          <Notice tone="tight">
            Nothing tells how long a gram of it is.{' '}
            <Link href={`/yarns/${yarn.id}/band`}>Give its length and mass, its weight class or a needle size</Link>.
          </Notice>
        )}
        {piece.mass === null && weighing}
      </div>
    </>
  );
}

function Planning({ page }: { page: PlanPage }) {
  const { yarn, piece } = page;
  const planned = usePlan(page);
  const { plan, tool, errors } = planned;
  const { busy, problem, run } = useTask();
  const handling = handlingOf(yarn.fibres);
  const stuck = Object.keys(errors).length > 0 || plan.tooLarge.length > 0;

  const begin = () =>
    run(
      () => beginRun(piece.id, planned.form),
      ({ id }) => `/winding/run/${id}`,
    );

  return (
    <>
      <div
        className={`${styles.head} [&_h1]:text-large flex flex-wrap gap-y-3 gap-x-6 justify-between items-center mb-3`}
      >
        <h1>
          <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>, {lowerFirst(piece.label)}: {wholeInWords(planned)},{' '}
          {Math.round(plan.crankTurns)} {tool.onto === 'winder' ? 'turns of the crank' : 'wraps by hand'}
        </h1>
        {piece.openRunId === null ? (
          <Button type="primary" size="large" onClick={() => void begin()} loading={busy} disabled={stuck}>
            {tool.onto === 'winder' ? 'Wind it at the bench' : 'Wind it by hand'}
          </Button>
        ) : (
          <Link href={`/winding/run/${piece.openRunId}`}>It is on the bench already: go on there</Link>
        )}
      </div>
      <Problem words={problem} />
      {page.next && (
        <Notice tone="plain">
          For its twist you chose: {lowerFirst(wayWords(page.next, piece.form))}.{' '}
          <Link href={`/twist/${piece.id}`}>See why, or choose again</Link>.
        </Notice>
      )}
      <FitAnswer planned={planned} tools={page.tools} />

      <ol
        className="grid grid-cols-[repeat(4,minmax(0,1fr))] gap-6 mt-4 data-[swift=false]:grid-cols-[repeat(3,minmax(0,1fr))] max-tablet:grid-cols-[1fr_1fr] max-tablet:data-[swift=false]:grid-cols-[1fr_1fr] max-tablet:gap-4"
        data-swift={needsSwift(piece.form)}
      >
        <SetUp page={page} planned={planned} />
        <PieceStation page={page} planned={planned} />
        {needsSwift(piece.form) && <SwiftStation page={page} planned={planned} />}
        <ToolStation page={page} planned={planned} />
        <Station
          title={plan.cakes.length === 1 ? madeOn(tool.onto) : `${plan.cakes.length} ${madeOn(tool.onto)}s`}
          className={styles.answer}
        >
          <CakeFigures planned={planned} paceFrom={page.learnedFrom[tool.key]!.pace} />
          <SplitFields planned={planned} />
        </Station>
      </ol>

      <CakesAlong page={page} planned={planned} />
      <PlanWays page={page} planned={planned} />
      {handling.length > 0 && <Notice tone="tight">{handling.map((each) => HANDLING_WORDS[each]).join(' ')}</Notice>}
    </>
  );
}

/** Where along the strand each cake begins and ends, and the tool that a single one may be wound on instead. */
function CakesAlong({ page, planned }: { page: PlanPage; planned: Planned }) {
  const { plan, tool, choose, choices } = planned;
  return (
    <LengthRuler
      cakes={plan.cakes.map((cake, i) => ({
        ...cake,
        winder: plan.tools[i]!,
        densityGPerCm3: plan.tools[i]!.density.mean,
      }))}
      gristMPerG={page.piece.grist!.mean}
      faults={plan.faults}
      colourHex={page.yarn.colourHex}
      colours={plan.colours}
      about={
        plan.cakes.length > 1 && plan.cakes.length <= 10
          ? (part) => (
              <label className="flex max-w-[230px] items-center gap-1 mt-1 text-small">
                <span>on</span>
                <Choice
                  value={choices.toolOfPart[part] ?? tool.key}
                  options={page.tools.map(({ key, name }) => [key, name] as const)}
                  onChange={(key) => choose({ toolOfPart: { ...choices.toolOfPart, [part]: key } })}
                />
              </label>
            )
          : undefined
      }
    />
  );
}

/** The swift that is chosen, and how it is set; neither where a helper holds the hank, no setting where it was not measured. */
function chosenSwift(swifts: PlanPage['swifts'], { choices, loop }: Planned) {
  const swift = swifts.find(({ id }) => id === choices.swiftId);
  return { swift, setting: swift && loop.value !== undefined ? settingOf(swift, loop.value) : undefined };
}

/**
 * How it is held and on what it is wound, in a sentence. A phone shows the rest of that only when it is asked for, so that
 * the plan is read at a glance; what stands in the way is shown without being asked for.
 */
function SetUp({ page: { piece, swifts }, planned }: { page: PlanPage; planned: Planned }) {
  const system = useSystem();
  const [asked, setAsked] = useState(false);
  const { choices, loop, tool } = planned;
  const { swift, setting } = chosenSwift(swifts, planned);
  const holds = swift !== undefined && setting !== undefined && holdsLoop(swift, setting);
  const amiss = loop.error !== undefined || (setting !== undefined && !holds);
  const from = !needsSwift(piece.form)
    ? `its ${choices.fromEnd} end`
    : !swift
      ? 'a helper’s hands'
      : [`the ${lowerFirst(swift.name)}`, ...(holds ? [settingFigure(setting.value!, system)] : [])].join(', ');
  const shown = asked || amiss;
  return (
    <li className={styles.setUp} data-shown={shown}>
      <Button
        block
        className="h-auto py-2 justify-between text-left whitespace-normal"
        aria-expanded={shown}
        onClick={() => setAsked(!asked)}
        icon={shown ? <UpOutlined /> : <DownOutlined />}
        iconPlacement="end"
      >
        From {from}, onto the {lowerFirst(tool.name)}
      </Button>
    </li>
  );
}

function wholeInWords({ plan, tool, choices }: Planned): string {
  const made = madeInWords(plan.cakes.length, tool.onto);
  return choices.twice ? `${made}, wound twice` : made;
}

function PieceStation({ page: { yarn, piece }, planned }: { page: PlanPage; planned: Planned }) {
  const system = useSystem();
  const { plan, choices, choose, loop } = planned;
  const massG = massOf(piece.mass!);
  return (
    <Station title={piece.form}>
      <div className={styles.drawing}>
        <svg width={150} height={150} viewBox="0 0 150 150" role="img" aria-label={`the ${piece.form}`}>
          <PieceGlyph
            form={piece.form}
            colourHex={yarn.colourHex}
            x={75}
            y={75}
            side={Math.min(146, glyphSide(massG.mean) * 1.3)}
            knots={hasFlaw(piece.faults)}
          />
        </svg>
      </div>
      <p className={styles.figure}>
        <KnownMass fact={piece.mass!} />
      </p>
      <p>
        about <LengthWithin m={plan.lengthM} />
        {yarn.grist!.guess && ', by a guess'}
      </p>
      {piece.faults.length > 0 && <p className="text-ink-soft">{faultsInWords(piece.faults)} along it</p>}
      {piece.mass!.from === 'band' && (
        <p className="text-ink-soft">
          Not weighed. <Link href={`/pieces/${piece.id}`}>Weigh it first</Link>, and its cakes can be checked against
          it.
        </p>
      )}
      {needsSwift(piece.form) ? (
        <TextField
          name="loop"
          label="Hank circumference"
          value={choices.loop}
          onChange={(value) => choose({ loop: value })}
          error={loop.error}
          placeholder={inMetres(system) ? '162 cm' : '64 in'}
          hint={
            plan.loops ? `about ${plural(Math.round(plan.loops), 'loop')}` : 'measure it once; the swift is set from it'
          }
        />
      ) : (
        <FromEnd form={piece.form} planned={planned} />
      )}
    </Station>
  );
}

function FromEnd({ form, planned: { choices, choose } }: { form: PieceForm; planned: Planned }) {
  if (endsOf(form).length === 1)
    return (
      <p className="text-ink-soft">
        A {form} gives its yarn from outside: what was outside comes to lie inside, and the order is turned round.
      </p>
    );
  return (
    <>
      <div role="group" aria-labelledby="from-end">
        <div id="from-end" className="mb-1 font-semibold text-small">
          Take it from its
        </div>
        <Segmented
          block
          options={[
            { value: 'inner' as const, label: 'inner end' },
            { value: 'outer' as const, label: 'outer end' },
          ]}
          value={choices.fromEnd}
          onChange={(fromEnd) => choose({ fromEnd })}
        />
      </div>
      <p className="text-ink-soft">
        {choices.fromEnd === 'inner'
          ? 'The order of the yarn stays as it is.'
          : 'The order of the yarn is turned round: what was outside comes to lie inside.'}
        {(form === 'cake' || form === 'ball') && ' Wound a second time it comes out softer, and is planned so.'}
      </p>
    </>
  );
}

function SwiftStation({ page: { yarn, swifts }, planned }: { page: PlanPage; planned: Planned }) {
  const { choose, loop } = planned;
  const { swift: tool, setting } = chosenSwift(swifts, planned);
  return (
    <Station title="swift">
      <div className={styles.drawing}>
        {tool && setting?.value && loop.value !== undefined && (
          <SwiftDrawing swift={tool} setting={setting.value} loopM={loop.value} colourHex={yarn.colourHex} />
        )}
        {!tool && (
          <p className="text-ink-soft">
            <Link href="/winding/by-hand?method=hands">A helper’s two hands</Link>, thumbs up, loosely apart; or{' '}
            <Link href="/winding/by-hand?method=knees">two knees</Link>.
          </p>
        )}
        {tool && loop.value === undefined && (
          <p className="text-ink-soft">Measure the hank once round, and its setting is here.</p>
        )}
      </div>
      <Segmented
        vertical
        block
        options={[
          ...swifts.map(({ id, name }) => ({ value: id, label: name })),
          { value: 0, label: 'a helper’s hands' },
        ]}
        value={tool?.id ?? 0}
        onChange={(id) => choose({ swiftId: Number(id) || null })}
      />
      {tool && setting && <SwiftWords tool={tool} setting={setting} />}
      {tool?.kind === 'chairs' && (
        <p>
          <Link href="/winding/by-hand?method=chairs">How two chairs hold it</Link>
        </p>
      )}
    </Station>
  );
}

function ToolStation({ page, planned }: { page: PlanPage; planned: Planned }) {
  const system = useSystem();
  const { plan, tool, choose } = planned;
  const [first] = plan.cakes;
  const learned = page.learnedFrom[tool.key]!;
  return (
    <Station title={tool.onto === 'winder' ? 'winder' : 'by hand'} className={styles.tool}>
      <div className={styles.drawing}>
        <WinderDrawing
          winder={tool}
          cakeDiameterMm={first!.outerDiameterMm}
          colourHex={page.yarn.colourHex}
          title={`a cake of ${Math.round(first!.outerDiameterMm)} mm where there is room to ${Math.round(tool.maxDiameterMm)} mm`}
        />
      </div>
      <label>
        <span className="mb-1 font-semibold text-small">Wind it on</span>
        <Choice
          value={tool.key}
          options={page.tools.map(({ key, name }) => [key, name] as const)}
          onChange={(toolKey) => choose({ toolKey, toolOfPart: {} })}
        />
      </label>
      <p className="text-ink-soft">
        {tool.onto === 'winder'
          ? `${Number(tool.spindleTurnsPerCrank.toFixed(2))} turns of the spindle to one of the crank${learned.ratio > 0 ? ', by your cakes' : ''}; `
          : ''}
        holds <Mass g={first!.usableMassG} />
        {first!.limitedBy === 'diameter'
          ? ', by the room round it'
          : tool.holds && limitWords(tool.holds.massG, system)}
        {first!.limitedBy === 'diameter' && tool.holds?.roomCm3.known === 'cakes' && (
          <>
            : <Size mm={tool.maxDiameterMm} /> across{roomWords(tool.holds.roomCm3, tool, system)}
          </>
        )}
        .
        {page.guessed[tool.key] && (
          <>
            {' '}
            These figures are <Link href="/bench">starting ones</Link>, not measured on yours.
          </>
        )}
        {tool.onto !== 'winder' && (
          <>
            {' '}
            <Link href={`/winding/by-hand?method=${tool.onto}`}>How it is done, step by step</Link>.
          </>
        )}
      </p>
      <p className="text-ink-soft">
        Firmness {tool.density.mean.toFixed(2)} ± {(tool.density.sd * HALF_WIDTH_90).toFixed(2)} g/cm³,{' '}
        {learned.density > 0
          ? `learned from ${learned.density} of your ${madeOn(tool.onto)}s`
          : `a starting figure; measure a ${madeOn(tool.onto)} and it is yours`}
        .
      </p>
    </Station>
  );
}

function CakeFigures({
  planned: { plan, tool, choices, choose },
  paceFrom,
}: {
  planned: Planned;
  /** Windings that the pace was learned from. */
  paceFrom: number;
}) {
  const system = useSystem();
  const [first] = plan.cakes as [PlannedCake];
  const alike = plan.cakes.every(({ massG }) => Math.abs(massG - first.massG) < 0.05);
  const each = plan.cakes.length > 1 && alike ? ' each' : '';
  return (
    <>
      <dl className="grid grid-cols-[max-content_1fr] gap-y-1 gap-x-4 items-baseline mt-1 mr-0 mb-2 ml-0 [&_dt]:text-ink-soft [&_dd]:m-0">
        <dt>{countedOn(tool.onto)}</dt>
        <dd>
          {alike ? (
            <>
              <strong className="text-huge leading-none">{Math.round(first.crankTurns.mean)}</strong> ±{' '}
              {Math.round(first.crankTurns.sd * HALF_WIDTH_90)}
              {each}
            </>
          ) : (
            <strong className="text-huge leading-none">{Math.round(plan.crankTurns)}</strong>
          )}
        </dd>
        {alike && (
          <>
            <dt>holds</dt>
            <dd>
              <Mass g={first.massG} />, <Length m={first.lengthM} />
              {each}
            </dd>
          </>
        )}
        <dt>size</dt>
        <dd>
          {alike ? (
            <>
              <Size mm={first.outerDiameterMm} /> across
              {!plan.tools[0]!.ball && (
                <>
                  , <Size mm={plan.tools[0]!.heightMm} /> high
                </>
              )}
            </>
          ) : (
            plan.cakes.map(({ outerDiameterMm }) => inWords(sizeFigure(outerDiameterMm, system))).join(', ') + ' across'
          )}
        </dd>
        <dt>full</dt>
        <dd>
          {alike
            ? `${Math.round(first.fillPercent)} % of what it holds`
            : plan.cakes.map(({ fillPercent }) => `${Math.round(fillPercent)} %`).join(', ')}
        </dd>
        <dt>time</dt>
        <dd>
          about {secondsInWords(plan.seconds)} in all, at {Math.round(60 / tool.secondsPerTurn)} {countedOn(tool.onto)}{' '}
          a minute ({paceFrom > 0 ? 'your pace' : 'a usual pace'})
          <span className="max-phone:hidden"> with mounting and taking off</span>
        </dd>
      </dl>
      <div role="group" aria-labelledby="firmness">
        <div id="firmness" className="mb-1 font-semibold text-small">
          How firm you wind it
        </div>
        <Segmented
          block
          options={[...FIRMNESS]}
          value={choices.firmness}
          onChange={(firmness) => choose({ firmness })}
        />
      </div>
    </>
  );
}

function Station({ title, className = '', children }: { title: string; className?: string; children: ReactNode }) {
  return (
    <li className={`${styles.station} ${className} relative flex flex-col gap-2`}>
      <h2>{upperFirst(title)}</h2>
      {children}
    </li>
  );
}
