'use client';

import { useCallback, useRef } from 'react';
import { tone } from './tone';

const TICK_HZ = 1100;

export type Voice = 'quiet' | 'tick' | 'speak';

/** A tick for each count, or the number spoken every tenth turn and every announcement; quiet unless it is asked for. */
export function useVoice(voice: Voice): {
  counted: (turns: number, by: number) => void;
  say: (words: string) => void;
  tick: () => void;
} {
  const audio = useRef<AudioContext | null>(null);

  const tick = useCallback(() => {
    audio.current ??= new AudioContext();
    tone(audio.current, TICK_HZ);
  }, []);

  const say = useCallback(
    (words: string) => {
      if (voice !== 'speak' || !('speechSynthesis' in window)) return;
      speechSynthesis.cancel();
      speechSynthesis.speak(new SpeechSynthesisUtterance(words));
    },
    [voice],
  );

  const counted = useCallback(
    (turns: number, by: number) => {
      if (voice === 'tick') tick();
      const passedTen = Math.floor(turns / 10) > Math.floor((turns - by) / 10);
      if (voice === 'speak' && by > 0 && passedTen) say(String(turns - (turns % 10)));
    },
    [voice, tick, say],
  );

  return { counted, say, tick };
}
