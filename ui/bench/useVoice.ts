'use client';

import { useCallback, useRef } from 'react';

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
    const context = audio.current;
    const sound = context.createOscillator();
    const loudness = context.createGain();
    sound.frequency.value = 1100;
    loudness.gain.setValueAtTime(0.12, context.currentTime);
    loudness.gain.exponentialRampToValueAtTime(0.001, context.currentTime + 0.06);
    sound.connect(loudness).connect(context.destination);
    sound.start();
    sound.stop(context.currentTime + 0.07);
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
