'use client';

import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { tone } from '../../../ui/bench/tone';
import { TextField } from '../../../ui/controls/Field';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';
import { Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { keepWheelPace } from './actions';

const PITCH_HZ = { tick: 880, drawIn: 587 };
/** Presses further apart than this begin anew. */
const PAUSE_MS = 3000;

/** Ticks once for each treadle, lower where the draw goes in. Tapped along with the foot, it learns the pace. */
export function Metronome({
  wheelId,
  each,
  whole,
  usualPace,
}: {
  wheelId: number;
  each: string;
  whole: number;
  usualPace: number;
}) {
  const [pace, setPace] = useLocalStorage(`pace at wheel ${wheelId}`, String(usualPace));
  const [ticking, setTicking] = useState(false);
  const [at, setAt] = useState(0);
  const audio = useRef<AudioContext | null>(null);
  const taps = useRef<number[]>([]);
  const perMin = Number(pace.replace(',', '.'));
  const isPace = perMin >= 1 && perMin <= 400;

  useEffect(() => {
    if (!ticking || !isPace) return;
    let count = 0;
    const tick = () => {
      count = (count % whole) + 1;
      setAt(count);
      if (audio.current) tone(audio.current, count === whole ? PITCH_HZ.drawIn : PITCH_HZ.tick);
    };
    tick();
    const timer = setInterval(tick, 60_000 / perMin);
    return () => clearInterval(timer);
  }, [ticking, isPace, perMin, whole]);
  useEffect(() => () => void audio.current?.close(), []);

  const { run, busy, problem } = useTask();
  const begin = () => {
    audio.current ??= new AudioContext();
    void audio.current.resume();
    setTicking(!ticking);
    setAt(0);
  };
  const tap = () => {
    const now = performance.now();
    const last = taps.current.at(-1);
    taps.current = last !== undefined && now - last < PAUSE_MS ? [...taps.current, now].slice(-9) : [now];
    const [first] = taps.current;
    if (taps.current.length > 3) setPace(String(Math.round((60_000 * (taps.current.length - 1)) / (now - first!))));
  };
  return (
    <div className="grid gap-3 p-4 rounded-lg bg-card">
      <div className="grid grid-cols-[auto_auto_minmax(0,1fr)] gap-3 items-start max-phone:grid-cols-1">
        <Button type="primary" size="large" className="mt-6 max-phone:mt-0" onClick={begin} disabled={!isPace}>
          {ticking ? 'Stop' : 'Tick'}
        </Button>
        <Button size="large" className="mt-6 max-phone:mt-0" onClick={tap}>
          Tap your pace
        </Button>
        <TextField
          name="pace"
          label={`${each === 'rolls' ? 'Rolls' : 'Treadles'} in a minute`}
          value={pace}
          onChange={setPace}
          error={isPace ? undefined : 'between 1 and 400'}
          inputMode="numeric"
        />
      </div>
      {isPace && Math.round(perMin) !== usualPace && (
        <p>
          <InlineButton disabled={busy} onClick={() => run(() => keepWheelPace(wheelId, Math.round(perMin)))}>
            Save {Math.round(perMin)} in a minute as your pace here
          </InlineButton>
        </p>
      )}
      <Problem words={problem} />
      <p className="text-huge font-heavy leading-none tabular-nums" aria-hidden={!ticking}>
        {ticking ? at : ' '}
        <span className="text-body font-normal text-ink-soft">
          {ticking && (at === whole ? ' let it in' : ` of ${whole}`)}
        </span>
      </p>
    </div>
  );
}
