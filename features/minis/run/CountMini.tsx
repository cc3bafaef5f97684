'use client';

import { Standstill } from '../../../ui/bench/RunStage';
import { Button } from 'antd';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { lowerFirst, plural } from '../../../core/common/format';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { loopsMassG } from '../../../core/minis/gramsPerLoop';
import { whereItEnds } from '../../../core/minis/miniPlan';
import { loopsBefore, loopsOn, minisMade, type NewMiniEvent, type MiniRunState } from '../../../core/minis/miniRun';
import type { MiniRunPage } from '../../../server/minis/miniRuns';
import { BenchSettings } from '../../../ui/bench/BenchSettings';
import { CountButton, handHint } from '../../../ui/bench/CountButton';
import { Cue } from '../../../ui/bench/Cue';
import { toggleFullScreen } from '../../../ui/bench/toggleFullScreen';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { useBenchKeys } from '../../../ui/bench/useBenchKeys';
import { usePedals } from '../../../ui/bench/usePedals';
import { useVoice, type Voice } from '../../../ui/bench/useVoice';
import { Way } from '../../../ui/bench/Way';
import { dateAndTime } from '../../../ui/figures/dates';
import { Length, FineMass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';
import type { Session } from './useSession';
import { appNow } from '../../../ui/runSync/appClock';
import { sizeName } from '../words';

const LETTERS = { p: 'pause', c: 'cut', f: 'full screen' } as const;

/** From so many loops before the cut one goes slowly. */
const SLOW_FROM = 5;

/** Away for longer than this, one is told where one stood. */
const AWAY_MS = 10 * 60_000;

interface CountedMini {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  enabled: boolean;
  /** Something lies over the count, and has the keys. */
  keysRest: boolean;
  record: (newEvent: NewMiniEvent) => void;
}

/** The counting of one mini: one large count, and where to cut. */
export function CountMini({
  onSkip,
  onEnd,
  ...counted
}: CountedMini & {
  onSkip: () => void;
  /** No more minis of this skein. */
  onEnd: () => void;
}) {
  const { page, state, session, enabled } = counted;
  const { part } = state;
  const { next } = session;
  const countButton = useRef<HTMLButtonElement>(null);
  const { by, loops, paused, cue, words, heard, count, miscount, pause, cut } = useMiniCount(counted, countButton);
  const [shortAtFirst] = useState(next.shortG > 0 && loops === 0);

  return (
    <div className="[&>button]:flex-1 flex flex-col gap-3 min-w-0">
      <Cue cue={cue}>{words}</Cue>
      <AwayNews state={state} loops={loops} />
      <PutAside page={page} part={part} loops={loops} />
      {next.shortG > 0 && (loops === 0 || shortAtFirst) && (
        <Notice tone="bad" role="alert">
          <strong>
            <FineMass g={next.shortG} /> are missing
          </strong>{' '}
          for all that are to come from here to be within their tolerance.{' '}
          <Button size="small" onClick={onSkip} disabled={!enabled || loops > 0}>
            Leave this one out
          </Button>
        </Notice>
      )}
      {paused ? (
        <Standstill>
          <p>
            {loops} of {next.loops} loops are on the {reelName(page)}. Lay a scrap of yarn at the last one, or hold it
            with a clip.
          </p>
          <LargeAct onClick={pause} disabled={!enabled} autoFocus>
            Go on at {loops}
          </LargeAct>
        </Standstill>
      ) : (
        <CountButton
          ref={countButton}
          count={loops}
          of={`of ${next.loops} loops`}
          hint={handHint(heard, by, 'loops')}
          onClick={count}
          disabled={!enabled}
        />
      )}
      <WhatLoopsMake page={page} state={state} session={session} />
      <div className="flex flex-wrap gap-3 items-center">
        <Way onClick={pause} disabled={!enabled} letter="P">
          {paused ? 'Go on' : 'Pause'}
        </Way>
        <Way onClick={miscount} disabled={!enabled || paused || loops === 0} letter="⌫">
          Miscounted: −{Math.min(by, Math.max(loops, 1))}
        </Way>
        <span className="flex-1" />
        <Way onClick={cut} disabled={!enabled || paused || loops === 0} letter="C" primary={loops >= next.loops}>
          Cut it
        </Way>
      </div>
      <div className="flex flex-wrap gap-3 items-center">
        <BenchSettings unit="loop" />
        <span className="flex-1" />
        {minisMade(state).length > 0 && (
          <Button size="large" type="text" onClick={onEnd} disabled={!enabled || loops > 0}>
            Stop making minis
          </Button>
        )}
      </div>
    </div>
  );
}

/** How the loops of the mini in hand are counted, by a press or a key; and what to mind just now, shown and spoken. */
function useMiniCount(
  { page: { plan }, state, session: { next }, enabled, keysRest, record }: CountedMini,
  countButton: RefObject<HTMLButtonElement | null>,
) {
  const [pedals] = usePedals();
  const [voice] = useLocalStorage('voice', 'quiet');
  const [perPress] = useLocalStorage('loops per press', '1');
  const { counted, say } = useVoice(voice as Voice);
  const { part } = state;
  const by = Number(perPress) || 1;
  const loops = loopsOn(state, part);
  const paused = state.pausedSinceMs !== null;
  const words = paused ? `Paused at ${loops}` : cueWords(loops, next.loops, part, plan.minis.length);
  const cue = paused ? 'stopped' : cueOf(loops, next.loops);

  const spoken = useRef(cue);
  useEffect(() => {
    if (spoken.current !== cue) say(words);
    spoken.current = cue;
  }, [cue, say, words]);

  const count = () => {
    if (!enabled || paused) return;
    record({ kind: 'loops', part, amount: by });
    counted(loops + by, by);
  };
  const miscount = () => {
    if (enabled && loops > 0) record({ kind: 'loops', part, amount: -Math.min(by, loops) });
    countButton.current?.focus();
  };
  const cut = () => enabled && loops > 0 && record({ kind: 'stage', part, stage: 'weigh' });
  const pause = () => enabled && record({ kind: paused ? 'resume' : 'pause', part });
  const acts = {
    count,
    miscount,
    stop: pause,
    // There is no knot to mark: the map knows where they are.
    knot: () => {},
    pause,
    cut,
    'full screen': toggleFullScreen,
  };
  const heard = useBenchKeys(enabled && !keysRest, pedals, LETTERS, (key) => {
    // Nothing is counted while it stands still.
    if (!paused || key === 'pause' || key === 'stop' || key === 'full screen') acts[key]();
  });
  return { by, loops, paused, cue, words, heard, count, miscount, pause, cut };
}

/** What is cut off before this mini. Told as long as it is counted: vanishing, it would slide the count from the finger. */
function PutAside({ page: { plan }, part, loops }: { page: MiniRunPage; part: number; loops: number }) {
  const remainder = plan.left.find(({ afterMini }) => afterMini === part && part < plan.minis.length);
  if (!remainder) return null;
  const knotBefore = part > 0 && plan.minis[part - 1]!.segment !== plan.minis[part]!.segment;
  return (
    <Notice tone="plain">
      {loops === 0 ? 'First cut off what stays over' : 'Put aside before this one'}: <FineMass g={remainder.massG} />,{' '}
      <Length m={remainder.massG * plan.gristMPerG} />
      {(knotBefore || remainder.knots === 0) && `, up to the ${whereItEnds(plan.faults, plan.segmentsG.length)}`}.{' '}
      {loops === 0 ? 'Put it aside; it' : 'It'} is weighed at the end.
    </Notice>
  );
}

/** How much the loops make, how sure that is, and who says so. */
function WhatLoopsMake({
  page: { plan },
  state,
  session: { next, learned, taughtBy },
}: {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
}) {
  const system = useSystem();
  const { part } = state;
  const mini = plan.minis[part]!;
  const loops = loopsOn(state, part);
  return (
    <p className="text-lead">
      <strong>{sizeName(mini, system)}</strong>: {plural(next.loops, 'loop')} make <FineMass g={next.expected.mean} />{' '}
      ±&nbsp;
      <FineMass g={next.expected.sd * HALF_WIDTH_90} />, {taughtWords(taughtBy, plan.learnedFrom)}
      {next.aimG < mini.massG - 0.005 && (
        <>
          ; a little less than <FineMass g={mini.massG} />, so that it does for all
        </>
      )}
      .{' '}
      {loops > 0 && loops !== next.loops && (
        <>
          So far about <FineMass g={loopsMassG(learned, loopsBefore(state, part), loops).mean} />.
        </>
      )}
    </p>
  );
}

/** Where one stood when one went away, told on coming back. */
function AwayNews({ state, loops }: { state: MiniRunState; loops: number }) {
  // As it was when this screen was opened; told until this mini is cut, so that nothing slides at the first press.
  const [{ lastMs, atMs, part, at }] = useState(() => ({
    lastMs: state.lastMs,
    atMs: appNow(),
    part: state.part,
    at: loops,
  }));
  if (lastMs === null || at === 0 || state.part !== part || atMs - lastMs < AWAY_MS) return null;
  return (
    <Notice tone="tight" role="status">
      You stopped at <strong>{plural(at, 'loop')}</strong>, {dateAndTime(new Date(lastMs).toISOString())}. Count what is
      wound before you go on, if it was moved.
    </Notice>
  );
}

function reelName({ plan }: MiniRunPage): string {
  return plan.reel.kind === 'arm' ? 'arm' : lowerFirst(plan.reel.name);
}

function taughtWords(taughtBy: number, learnedFrom: number): string {
  if (taughtBy > 0) return taughtBy === 1 ? 'by the one weighed so far' : `by the ${taughtBy} weighed so far`;
  return learnedFrom > 0 ? `by the last ${learnedFrom} of this yarn` : 'by the grist';
}

function cueOf(loops: number, target: number): string {
  if (loops > target) return 'past';
  if (loops === target) return 'stop';
  return loops > 0 && loops >= target - SLOW_FROM ? 'slow' : 'steady';
}

function cueWords(loops: number, target: number, part: number, minis: number): string {
  if (loops > target) return `${loops - target} past the cut: take ${loops - target === 1 ? 'it' : 'them'} back`;
  if (loops === target) return `Stop at ${target}: cut here`;
  if (loops > 0 && loops >= target - SLOW_FROM) return `Slowly: ${target - loops} to go`;
  return `Mini ${part + 1} of ${minis}: wind ${plural(target, 'loop')}`;
}
