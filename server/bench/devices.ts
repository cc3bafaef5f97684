import { z } from 'zod';
import type { DeviceReading } from '../../core/winding/deviceReading';
import { type BenchCommand, StandInBench } from '../../devices/standInBench';
import { pathOf } from '../common/result';

/** How often a listener is told what the devices show: 20 times a second. */
const TELL_EVERY_MS = 50;

/** Readings that may wait for a slow line. */
const MOST_WAITING = 20;

/** A comment now and then keeps the line open while nothing is plugged in. */
const ALIVE_EVERY = 100;

// Every part of the server asks the same bench, also after it was reloaded while being worked on.
const holder = globalThis as { lazyAcornBench?: StandInBench };

/** Whoever listens to the devices just now. */
const listeners = new Set<object>();

function standIns(): StandInBench {
  return (holder.lazyAcornBench ??= new StandInBench());
}

const plug = z.strictObject({ do: z.literal('plug'), in: z.boolean() });
const size = z.number().positive().max(10_000);

const command = z.union([
  z.strictObject({ device: z.literal('scale'), ...plug.shape }),
  z.strictObject({ device: z.literal('scale'), do: z.literal('load'), massG: z.number().min(0).max(100_000) }),
  z.strictObject({ device: z.literal('scale'), do: z.literal('tare') }),
  z.strictObject({ device: z.literal('scale'), do: z.literal('drift'), gPerMinute: z.number().min(-100).max(100) }),
  z.strictObject({
    device: z.literal('scale'),
    do: z.literal('resolution'),
    resolutionG: z.number().min(0.01).max(10),
  }),
  z.strictObject({ device: z.literal('counter'), ...plug.shape }),
  z.strictObject({ device: z.literal('counter'), do: z.literal('pull'), mPerS: z.number().min(0).max(50) }),
  z.strictObject({ device: z.literal('counter'), do: z.literal('slip'), percent: z.number().min(0).max(100) }),
  z.strictObject({ device: z.literal('counter'), do: z.literal('miss'), pulses: z.int().min(0).max(100_000) }),
  z.strictObject({ device: z.literal('counter'), do: z.literal('reset') }),
  z.strictObject({ device: z.literal('motor'), ...plug.shape }),
  z.strictObject({ device: z.literal('motor'), do: z.literal('start'), turnsPerS: z.number().min(0.1).max(60) }),
  z.strictObject({ device: z.literal('motor'), do: z.literal('stop') }),
  z.strictObject({ device: z.literal('motor'), do: z.literal('jam'), on: z.boolean() }),
  z.strictObject({
    device: z.literal('bench'),
    do: z.literal('wind onto'),
    spindle: z.strictObject({
      coreDiameterMm: size,
      heightMm: size,
      densityGPerCm3: size,
      crossingAngleDeg: z.number().min(0).max(89).optional(),
      leadMm: z.number().min(0).max(10_000).optional(),
      gristMPerG: size,
    }),
  }),
]) satisfies z.ZodType<BenchCommand>;

/** Does what a panel or a screen asks of a device. */
export function commandDevice(json: string, nowMs: number): { status: number; body: object } {
  let document: unknown;
  try {
    document = JSON.parse(json);
  } catch {
    return { status: 400, body: { error: { message: 'this is not JSON', path: '' } } };
  }
  const parsed = command.safeParse(document);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return { status: 400, body: { error: { message: 'no device knows this', path: pathOf(issue) } } };
  }
  standIns().do(parsed.data, nowMs);
  return { status: 200, body: { readings: devicesNow(nowMs) } };
}

/** What the devices show at this moment. */
export function devicesNow(nowMs: number): DeviceReading[] {
  return standIns().read(nowMs);
}

/** What the devices show, over and over, as server-sent events, until whoever listens goes away. */
export function deviceStream(signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => {
    clearInterval(timer);
    // A motor that nobody watches must not go on winding.
    if (listeners.delete(encoder) && listeners.size === 0) standIns().do({ device: 'motor', do: 'stop' }, Date.now());
  };
  return new ReadableStream({
    start(controller) {
      listeners.add(encoder);
      let quiet = 0;
      let before = '';
      const tell = () => {
        // Whoever reads slowly misses readings, not counts: each one has the whole total.
        if ((controller.desiredSize ?? 0) < -MOST_WAITING) return;
        const readings = devicesNow(Date.now());
        const message = JSON.stringify(readings);
        if (readings.length > 0 || before !== message) {
          controller.enqueue(encoder.encode(`data: ${message}\n\n`));
          quiet = 0;
        } else if (++quiet % ALIVE_EVERY === 0) controller.enqueue(encoder.encode(': still here\n\n'));
        before = message;
      };
      tell();
      timer = setInterval(tell, TELL_EVERY_MS);
      signal.addEventListener('abort', () => {
        stop();
        try {
          controller.close();
        } catch {
          // It was closed from the other side already.
        }
      });
    },
    cancel: stop,
  });
}
