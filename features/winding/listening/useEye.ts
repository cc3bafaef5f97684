'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { hearHere } from '../../../ui/devices/deviceLine';
import type { FromEye, ToEye } from '../../../workers/eye.worker';
import { mediaRefusal, type MediaRefusal } from './mediaRefusal';

/** What is looked at of each frame: a square about the place, as a share of the picture's width, in so many points. */
export const PATCH_SHARE = 0.16;
const PATCH_SIDE = 32;
/** Without a frame for so long, no picture comes. */
const NO_FRAME_MS = 1500;

/** A place in the picture, in shares of its width and height. */
export interface Place {
  x: number;
  y: number;
}

export interface EyeLine {
  state: 'off' | 'asking' | 'on' | MediaRefusal;
  report: FromEye | null;
  place: Place | null;
  /** No frame comes: the page is hidden, or the camera hangs. */
  stalled: boolean;
  look: (video: HTMLVideoElement) => void;
  tap: (place: Place) => void;
  trust: () => void;
  leave: () => void;
}

/** The camera of this page as a counter: a worker looks at a piece of each frame, and nothing leaves the page. */
export function useEye(passesPerTurn: number): EyeLine {
  const [state, setState] = useState<EyeLine['state']>('off');
  const [report, setReport] = useState<FromEye | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const [stalled, setStalled] = useState(false);
  const close = useRef<(() => void) | undefined>(undefined);
  const worker = useRef<Worker | undefined>(undefined);
  const at = useRef<{ place: Place; tapped: boolean; session: string } | undefined>(undefined);
  const perTurn = useRef(passesPerTurn);
  useEffect(() => {
    perTurn.current = passesPerTurn;
  });

  const leave = useCallback(() => {
    close.current?.();
    close.current = undefined;
    worker.current = undefined;
    at.current = undefined;
    setState('off');
    setReport(null);
    setPlace(null);
    setStalled(false);
  }, []);
  useEffect(() => leave, [leave]);

  const look = useCallback(
    (video: HTMLVideoElement) => {
      close.current?.();
      setState('asking');
      let left = false;
      const ending: (() => void)[] = [() => (left = true), () => hearHere('camera', undefined)];
      close.current = () => ending.forEach((end) => end());
      const fail = (why: MediaRefusal) => {
        leave();
        setState(why);
      };
      const begin = async () => {
        const stream = await navigator.mediaDevices.getUserMedia({
          video: { width: 640, height: 480, frameRate: 30, facingMode: 'environment' },
        });
        ending.push(() => stream.getTracks().forEach((track) => track.stop()));
        if (left) return stream.getTracks().forEach((track) => track.stop());
        for (const track of stream.getVideoTracks()) track.onended = () => fail('gone');
        const eye = new Worker(new URL('../../../workers/eye.worker.ts', import.meta.url), { type: 'module' });
        ending.push(() => eye.terminate());
        eye.onerror = () => fail('app away');
        eye.onmessage = ({ data }: MessageEvent<FromEye>) => {
          setReport(data);
          const session = at.current?.session;
          if (data !== 'indistinct' && session !== undefined)
            hearHere('camera', {
              device: 'camera',
              session,
              atMs: Date.now(),
              turns: Math.floor(data.passes / perTurn.current),
            });
        };
        video.srcObject = stream;
        await video.play();
        if (left) return;
        worker.current = eye;
        setState('on');
        watch(video, eye, at, ending, setStalled);
      };
      begin().catch((error: unknown) => !left && fail(mediaRefusal(error)));
    },
    [leave],
  );

  const tap = useCallback((next: Place) => {
    at.current = { place: next, tapped: true, session: crypto.randomUUID() };
    setReport(null);
    setPlace(next);
  }, []);
  const trust = useCallback(() => worker.current?.postMessage('trust' satisfies ToEye), []);
  return { state, report, place, stalled, look, tap, trust, leave };
}

/** Shows the worker the piece of each frame about the place. */
function watch(
  video: HTMLVideoElement,
  eye: Worker,
  at: RefObject<{ place: Place; tapped: boolean } | undefined>,
  ending: (() => void)[],
  setStalled: (stalled: boolean) => void,
): void {
  let lastMs = performance.now();
  let waiting = 0;
  const frame = async (nowMs: number) => {
    waiting = video.requestVideoFrameCallback((next) => void frame(next));
    lastMs = nowMs;
    const looked = at.current;
    if (!looked) return;
    const side = PATCH_SHARE * video.videoWidth;
    const [x, y] = [looked.place.x * video.videoWidth - side / 2, looked.place.y * video.videoHeight - side / 2];
    const patch = await createImageBitmap(video, x, y, side, side, {
      resizeWidth: PATCH_SIDE,
      resizeHeight: PATCH_SIDE,
    });
    const { tapped } = looked;
    looked.tapped = false;
    eye.postMessage({ patch, atS: nowMs / 1000, tapped } satisfies ToEye, [patch]);
  };
  waiting = video.requestVideoFrameCallback((now) => void frame(now));
  const timer = setInterval(() => setStalled(performance.now() - lastMs > NO_FRAME_MS), NO_FRAME_MS / 3);
  ending.push(
    () => video.cancelVideoFrameCallback(waiting),
    () => clearInterval(timer),
  );
}
