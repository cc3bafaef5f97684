'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { EyeReport } from '../../../core/counting/eye';
import { hearHere } from '../../../ui/devices/deviceLine';
import type { FromEye, ToEye } from '../../../workers/eye.worker';
import { type MediaState, orTheSame, useMedia } from './useMedia';

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
  state: MediaState;
  report: FromEye | null;
  place: Place | null;
  /** No frame comes: the page is hidden, or the camera hangs. */
  stalled: boolean;
  look: (video: HTMLVideoElement) => void;
  tap: (place: Place) => void;
  /** From here on a pass stands for something else. */
  anew: () => void;
  trust: () => void;
  leave: () => void;
}

const THIRTY_FRAMES = { width: 640, height: 480, frameRate: 30, facingMode: 'environment' };

/** What a pass of the sticker stands for. */
export interface PassMeaning {
  turnsPerPass: () => number;
  /** Yarn went by, and the turns follow from it. */
  byLength?: true;
}

/** Where the eye looks, and what it has counted there. */
interface Watched {
  place: Place;
  tapped: boolean;
  session: string;
  passes: number;
  turns: number;
}

/** As many passes as cannot be told from a whole turn: sums of thirds and sevenths are never quite whole. */
const NEARLY = 1e-6;

/** The camera of this page as a counter: a worker looks at a piece of each frame, and nothing leaves the page. */
export function useEye(meaning: PassMeaning): EyeLine {
  const [report, setReport] = useState<FromEye | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const [stalled, setStalled] = useState(false);
  const worker = useRef<Worker | undefined>(undefined);
  const at = useRef<Watched | undefined>(undefined);
  const latest = useRef(meaning);
  useEffect(() => {
    latest.current = meaning;
  });
  const { state, open, fail, leave } = useMedia('camera', () => {
    worker.current = undefined;
    at.current = undefined;
    setReport(null);
    setPlace(null);
    setStalled(false);
  });

  const look = useCallback(
    (video: HTMLVideoElement) =>
      open({ video: THIRTY_FRAMES }, async ({ stream, isLeft, until }) => {
        const eye = new Worker(new URL('../../../workers/eye.worker.ts', import.meta.url), { type: 'module' });
        until(() => eye.terminate());
        eye.onerror = () => fail('app away');
        eye.onmessage = ({ data }: MessageEvent<FromEye>) => {
          setReport(orTheSame<FromEye | null>(data));
          if (data !== 'indistinct' && at.current) tellRun(at.current, data, latest.current);
        };
        video.srcObject = stream;
        await video.play();
        if (isLeft()) return;
        worker.current = eye;
        watch(video, eye, at, until, setStalled);
      }),
    [open, fail],
  );

  const tap = useCallback((next: Place) => {
    at.current = { place: next, tapped: true, session: crypto.randomUUID(), passes: 0, turns: 0 };
    setReport(null);
    setPlace(next);
  }, []);
  const anew = useCallback(() => {
    if (at.current) Object.assign(at.current, { session: crypto.randomUUID(), turns: 0 });
  }, []);
  const trust = useCallback(() => worker.current?.postMessage('trust' satisfies ToEye), []);
  return { state, report, place, stalled, look, tap, anew, trust, leave };
}

function tellRun(watched: Watched, { passes }: EyeReport, { turnsPerPass, byLength }: PassMeaning): void {
  if (passes !== watched.passes) watched.turns += (passes - watched.passes) * turnsPerPass();
  watched.passes = passes;
  const turns = Math.max(0, Math.floor(watched.turns + NEARLY));
  hearHere('camera', { device: 'camera', session: watched.session, atMs: Date.now(), turns, byLength });
}

/** Shows the worker the piece of each frame about the place. */
function watch(
  video: HTMLVideoElement,
  eye: Worker,
  at: RefObject<{ place: Place; tapped: boolean } | undefined>,
  until: (end: () => void) => void,
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
  until(() => video.cancelVideoFrameCallback(waiting));
  until(() => clearInterval(timer));
}
