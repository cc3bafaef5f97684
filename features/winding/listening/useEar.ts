'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { SAMPLES_PER_S } from '../../../core/counting/hearing';
import type { TurnPattern } from '../../../core/counting/turnPattern';
import { hearHere } from '../../../ui/devices/deviceLine';
import type { FromEar, ToEar } from '../../../workers/ear.worker';
import { AppAway, mediaRefusal, type MediaRefusal } from './mediaRefusal';

export interface EarLine {
  state: 'off' | 'asking' | 'on' | MediaRefusal;
  report: FromEar | null;
  listen: (pattern: TurnPattern | null) => void;
  tell: (words: Exclude<ToEar, object>) => void;
  leave: () => void;
}

/** The microphone of this page as a counter of turns: heard in a worker, kept nowhere. */
export function useEar(onLearned: (pattern: TurnPattern) => void): EarLine {
  const [state, setState] = useState<EarLine['state']>('off');
  const [report, setReport] = useState<FromEar | null>(null);
  const close = useRef<(() => void) | undefined>(undefined);
  const worker = useRef<Worker | undefined>(undefined);
  const latest = useRef(onLearned);
  useEffect(() => {
    latest.current = onLearned;
  });

  const leave = useCallback(() => {
    close.current?.();
    close.current = undefined;
    worker.current = undefined;
    setState('off');
    setReport(null);
  }, []);
  useEffect(() => leave, [leave]);

  const listen = useCallback((pattern: TurnPattern | null) => {
    close.current?.();
    setState('asking');
    let left = false;
    const ending: (() => void)[] = [() => (left = true), () => hearHere('microphone', undefined)];
    close.current = () => ending.forEach((end) => end());
    const begin = async () => {
      const stream = await navigator.mediaDevices.getUserMedia({
        // What makes a voice clearer takes the ticks of gears away.
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
      ending.push(() => stream.getTracks().forEach((track) => track.stop()));
      if (left) return stream.getTracks().forEach((track) => track.stop());
      const context = new AudioContext({ sampleRate: SAMPLES_PER_S });
      ending.push(() => void context.close());
      await context.audioWorklet.addModule(new URL('../../../workers/listen.worklet.js', import.meta.url)).catch(() => {
        throw new AppAway();
      });
      if (left) return;
      const ear = new Worker(new URL('../../../workers/ear.worker.ts', import.meta.url), { type: 'module' });
      ending.push(() => ear.terminate());
      const node = new AudioWorkletNode(context, 'listen', { numberOfOutputs: 0 });
      const { port1, port2 } = new MessageChannel();
      node.port.postMessage(port1, [port1]);
      ear.postMessage({ sound: port2, pattern } satisfies ToEar, [port2]);
      context.createMediaStreamSource(stream).connect(node);
      const session = crypto.randomUUID();
      ear.onerror = () => fail('app away');
      ear.onmessage = ({ data }: MessageEvent<FromEar>) => {
        setReport(data);
        if (data.learned) latest.current(data.learned);
        hearHere('microphone', { device: 'microphone', session, atMs: Date.now(), turns: data.turns });
      };
      // Taken by another program, or pulled out.
      for (const track of stream.getAudioTracks()) track.onended = () => fail('gone');
      worker.current = ear;
      setState('on');
    };
    const fail = (why: MediaRefusal) => {
      close.current?.();
      close.current = undefined;
      setReport(null);
      setState(why);
    };
    begin().catch((error: unknown) => !left && fail(mediaRefusal(error)));
  }, []);

  const tell = useCallback((words: Exclude<ToEar, object>) => worker.current?.postMessage(words), []);
  return { state, report, listen, tell, leave };
}
