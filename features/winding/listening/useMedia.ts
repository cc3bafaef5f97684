'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Listener } from '../../../core/winding/run';
import { hearHere } from '../../../ui/devices/deviceLine';
import { mediaRefusal, type MediaRefusal } from './mediaRefusal';

export type MediaState = 'off' | 'asking' | 'on' | MediaRefusal;

/** What a microphone or a camera does while it is open. */
interface Opened {
  stream: MediaStream;
  /** It was let go meanwhile. */
  isLeft: () => boolean;
  /** What ends with it; at once, where it has ended already. */
  until: (end: () => void) => void;
}

export interface Media {
  state: MediaState;
  open: (wanted: MediaStreamConstraints, begin: (opened: Opened) => Promise<void>) => void;
  fail: (why: MediaRefusal) => void;
  leave: () => void;
}

/** What was said before, where this says the same: the whole bench need not be drawn anew thirty times a second. */
export function orTheSame<Report>(next: Report): (before: Report) => Report {
  return (before) => (JSON.stringify(before) === JSON.stringify(next) ? before : next);
}

/** The microphone or the camera of this page: asked for, open, or why it does not come; let go with the page. */
export function useMedia(device: Listener, onEnd: () => void): Media {
  const [state, setState] = useState<MediaState>('off');
  const close = useRef<(() => void) | undefined>(undefined);
  const latest = useRef(onEnd);
  useEffect(() => {
    latest.current = onEnd;
  });

  const end = useCallback((next: 'off' | MediaRefusal) => {
    close.current?.();
    close.current = undefined;
    latest.current();
    setState(next);
  }, []);
  const leave = useCallback(() => end('off'), [end]);
  useEffect(() => leave, [leave]);

  const open = useCallback<Media['open']>(
    (wanted, begin) => {
      close.current?.();
      setState('asking');
      let left = false;
      const ending: (() => void)[] = [() => (left = true), () => hearHere(device, undefined)];
      const until = (ends: () => void) => (left ? ends() : void ending.push(ends));
      close.current = () => ending.forEach((each) => each());
      const opening = async () => {
        const stream = await navigator.mediaDevices.getUserMedia(wanted);
        until(() => stream.getTracks().forEach((track) => track.stop()));
        if (left) return;
        // Taken by another program, or pulled out.
        for (const track of stream.getTracks()) track.onended = () => end('gone');
        await begin({ stream, isLeft: () => left, until });
        if (!left) setState('on');
      };
      opening().catch((error: unknown) => !left && end(mediaRefusal(error)));
    },
    [device, end],
  );
  return { state, open, fail: end, leave };
}
