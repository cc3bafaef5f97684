'use client';

import { Button, Segmented } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { DENSITY_WOUND_ONCE, DENSITY_WOUND_TWICE } from '../../core/cake';
import { HALF_WIDTH_90 } from '../../core/estimate';
import { handlingOf } from '../../core/fibre';
import { durationInWords, inWords, massFigure } from '../../core/format';
import { parseLoopM } from '../../core/hankLoop';
import { type Reading, reading } from '../../core/inputError';
import { massOf, needsSwift } from '../../core/piece';
import { swift, type SwiftResult } from '../../core/swift';
import { DEFAULT_SECONDS_PER_TURN, type WindingPlan, windingPlan } from '../../core/windingPlan';
import type { SwiftTool, WinderTool } from '../../server/bench';
import type { PlanPage } from '../../server/planPages';
import { TextField } from '../../ui/Field';
import { KnownMass, Length, Mass, Size, Span } from '../../ui/Figures';
import { useSystem } from '../../ui/Providers';
import { Say } from '../../ui/Say';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { useKept } from '../../ui/useKept';
import { beginRun } from './actions';
import { CutMap } from './CutMap';
import styles from './PlanScreen.module.css';
import { SwiftDrawing } from './SwiftDrawing';
import { WinderDrawing } from './WinderDrawing';
import { HANDLING_WORDS } from './words';

const FIRMNESS = [
  { value: DENSITY_WOUND_TWICE, label: 'loose' },
  { value: DENSITY_WOUND_ONCE, label: 'usual' },
  { value: 0.36, label: 'firm' },
];

/** What the maker has chosen; kept in the browser until the run begins. */
interface Choices {
  winderId: number;
  swiftId: number | null;
  loop: string;
  densityGPerCm3: number;
  /** Cakes beyond those that the winder needs. */
  extraCakes: number;
}

/** From the closed hank to its cakes along one path: hank, swift, winder, cake. */
export function PlanScreen({ page: { yarn, piece, bench }, weighing }: { page: PlanPage; weighing: ReactNode }) {
  const known = piece.mass !== null && yarn.grist !== null;
  return (
    <>
      {piece.consumedBy !== null ? (
        <>
          <h1>
            {piece.label} of <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
          </h1>
          <Say tone="plain">
            It is wound already. <Link href={`/logbook/${piece.consumedBy}`}>See how it went</Link>.
          </Say>
        </>
      ) : known ? (
        <Planning yarn={yarn} piece={piece} bench={bench} />
      ) : (
        <>
          <h1>
            Before {piece.label.toLowerCase()} of <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link> can be planned
          </h1>
          <div className={styles.missing}>
            {yarn.grist === null && (
              <Say tone="tight">
                Nothing tells how long a gram of it is.{' '}
                <Link href={`/yarns/${yarn.id}/band`}>Give its length and mass, its weight class or a needle size</Link>
                .
              </Say>
            )}
            {piece.mass === null && weighing}
          </div>
        </>
      )}
    </>
  );
}

function Planning({ yarn, piece, bench }: PlanPage) {
  const system = useSystem();
  const router = useRouter();
  const grist = yarn.grist!;
  const massG = massOf(piece.mass!);
  const [choices, choose] = useChoices(piece.id, {
    winderId: bench.winders[0]!.id,
    swiftId: needsSwift(piece.form) ? bench.swifts[0]!.id : null,
    loop: piece.loopM === null ? '' : `${Math.round(piece.loopM * 1000) / 10} cm`,
    // What was wound before comes out softer.
    densityGPerCm3: piece.form === 'cake' || piece.form === 'ball' ? DENSITY_WOUND_TWICE : DENSITY_WOUND_ONCE,
    extraCakes: 0,
  });
  const [problem, setProblem] = useState('');
  const [starting, setStarting] = useState(false);

  const winder = bench.winders.find(({ id }) => id === choices.winderId) ?? bench.winders[0]!;
  const tool = bench.swifts.find(({ id }) => id === choices.swiftId) ?? null;
  const loop: Partial<Reading<number>> =
    choices.loop.trim() === '' ? {} : reading(() => parseLoopM(choices.loop, system, 'loop'));
  const planFor = (on: WinderTool, extraCakes: number): WindingPlan => {
    const input = { massG, grist, winder: on, densityGPerCm3: choices.densityGPerCm3, hankLoopM: loop.value };
    const fewest = windingPlan(input);
    const cakes = Math.min(99, fewest.cakes.length + extraCakes);
    return extraCakes === 0 ? fewest : windingPlan({ ...input, cakes });
  };
  const plan = planFor(winder, choices.extraCakes);
  const setting = loop.value !== undefined && tool ? settingOf(tool, loop.value) : undefined;

  const begin = async () => {
    setStarting(true);
    const started = await beginRun(piece.id, {
      winderId: winder.id,
      swiftId: tool?.id ?? null,
      loop: loop.value === undefined ? '' : `${loop.value} m`,
      densityGPerCm3: choices.densityGPerCm3,
      cakes: plan.cakes.length,
    }).catch(() => ({
      ok: false as const,
      errors: { '': 'The app cannot be reached just now; try again in a moment.' },
    }));
    if (started.ok) router.push(`/winding/run/${started.id}`);
    else {
      setStarting(false);
      setProblem(Object.values(started.errors).join('. '));
    }
  };

  const other = plan.fit.fits
    ? undefined
    : bench.winders.find((tool) => tool.id !== winder.id && planFor(tool, 0).fit.fits);
  return (
    <>
      <div className={styles.head}>
        <h1>
          <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>, {piece.label.toLowerCase()}:{' '}
          {plan.cakes.length === 1 ? 'one cake' : `${plan.cakes.length} cakes`}, {Math.round(plan.crankTurns)} turns of
          the crank
        </h1>
        {piece.openRunId === null ? (
          <Button
            type="primary"
            size="large"
            onClick={() => void begin()}
            loading={starting}
            disabled={loop.error !== undefined}
          >
            Wind it at the bench
          </Button>
        ) : (
          <Link href={`/winding/run/${piece.openRunId}`}>A winding of it is under way: go on there</Link>
        )}
      </div>
      {problem && (
        <Say tone="bad" role="alert">
          {problem}
        </Say>
      )}
      <FitAnswer plan={plan} winder={winder} other={other} onOther={(id) => choose({ winderId: id, extraCakes: 0 })} />

      <ol className={styles.stations} data-swift={needsSwift(piece.form)}>
        <Station title={piece.form}>
          <div className={styles.drawing}>
            <svg width={150} height={150} role="img" aria-label={`the ${piece.form}`}>
              <PieceGlyph
                form={piece.form}
                colourHex={yarn.colourHex}
                x={75}
                y={75}
                side={Math.min(146, glyphSide(massG.mean) * 1.3)}
              />
            </svg>
          </div>
          <p className={styles.figure}>
            <KnownMass fact={piece.mass!} />
          </p>
          <p>
            about <Length m={plan.lengthM.mean} /> ± <Length m={plan.lengthM.sd * HALF_WIDTH_90} />
            {grist.guess && ', by a guess'}
          </p>
          {piece.mass!.from === 'band' && (
            <p className={styles.soft}>
              Not weighed. <Link href={`/pieces/${piece.id}`}>Weigh it first</Link>, and its cakes can be checked
              against it.
            </p>
          )}
          {needsSwift(piece.form) ? (
            <TextField
              name="loop"
              label="Once round the open hank"
              value={choices.loop}
              onChange={(value) => choose({ loop: value })}
              error={loop.error}
              placeholder={system === 'metric' ? '162 cm' : '64 in'}
              hint={plan.loops ? `about ${Math.round(plan.loops)} loops` : 'measure it once; the swift is set from it'}
            />
          ) : (
            <p className={styles.soft}>
              It is taken from where it stands.
              {piece.form === 'cake' && ' Wound a second time it comes out softer, so it is planned as loose.'}
            </p>
          )}
        </Station>

        {needsSwift(piece.form) && (
          <Station title="swift">
            <div className={styles.drawing}>
              {tool && setting?.value && loop.value !== undefined && (
                <SwiftDrawing swift={tool} setting={setting.value} loopM={loop.value} colourHex={yarn.colourHex} />
              )}
              {loop.value === undefined && (
                <p className={styles.soft}>Measure the hank once round, and its setting is here.</p>
              )}
            </div>
            <Segmented
              vertical
              block
              options={bench.swifts.map(({ id, name }) => ({ value: id, label: name }))}
              value={tool?.id}
              onChange={(id) => choose({ swiftId: Number(id) })}
            />
            {tool && setting && <SwiftWords tool={tool} setting={setting} />}
          </Station>
        )}

        <Station title="winder">
          <div className={styles.drawing}>
            <WinderDrawing
              winder={winder}
              cakeDiameterMm={plan.cakes[0]!.outerDiameterMm}
              colourHex={yarn.colourHex}
              title={`a cake of ${Math.round(plan.cakes[0]!.outerDiameterMm)} mm on a winder with room to ${Math.round(winder.maxDiameterMm)} mm`}
            />
          </div>
          <Segmented
            vertical
            block
            options={bench.winders.map(({ id, name }) => ({ value: id, label: name }))}
            value={winder.id}
            onChange={(id) => choose({ winderId: Number(id), extraCakes: 0 })}
          />
          <p className={styles.soft}>
            {winder.spindleTurnsPerCrank} turns of the spindle to one of the crank; holds{' '}
            <Mass g={plan.fit.usableMassG} />
            {plan.fit.limitedBy === 'diameter' ? ', limited by its width' : ', limited by its strength'}.
            {!winder.measured && (
              <>
                {' '}
                These figures are <Link href="/bench">starting ones</Link>, not measured on yours.
              </>
            )}
          </p>
        </Station>

        <Station title={plan.cakes.length === 1 ? 'cake' : `${plan.cakes.length} cakes`}>
          <dl className={styles.cake}>
            <dt>turns</dt>
            <dd>
              <strong className={styles.turns}>{Math.round(plan.cakes[0]!.crankTurns.mean)}</strong> ±{' '}
              {Math.round(plan.cakes[0]!.crankTurns.sd * HALF_WIDTH_90)}
              {plan.cakes.length > 1 && ' each'}
            </dd>
            <dt>holds</dt>
            <dd>
              <Mass g={plan.cakes[0]!.massG} />, <Length m={plan.cakes[0]!.lengthM} />
              {plan.cakes.length > 1 && ' each'}
            </dd>
            <dt>size</dt>
            <dd>
              <Size mm={plan.cakes[0]!.outerDiameterMm} /> across, <Size mm={winder.heightMm} /> high
            </dd>
            <dt>time</dt>
            <dd>
              about {durationInWords(plan.seconds)} in all, at {Math.round(60 / DEFAULT_SECONDS_PER_TURN)} turns a
              minute with mounting and taking off
            </dd>
          </dl>
          <div role="group" aria-labelledby="firmness">
            <div id="firmness" className={styles.label}>
              How firm you wind
            </div>
            <Segmented
              block
              options={FIRMNESS}
              value={choices.densityGPerCm3}
              onChange={(value) => choose({ densityGPerCm3: Number(value) })}
            />
          </div>
          <div className={styles.count}>
            <Button
              onClick={() => choose({ extraCakes: choices.extraCakes - 1 })}
              disabled={choices.extraCakes === 0}
              aria-label="One cake fewer"
            >
              −
            </Button>
            <span>{plan.cakes.length === 1 ? 'in one cake' : `in ${plan.cakes.length} cakes`}</span>
            <Button
              onClick={() => choose({ extraCakes: choices.extraCakes + 1 })}
              disabled={plan.cakes.length >= 99}
              aria-label="One cake more"
            >
              +
            </Button>
          </div>
        </Station>
      </ol>

      <CutMap cakes={plan.cakes} colourHex={yarn.colourHex} />
      {handlingOf(yarn.fibres).map((handling) => (
        <Say key={handling} tone="tight">
          {HANDLING_WORDS[handling]}
        </Say>
      ))}
    </>
  );
}

function FitAnswer({
  plan,
  winder,
  other,
  onOther,
}: {
  plan: WindingPlan;
  winder: WinderTool;
  other: WinderTool | undefined;
  onOther: (winderId: number) => void;
}) {
  const system = useSystem();
  const name = winder.name.toLowerCase();
  const { fit, cakes } = plan;
  if (fit.fits && cakes.length === 1)
    return (
      <Say tone={fit.fillPercent > 92 ? 'tight' : 'good'} role="status">
        <strong>It fits the {name}</strong>, which will be {Math.round(fit.fillPercent)} % full
        {fit.fillPercent > 92 ? ': watch the last layers, or make two cakes.' : '.'}
      </Say>
    );
  const each = inWords(massFigure(cakes[0]!.massG, system));
  const turns = Math.round(cakes[0]!.crankTurns.mean);
  if (fit.fits)
    return (
      <Say tone="good" role="status">
        <strong>It would fit in one.</strong> As {cakes.length} cakes of {each}, cut after every {turns} turns.
      </Say>
    );
  return (
    <Say tone="tight" role="status">
      <strong>It does not fit the {name} in one</strong>: that holds {inWords(massFigure(fit.usableMassG, system))}, and
      past it yarn slides off the base into the gears. Make {cakes.length} cakes of {each}: cut after every {turns}{' '}
      turns.
      {other && (
        <>
          {' '}
          <button type="button" className={styles.inline} onClick={() => onOther(other.id)}>
            The {other.name.toLowerCase()} takes it in one.
          </button>
        </>
      )}
    </Say>
  );
}

function Station({ title, children }: { title: string; children: ReactNode }) {
  return (
    <li className={styles.station}>
      <h2>{title[0]!.toUpperCase() + title.slice(1)}</h2>
      {children}
    </li>
  );
}

type Setting = Reading<SwiftResult>;

function settingOf(tool: SwiftTool, loopM: number): Setting {
  return reading(() => swift({ ...tool, hankLoopM: loopM }));
}

function SwiftWords({ tool, setting }: { tool: SwiftTool; setting: Setting }) {
  if (setting.error !== undefined) return <Say tone="bad">{setting.error}.</Say>;
  const { value } = setting;
  if ('hole' in value) {
    if (value.hole === null)
      return <Say tone="bad">The loop is too small even for the first hole. Use two chairs or a helper’s hands.</Say>;
    return (
      <p>
        <strong className={styles.figure}>Hole {value.hole}</strong> on every arm, counted from the middle;{' '}
        {value.slackPercent!.toFixed(1)} % slack.
        {value.slackPercent! > 6 && ' That is loose: see that it does not slip off.'}
      </p>
    );
  }
  if ('openDiameterMm' in value) {
    const opensMm = tool.kind === 'umbrella' ? tool.opensMm : undefined;
    const beyond = opensMm && (value.openDiameterMm > opensMm.max || value.openDiameterMm < opensMm.min);
    return (
      <>
        <p>
          Open it{' '}
          <strong className={styles.figure}>
            <Span mm={value.openDiameterMm} />
          </strong>{' '}
          across, until the loop just holds. Never taut.
        </p>
        {beyond && (
          <Say tone="bad">
            This one opens from <Span mm={opensMm.min} /> to <Span mm={opensMm.max} />: it does not hold this loop.
          </Say>
        )}
      </>
    );
  }
  return (
    <p>
      Backs{' '}
      <strong className={styles.figure}>
        <Span mm={value.gapMm} />
      </strong>{' '}
      apart, turned away from each other. One chair is not enough.
    </p>
  );
}

/** The choices for one piece, kept in the browser. */
function useChoices(pieceId: number, initial: Choices): [Choices, (change: Partial<Choices>) => void] {
  const [kept, keep] = useKept(`plan of piece ${pieceId}`, '');
  let choices = initial;
  if (kept) {
    try {
      choices = { ...initial, ...(JSON.parse(kept) as Partial<Choices>) };
    } catch {
      // An older or torn note: begin afresh.
    }
  }
  return [choices, (change) => keep(JSON.stringify({ ...choices, ...change }))];
}
