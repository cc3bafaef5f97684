'use client';

import { Standstill } from '../../../ui/bench/RunStage';
import { Button } from 'antd';
import { Link } from '../../../ui/controls/Link';
import { useEffect, useRef, useState } from 'react';
import type { Learned } from '../../../core/bench/calibration';
import { crankTurnsAtG } from '../../../core/bench/cake';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { FAULT_KINDS, type Fault } from '../../../core/yarn/faults';
import { namesApart } from '../../../core/yarn/colourWords';
import { coloursAlong } from '../../../core/yarn/coloursAlong';
import { secondsInWords, inWords, lengthFigure, massFigure, sizeFigure } from '../../../core/common/format';
import {
  type Cue as CueName,
  cueAt,
  type NewRunEvent,
  type MarkKind,
  MARK_KINDS,
  type RunState,
  secondsPerTurn,
  steadiness,
  stopReasons,
  type StopReason,
  turnsOn,
  turnsSoFar,
} from '../../../core/winding/run';
import { GENTLE_TURNS, onSpindleAt, spindleOf, turnsToRound } from '../../../core/winding/windingPlan';
import type { RunPage } from '../../../server/winding/runEvents';
import { tellDevice } from '../../../ui/devices/deviceLine';
import { Large } from '../../../ui/figures/Figures';
import { Swatch } from '../../../ui/figures/Swatch';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';
import { BenchSettings } from '../../../ui/bench/BenchSettings';
import { CountButton, handHint } from '../../../ui/bench/CountButton';
import { Cue } from '../../../ui/bench/Cue';
import { toggleFullScreen } from '../../../ui/bench/toggleFullScreen';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { Way } from '../../../ui/bench/Way';
import { deviceOf, DriverChoice, isListener, useDriverChoice } from './DriverChoice';
import { DeviceNews } from './DeviceNews';
import { JustWind, useNow } from './JustWind';
import { HandOver } from './HandOver';
import { LengthRuler } from './LengthRuler';
import { useBenchKeys } from '../../../ui/bench/useBenchKeys';
import { isColourAct, KEYS, MOST_COLOUR_KEYS, numberOf, type WindingAct } from './windingKeys';
import { useDriver } from './useDriver';
import { ListenerPanel } from '../listening/ListenerPanel';
import { useListeners } from '../listening/useListeners';
import { usePace } from './usePace';
import { READY_TO_CUT, useMotor, useWoundOnto } from './useMotor';
import { usePedals } from '../../../ui/bench/usePedals';
import { useVoice, type Voice } from '../../../ui/bench/useVoice';
import { WinderDrawing } from '../plan/WinderDrawing';
import styles from './WindStage.module.css';
import { afterStop, CUE_WORDS, cutInWords, DEVICE_WORDS, MARK_WORDS, STEADY_WORDS, STOP_WORDS } from '../words';

/** From so much of what the tool holds, the last layers are to be watched. */
const NEARLY_FULL = 0.94;

/** A known fault is announced so many metres before it comes. */
const ANNOUNCED_WITHIN_M = 25;

const MARK_LETTERS: Record<MarkKind, string> = {
  knot: 'K',
  'thin spot': 'T',
  'colour change': 'C',
  'tension changed': 'W',
};

/** The turning itself: one large count, what is on the cake and what is left, and what to mind just now. */
export function WindStage({
  page,
  state,
  enabled,
  keysRest,
  drift,
  record,
  onDone,
  onBack,
}: {
  page: RunPage;
  state: RunState;
  enabled: boolean;
  /** Something lies over the count, and has the keys. */
  keysRest: boolean;
  /** Turns that are made for each that a pace ticks. */
  drift: Learned;
  record: (newEvent: NewRunEvent) => void;
  onDone: () => void;
  onBack: () => void;
}) {
  const system = useSystem();
  const [pedals] = usePedals();
  const { plan, roundM } = page;
  const { part } = state;
  const cake = plan.cakes[part]!;
  const { tool } = cake;
  const onWinder = tool.onto === 'winder';
  const [driver, setDriver] = useDriverChoice(onWinder);
  const [voice] = useLocalStorage('voice', 'quiet');
  const [perPress, setPerPress] = useLocalStorage('turns per press', '');
  // Beside an ear or an eye a press only sets right what it missed.
  const by = isListener(driver) ? 1 : Number(perPress) || 1;
  const { counted, say, tick } = useVoice(voice as Voice);
  const countButton = useRef<HTMLButtonElement>(null);
  const [asking, setAsking] = useState(false);

  const spindle = spindleOf(plan, part);
  const device = deviceOf(driver);
  // What is counted may be a little more than what was turned, where hands follow a tick.
  const madeOfCounted = driver === 'pace' ? drift.mean : 1;
  const { live, silent } = useDriver({ driver: device, state, part, spindle, enabled, record });
  const listeners = useListeners({
    driver,
    winder: tool.name,
    spindleTurnsPerCrank: spindle.spindleTurnsPerCrank,
    turnsToRound: roundM === null ? null : () => turnsToRound(spindle, turnsOn(live, part), roundM),
  });
  const uncounted = state.uncounted.includes(part);
  const turns = turnsSoFar(live, part, useNow(uncounted), cake.secondsPerTurn);
  const begun = uncounted || turns > 0;
  const last = part === plan.cakes.length - 1;
  const stopAt = Math.round(cake.crankTurns.mean / madeOfCounted);
  const turnsAt = (massG: number) => Math.floor(crankTurnsAtG(spindle, massG, plan.gristMPerG) / madeOfCounted);
  const cue = cueAt(uncounted ? GENTLE_TURNS : turns, {
    gentleUntil: GENTLE_TURNS,
    slowFrom: Math.floor(cake.slowFromTurn / madeOfCounted),
    stopAt,
    // A ball in the hand has no base to slide over.
    ...(onWinder && { nearlyFullFrom: turnsAt(NEARLY_FULL * cake.usableMassG), fullAt: turnsAt(cake.usableMassG) }),
  });
  const names = namesApart([...plan.palette, ...plan.colours.flatMap(({ hex }) => hex ?? [])]);
  const cutBy = cake.cutAt && cutInWords(cake.cutAt, names, system);
  const words = uncounted ? CUE_WORDS.steady : cueWords(cue, { turns, stopAt, last, cutBy });
  const on = onSpindleAt(spindle, turns * madeOfCounted);
  // There is no more than the strand, whatever was counted.
  const wound = last ? { lengthM: Math.min(on.lengthM, cake.lengthM), massG: Math.min(on.massG, cake.massG) } : on;
  const tooMuch =
    !uncounted && last && turns * madeOfCounted > cake.crankTurns.mean + HALF_WIDTH_90 * cake.crankTurns.sd;
  const woundM = cake.startM + Math.min(on.lengthM, cake.lengthM);
  const remainingG = Math.max(0, cake.massG - on.massG);
  const pace = secondsPerTurn(state) ?? cake.secondsPerTurn;
  const marksHere = state.marks.filter((mark) => mark.part === part);
  const along = [...plan.faults, ...seenAlong(page, state)];
  const strandM = plan.cakes.at(-1)!.startM + plan.cakes.at(-1)!.lengthM;
  // A colour that comes twice in a repeat has one key.
  const palette = [...new Set(plan.palette)];
  const unit = onWinder ? 'turns' : 'wraps';
  const reasons = stopReasons({ heldBy: plan.swift?.kind ?? null, onto: tool.onto });
  // The strip shows colours as they come; only what needs a hand is announced.
  const next =
    !uncounted &&
    plan.faults.find(({ atM, outerHex }) => !outerHex && atM > woundM && atM - woundM < ANNOUNCED_WITHIN_M);

  const spoken = useRef(cue);
  useEffect(() => {
    if (spoken.current !== cue) say(words);
    spoken.current = cue;
  }, [cue, say, words]);
  const tickedAt = useRef(turns);
  useEffect(() => {
    // What a device counts is heard too.
    if (device !== 'hand' && turns > tickedAt.current) counted(turns, turns - tickedAt.current);
    tickedAt.current = turns;
  }, [device, turns, counted]);
  useMotor({ driver: device, cue, stopped: state.stopped !== null, enabled });
  useWoundOnto(enabled, part, spindle);

  const ticker = usePace({
    on: driver === 'pace' && !uncounted && enabled && !state.stopped && !asking && !keysRest,
    secondsPerTurn: cake.secondsPerTurn,
    slow: cue === 'gentle' || cue === 'slow' || cue === 'nearly full' || READY_TO_CUT.has(cue),
    halt: READY_TO_CUT.has(cue),
    beat: () => {
      record({ kind: 'turns', part, amount: 1, by: 'pace' });
      counted(turns + 1, 1);
      if (voice !== 'tick') tick();
    },
  });
  const count = () => {
    if (!enabled || state.stopped || uncounted) return;
    if (driver === 'nobody') return record({ kind: 'uncounted', part, is: true });
    if (driver === 'pace') return ticker.ticking ? ticker.hold() : ticker.start();
    if (listeners.mark()) return;
    record({ kind: 'turns', part, amount: by });
    counted(turns + by, by);
  };
  // What a counter has measured is not miscounted: it would only be counted again.
  const measured = driver === 'counter' && silent === null;
  const miscount = () => {
    if (enabled && turns > 0 && !measured && !uncounted) record({ kind: 'turns', part, amount: -Math.min(by, turns) });
    countButton.current?.focus();
  };
  const mark = (kind: MarkKind, hex?: string) => {
    if (enabled) record({ kind: 'mark', part, mark: kind, atTurn: turns, ...(hex && { hex }) });
    countButton.current?.focus();
  };
  const markColour = (number: number) => {
    const hex = palette[number - 1];
    if (hex && number <= MOST_COLOUR_KEYS) mark('colour change', hex);
  };
  const unmark = () => {
    if (enabled && marksHere.length > 0) record({ kind: 'unmark', part });
    countButton.current?.focus();
  };
  const stop = (reason: StopReason) => {
    setAsking(false);
    if (!enabled) return;
    if (driver === 'motor') void tellDevice({ device: 'motor', do: 'stop' });
    record({ kind: 'stop', part, reason, atTurn: turns });
  };
  const countAfterAll = () => {
    if (driver === 'nobody') setDriver('hand');
    if (uncounted) record({ kind: 'uncounted', part, is: false });
  };
  const resume = () => {
    record({ kind: 'resume', part });
    countButton.current?.focus();
  };

  const acts: Record<WindingAct, () => void> = {
    count,
    miscount,
    stop: () => setAsking(true),
    snag: () => stop('snag'),
    'off the base': () => onWinder && stop('over the base'),
    pause: () => stop('a pause'),
    knot: () => mark('knot'),
    'thin spot': () => mark('thin spot'),
    'colour change': () => mark('colour change'),
    'tension changed': () => mark('tension changed'),
    unmark,
    cut: () => enabled && begun && onDone(),
    'full screen': toggleFullScreen,
  };
  const heard = useBenchKeys(enabled && !asking && !keysRest, pedals, KEYS, (key) => {
    if (isColourAct(key)) return markColour(numberOf(key));
    // Nothing is counted while it stands still, and a pedal that is touched must not start it.
    const still = MARK_KINDS.some((kind) => kind === key) || key === 'unmark' || key === 'full screen';
    if (!state.stopped || still) acts[key]();
  });

  return (
    <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto_auto] gap-y-3 gap-x-6 min-h-[min(640px,calc(100dvh_-_200px))] max-tablet:grid-cols-[minmax(0,1fr)] max-tablet:grid-rows-[none] max-tablet:min-h-0 max-tablet:gap-2">
      <div className="col-span-full">
        <Cue cue={state.stopped ? 'stopped' : cue}>
          {state.stopped ? `Stopped${uncounted ? '' : ` at ${turns}`}: ${STOP_WORDS[state.stopped.reason]}` : words}
        </Cue>
      </div>

      {state.stopped ? (
        <Standstill>
          <ol className="grid gap-2 m-0 pl-[1.3em] list-decimal max-desk:gap-1">
            {afterStop(state.stopped.reason, onWinder).map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ol>
          <div className="[&>[data-act]]:flex-[1_1_100%] flex flex-wrap gap-3">
            <LargeAct onClick={resume} disabled={!enabled} autoFocus>
              Go on winding{!uncounted && ` at ${turns}`}
            </LargeAct>
            <Button size="large" onClick={() => mark('knot')} disabled={!enabled}>
              Mark a knot here
            </Button>
            <Button size="large" onClick={onDone} disabled={!enabled}>
              Take it off here
            </Button>
          </div>
        </Standstill>
      ) : uncounted || driver === 'nobody' ? (
        <JustWind
          cake={cake}
          seconds={turns * cake.secondsPerTurn}
          begun={uncounted}
          last={last}
          enabled={enabled}
          onBegin={count}
          onCount={countAfterAll}
        />
      ) : (
        <CountButton
          ref={countButton}
          count={turns}
          of={`of ${last ? 'about ' : ''}${stopAt} ${unit}`}
          hint={
            heard && driver === 'pace'
              ? ticker.ticking
                ? `${onWinder ? 'crank' : 'wind'} to the tick, ${Math.round(60 / cake.secondsPerTurn)} a minute: space holds it`
                : 'space starts the tick'
              : !heard || device === 'hand' || silent
                ? handHint(heard, by, unit)
                : `${DEVICE_WORDS[device].toLowerCase()} counts`
          }
          onClick={count}
          disabled={!enabled}
        />
      )}

      <div className="flex flex-col justify-between gap-3 min-w-0 max-tablet:gap-2">
        <div className={`${styles.drawing} relative flex-[1_1_0] min-h-0 max-h-[230px] max-tablet:hidden`}>
          <WinderDrawing
            winder={tool}
            cakeDiameterMm={uncounted ? cake.outerDiameterMm : on.diameterMm}
            colourHex={page.colourHex}
            title={`${uncounted ? 'when done' : 'so far'} ${Math.round(uncounted ? cake.outerDiameterMm : on.diameterMm)} mm across`}
            bare
          />
        </div>
        {!uncounted && (
          <>
            <div
              className={`${styles.figures} grid grid-cols-[1fr_1fr] gap-y-3 gap-x-4 leading-[1.2] max-tablet:text-small`}
            >
              <Large figure={lengthFigure(wound.lengthM, system)} label="are wound" />
              <Large figure={massFigure(wound.massG, system)} label="are wound" />
              <Large figure={lengthFigure(remainingG * plan.gristMPerG, system)} label="left to wind" />
              <Large figure={massFigure(remainingG, system)} label="left to wind" />
            </div>
            <p className="text-ink-soft text-body max-tablet:text-body">
              {inWords(sizeFigure(on.diameterMm, system))} across of {inWords(sizeFigure(tool.maxDiameterMm, system))} ·{' '}
              {turns < stopAt && <>about {secondsInWords((stopAt - turns) * pace)} to go · </>}
              <Pace state={state} />
              {marksHere.length > 0 ? markedInWords(marksHere) : 'nothing marked'}
            </p>
          </>
        )}
        {uncounted && (
          <p className="text-ink-soft">{marksHere.length > 0 ? markedInWords(marksHere) : 'Nothing marked'}</p>
        )}
        {driver === 'hand' && perPress === '' && !begun && (
          <Notice tone="plain">
            <strong>
              How will you count {stopAt} {unit}?
            </strong>
            <span className="flex flex-wrap gap-2 mt-2">
              <Button onClick={() => setPerPress('10')}>Ten to a press</Button>
              <Button onClick={() => setDriver('pace')}>{onWinder ? 'Crank' : 'Wind'} to my pace</Button>
              {onWinder && <Button onClick={() => setDriver('microphone')}>By its sound</Button>}
              <Button onClick={() => setPerPress('1')}>One to a press</Button>
              <Button onClick={() => setDriver('nobody')}>Just wind</Button>
            </span>
          </Notice>
        )}
        {driver === 'pace' && turns > 0 && !uncounted && (
          <p className="text-ink-soft">
            By the tick, give or take {Math.max(1, Math.round(HALF_WIDTH_90 * drift.sd * turns))} {unit}
            {drift.from > 0 && `, as your last ${drift.from === 1 ? 'cake was' : `${drift.from} cakes were`}`}.
          </p>
        )}
        {isListener(driver) && <ListenerPanel driver={driver} listeners={listeners} enabled={enabled} />}
        {ticker.slept && (
          <Notice tone="tight" role="alert">
            <strong>The tick stood still for a while.</strong> Nothing was counted meanwhile: see that {turns} is right.
          </Notice>
        )}
        {tooMuch && (
          <Notice tone="bad" role="status">
            <strong>
              {inWords(lengthFigure(on.lengthM, system))} are counted, and there are{' '}
              {inWords(lengthFigure(cake.lengthM, system))}.
            </strong>{' '}
            One of three is wrong: the count (take turns back), the weight (weigh the {onWinder ? 'cake' : 'ball'} once
            it is off) or the metres in a gram (<Link href={`/yarns/${page.yarnId}`}>measure ten metres</Link>).
          </Notice>
        )}
        {next && (
          <Notice tone="plain" role="status">
            A {next.kind} is expected in about {inWords(lengthFigure(next.atM - woundM, system))}.
          </Notice>
        )}
        <DeviceNews
          page={page}
          live={live}
          driver={device}
          silent={silent}
          enabled={enabled}
          motor={!state.stopped && enabled}
          by={by}
        />
      </div>

      <div className="[&_figure]:m-0 col-span-full">
        <LengthRuler
          cakes={plan.cakes.map((each) => ({ ...each, winder: each.tool }))}
          gristMPerG={plan.gristMPerG}
          faults={along}
          colours={plan.colours.length > 0 ? plan.colours : coloursAlong(strandM, along, null)}
          colourHex={page.colourHex}
          at={{ woundM }}
        />
      </div>

      {asking ? (
        <div className="col-span-full flex flex-wrap items-center gap-3" role="group" aria-label="Why do you stop?">
          <strong>Stop, because of</strong>
          {reasons.map((reason, i) => (
            <Button key={reason} size="large" onClick={() => stop(reason)} autoFocus={i === 0}>
              {STOP_WORDS[reason]}
            </Button>
          ))}
          <Button size="large" type="text" onClick={() => setAsking(false)}>
            no, go on
          </Button>
        </div>
      ) : (
        <div className="col-span-full flex flex-wrap items-center gap-2">
          <div
            className="[&_button]:flex-[1_0_auto] [&_button]:px-3 max-tablet:[&_button]:flex-[1_0_30%] flex flex-[1_1_100%] flex-wrap gap-2"
            role="group"
            aria-label="What happened just now"
          >
            <Way onClick={() => setAsking(true)} disabled={!enabled || state.stopped !== null} letter="S">
              Stop
            </Way>
            <Way onClick={() => stop('snag')} disabled={!enabled || state.stopped !== null} letter="N">
              Snag
            </Way>
            {onWinder && (
              <Way onClick={() => stop('over the base')} disabled={!enabled || state.stopped !== null} letter="B">
                Off the base
              </Way>
            )}
            {MARK_KINDS.map((kind) => (
              <Way key={kind} onClick={() => mark(kind)} disabled={!enabled} letter={MARK_LETTERS[kind]}>
                {MARK_WORDS[kind]}
              </Way>
            ))}
            {/* Always there: nothing may slide under a finger. */}
            <Way onClick={unmark} disabled={!enabled || marksHere.length === 0} letter="U" quiet>
              Unmark
            </Way>
          </div>
          {palette.length > 0 && (
            <div className="flex flex-[1_1_100%] flex-wrap gap-2" role="group" aria-label="A colour that begins here">
              {palette.slice(0, MOST_COLOUR_KEYS).map((hex, i) => (
                <Way key={hex} onClick={() => markColour(i + 1)} disabled={!enabled} letter={String(i + 1)}>
                  <span className="inline-flex items-center gap-1">
                    <Swatch hex={hex} size={18} /> {names[hex]}
                  </span>
                </Way>
              ))}
            </div>
          )}
          <Way onClick={miscount} disabled={!enabled || turns === 0 || measured || uncounted} letter="⌫">
            Miscounted: −{Math.min(by, Math.max(turns, 1))}
          </Way>
          <span className="flex-1" />
          <HandOver
            hands={state.hands}
            enabled={enabled}
            onHand={(who) => record({ kind: 'hand over', part, who, atTurn: turns })}
          />
          <BenchSettings unit="turn">
            <DriverChoice onWinder={onWinder} />
          </BenchSettings>
          <Button size="large" type="text" onClick={onBack} disabled={!enabled || begun}>
            Back
          </Button>
          <Button
            size="large"
            type={READY_TO_CUT.has(cue) || (last && cue === 'slow') ? 'primary' : 'default'}
            onClick={onDone}
            disabled={!enabled || !begun}
          >
            {last ? 'All wound: take it off' : 'Cut: take it off'}{' '}
            <kbd aria-hidden="true" className="max-desk:hidden">
              X
            </kbd>
          </Button>
        </div>
      )}
    </div>
  );
}

function Pace({ state }: { state: RunState }) {
  const pace = steadiness(state.lately);
  const seconds = secondsPerTurn(state);
  if (!pace || !seconds) return null;
  return (
    <>
      {Math.round(60 / seconds)} a minute, <span data-pace={pace}>{STEADY_WORDS[pace]}</span> ·{' '}
    </>
  );
}

function markedInWords(marks: RunState['marks']): string {
  return MARK_KINDS.map((kind) => ({ kind, count: marks.filter(({ mark }) => mark === kind).length }))
    .filter(({ count }) => count > 0)
    .map(
      ({ kind, count }) =>
        `${count} ${kind === 'tension changed' ? 'change of tension' : `${kind}${count === 1 ? '' : 's'}`} marked`,
    )
    .join(', ');
}

/** What was marked so far, along the whole strand. */
function seenAlong({ plan }: RunPage, { marks }: RunState): Fault[] {
  return marks.flatMap(({ mark, part, atTurn, hex }) => {
    const kind = FAULT_KINDS.find((kind) => kind === mark);
    const cake = plan.cakes[part];
    if (!kind || !cake) return [];
    const atM = cake.startM + onSpindleAt(spindleOf(plan, part), atTurn).lengthM;
    return [{ kind, atM, ...(hex && { outerHex: hex }) }];
  });
}

function cueWords(
  cue: CueName,
  { turns, stopAt, last, cutBy }: { turns: number; stopAt: number; last: boolean; cutBy?: string },
): string {
  // A change that is seen is surer than any count.
  if (cutBy && (cue === 'slow' || cue === 'stop' || cue === 'past')) return `Slowly: cut ${cutBy}`;
  if (last && cue === 'slow') return 'Slowly now: the end may come any time';
  if (last && (cue === 'stop' || cue === 'past')) return 'The end should be here: go on slowly until it comes';
  if (cue === 'stop') return `Stop at ${stopAt}: cut here`;
  if (cue === 'past') return `${turns - stopAt} past the cut: stop`;
  return CUE_WORDS[cue];
}
