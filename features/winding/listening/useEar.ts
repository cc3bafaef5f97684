'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { SAMPLES_PER_S } from '../../../core/counting/hearing';
import type { TurnPattern } from '../../../core/counting/turnPattern';
import { hearHere } from '../../../ui/devices/deviceLine';
import type { FromEar, ToEar } from '../../../workers/ear.worker';
import { AppAway } from './mediaRefusal';
import { type MediaState, orTheSame, useMedia } from './useMedia';

export interface EarLine {
  state: MediaState;
  report: FromEar | null;
  listen: (pattern: TurnPattern | null) => void;
  tell: (words: Exclude<ToEar, object>) => void;
  leave: () => void;
}

/** What makes a voice clearer takes the ticks of gears away. */
const AS_IT_SOUNDS = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };

/** The microphone of this page as a counter of turns: heard in a worker, kept nowhere. */
export function useEar(onLearned: (pattern: TurnPattern) => void): EarLine {
  const [report, setReport] = useState<FromEar | null>(null);
  const worker = useRef<Worker | undefined>(undefined);
  const latest = useRef(onLearned);
  useEffect(() => {
    latest.current = onLearned;
  });
  const { state, open, fail, leave } = useMedia('microphone', () => {
    worker.current = undefined;
    setReport(null);
  });

  const listen = useCallback(
    (pattern: TurnPattern | null) =>
      open({ audio: AS_IT_SOUNDS }, async ({ stream, isLeft, until }) => {
        const context = new AudioContext({ sampleRate: SAMPLES_PER_S });
        until(() => void context.close());
        await context.audioWorklet
          .addModule(new URL('../../../workers/listen.worklet.js', import.meta.url))
          .catch(() => {
            throw new AppAway();
          });
        if (isLeft()) return;
        const ear = new Worker(new URL('../../../workers/ear.worker.ts', import.meta.url), { type: 'module' });
        until(() => ear.terminate());
        const node = new AudioWorkletNode(context, 'listen', { numberOfOutputs: 0 });
        const { port1, port2 } = new MessageChannel();
        node.port.postMessage(port1, [port1]);
        ear.postMessage({ sound: port2, pattern } satisfies ToEar, [port2]);
        context.createMediaStreamSource(stream).connect(node);
        const session = crypto.randomUUID();
        ear.onerror = () => fail('app away');
        ear.onmessage = ({ data }: MessageEvent<FromEar>) => {
          setReport(orTheSame<FromEar | null>(data));
          if (data.learned) latest.current(data.learned);
          hearHere('microphone', { device: 'microphone', session, atMs: Date.now(), turns: data.turns });
        };
        worker.current = ear;
      }),
    [open, fail],
  );

  const tell = useCallback((words: Exclude<ToEar, object>) => worker.current?.postMessage(words), []);
  return { state, report, listen, tell, leave };
}
