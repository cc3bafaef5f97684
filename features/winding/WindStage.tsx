'use client';

import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { durationInWords, lengthFigure, massFigure } from '../../core/format';
import { type Cue, cueAt, type RunState, secondsPerTurn, STOP_REASONS, turnsOn } from '../../core/run';
import { DEFAULT_SECONDS_PER_TURN, GENTLE_TURNS, onSpindleAt } from '../../core/windingPlan';
import type { RunPage } from '../../server/winding';
import { Large } from '../../ui/Figures';
import { useSystem } from '../../ui/Providers';
import { useKept } from '../../ui/useKept';
import { BenchSettings } from './BenchSettings';
import { useBenchKeys } from './useBenchKeys';
import { usePedal } from './usePedal';
import type { Happening } from './useRun';
import { useVoice, type Voice } from './useVoice';
import { WinderDrawing } from './WinderDrawing';
import styles from './WindStage.module.css';
import { AFTER_STOP, CUE_WORDS, STOP_WORDS } from './words';

/** The turning itself: one large count, what is on the cake and what is left, and what to mind just now. */
export function WindStage({
  page,
  state,
  enabled,
  record,
  onDone,
  onBack,
}: {
  page: RunPage;
  state: RunState;
  enabled: boolean;
  record: (happening: Happening) => void;
  onDone: () => void;
  onBack: () => void;
}) {
  const system = useSystem();
  const [pedalKey] = usePedal();
  const [voice] = useKept('voice', 'quiet');
  const [perPress] = useKept('turns per press', '1');
  const by = Number(perPress) || 1;
  const { counted, say } = useVoice(voice as Voice);
  const countButton = useRef<HTMLButtonElement>(null);
  const [asking, setAsking] = useState(false);

  const { plan } = page;
  const { part } = state;
  const cake = plan.cakes[part]!;
  const turns = turnsOn(state, part);
  const last = part === plan.cakes.length - 1;
  const stopAt = Math.round(cake.crankTurns.mean);
  const cue = cueAt(turns, { gentleUntil: GENTLE_TURNS, slowFrom: Math.floor(cake.slowFromTurn), stopAt });
  const words = cueWords(cue, turns, stopAt, last);
  const shape = { ...plan.winder, densityGPerCm3: plan.densityGPerCm3, gristMPerG: plan.gristMPerG };
  const on = onSpindleAt(shape, turns);
  const before = plan.cakes.slice(0, part).reduce((sum, { massG }) => sum + massG, 0);
  const leftG = Math.max(0, plan.mass.massG - before - on.massG);
  const pace = secondsPerTurn(state) ?? DEFAULT_SECONDS_PER_TURN;
  const knotsHere = state.knots.filter((knot) => knot.part === part).length;

  const said = useRef(cue);
  useEffect(() => {
    if (said.current !== cue) say(words);
    said.current = cue;
  }, [cue, say, words]);

  const count = () => {
    if (!enabled || state.stopped) return;
    record({ kind: 'turns', part, amount: by });
    counted(turns + by, by);
  };
  const miscount = () => {
    if (enabled && turns > 0) record({ kind: 'turns', part, amount: -Math.min(by, turns) });
    countButton.current?.focus();
  };
  const knot = () => {
    if (enabled) record({ kind: 'knot', part, atTurn: turns });
    countButton.current?.focus();
  };
  const stop = (reason: (typeof STOP_REASONS)[number]) => {
    setAsking(false);
    record({ kind: 'stop', part, reason, atTurn: turns });
  };
  const resume = () => {
    record({ kind: 'resume', part });
    countButton.current?.focus();
  };

  useBenchKeys(enabled && !asking, pedalKey, (key) => {
    if (state.stopped) {
      // Nothing is counted while it stands still, and a pedal that is touched must not start it.
      if (key === 'knot') knot();
      return;
    }
    if (key === 'count') count();
    else if (key === 'miscount') miscount();
    else if (key === 'knot') knot();
    else setAsking(true);
  });

  return (
    <div className={styles.stage}>
      <div className={styles.cue} data-cue={state.stopped ? 'stopped' : cue} role="status">
        {state.stopped ? `Stopped at ${turns}: ${STOP_WORDS[state.stopped.reason]}` : words}
      </div>

      {state.stopped ? (
        <div className={styles.stopped}>
          <p>{AFTER_STOP[state.stopped.reason]}</p>
          <div className={styles.stoppedWays}>
            <button type="button" className={styles.resume} onClick={resume} disabled={!enabled} autoFocus>
              Go on winding at {turns}
            </button>
            <Button size="large" onClick={knot} disabled={!enabled}>
              Mark a knot here
            </Button>
            <Button size="large" onClick={onDone} disabled={!enabled}>
              Take the cake off here
            </Button>
          </div>
        </div>
      ) : (
        <button
          type="button"
          ref={countButton}
          data-count={turns}
          className={styles.count}
          onClick={count}
          disabled={!enabled}
        >
          <span className={styles.number} data-long={turns > 999}>
            {turns}
          </span>
          <span className={styles.of}>
            of {last ? 'about ' : ''}
            {stopAt} turns
          </span>
          <span className={styles.hint}>space bar, tap or pedal{by > 1 && `: ${by} turns a press`}</span>
        </button>
      )}

      <div className={styles.side}>
        <div className={styles.drawing}>
          <WinderDrawing
            winder={plan.winder}
            cakeDiameterMm={on.diameterMm}
            colourHex={page.colourHex}
            title={`the cake so far, ${Math.round(on.diameterMm)} mm across`}
          />
        </div>
        <div className={styles.figures}>
          <Large figure={lengthFigure(on.lengthM, system)} label="on the cake" />
          <Large figure={massFigure(on.massG, system)} label="on the cake" />
          <Large figure={lengthFigure(leftG * plan.gristMPerG, system)} label="left to wind" />
          <Large figure={massFigure(leftG, system)} label="left to wind" />
        </div>
        <p className={styles.time}>
          {turns < stopAt && <>about {durationInWords((stopAt - turns) * pace)} to go · </>}
          {knotsHere > 0 ? `${knotsHere} ${knotsHere === 1 ? 'knot' : 'knots'} marked` : 'no knots marked'}
        </p>
      </div>

      <div className={styles.progress} aria-hidden="true">
        <div
          style={{
            width: `${Math.min(100, (100 * turns) / Math.max(stopAt, turns))}%`,
            backgroundColor: page.colourHex,
          }}
        />
      </div>

      {asking ? (
        <div className={styles.reasons} role="group" aria-label="Why do you stop?">
          <strong>Stop, because of</strong>
          {STOP_REASONS.map((reason, i) => (
            <Button key={reason} size="large" onClick={() => stop(reason)} autoFocus={i === 0}>
              {STOP_WORDS[reason]}
            </Button>
          ))}
          <Button size="large" type="text" onClick={() => setAsking(false)}>
            no, go on
          </Button>
        </div>
      ) : (
        <div className={styles.ways}>
          <Button size="large" onClick={miscount} disabled={!enabled || turns === 0}>
            Miscounted: −{Math.min(by, Math.max(turns, 1))} <kbd>⌫</kbd>
          </Button>
          <Button size="large" onClick={() => setAsking(true)} disabled={!enabled || state.stopped !== null}>
            Stop <kbd>S</kbd>
          </Button>
          <Button size="large" onClick={knot} disabled={!enabled}>
            Knot here <kbd>K</kbd>
          </Button>
          {knotsHere > 0 && (
            <Button size="large" type="text" onClick={() => record({ kind: 'unknot', part })} disabled={!enabled}>
              Unmark it
            </Button>
          )}
          <span className={styles.gap} />
          <BenchSettings />
          {turns === 0 && (
            <Button size="large" type="text" onClick={onBack} disabled={!enabled}>
              Back
            </Button>
          )}
          <Button
            size="large"
            type={cue === 'stop' || cue === 'past' || (last && cue === 'slow') ? 'primary' : 'default'}
            onClick={onDone}
            disabled={!enabled || turns === 0}
          >
            {last ? 'All wound: take it off' : 'Cut: take it off'}
          </Button>
        </div>
      )}
    </div>
  );
}

function cueWords(cue: Cue, turns: number, stopAt: number, last: boolean): string {
  if (last && cue === 'slow') return 'Slowly now: the end may come any time';
  if (last && (cue === 'stop' || cue === 'past')) return 'The end should be here: go on slowly until it comes';
  if (cue === 'stop') return `Stop at ${stopAt}: cut here`;
  if (cue === 'past') return `${turns - stopAt} past the cut: stop`;
  return CUE_WORDS[cue];
}
