import type { Listener } from '../../core/winding/run';
import { type DeviceKind, type DeviceReading, SILENT_AFTER_MS } from '../../core/winding/deviceReading';

type ReadingOf<Kind extends DeviceKind> = Extract<DeviceReading, { device: Kind }>;

/** What this browser last heard of the devices. */
export interface Heard {
  readings: { [Kind in DeviceKind]?: ReadingOf<Kind> };
  /** Devices that were heard of and are not any more, with since when (this browser's clock). */
  silentSinceMs: Partial<Record<DeviceKind, number>>;
  connected: boolean;
}

const NOTHING: Heard = { readings: {}, silentSinceMs: {}, connected: false };

let heard = NOTHING;
/** What came by the line, and what this page itself hears or sees. */
let byLine = NOTHING;
const here: Pick<Heard['readings'], Listener> = {};
let source: EventSource | undefined;
let lastHeardMs = 0;
let watch: ReturnType<typeof setInterval> | undefined;
const listeners = new Set<() => void>();
/** Those for whom the line stays open while the page is not looked at, since they count. */
const counting = new Set<() => void>();

function change(next: Heard): void {
  byLine = next;
  heard = { ...next, readings: { ...next.readings, ...here } };
  for (const listener of listeners) listener();
}

/** Takes one message of the stream: what it does not mention was unplugged. */
export function hear(before: Heard, readings: readonly DeviceReading[], nowMs: number): Heard {
  const now = Object.fromEntries(readings.map((reading) => [reading.device, reading])) as Heard['readings'];
  const gone = (Object.keys(before.readings) as DeviceKind[]).filter((device) => !now[device]);
  const still = Object.fromEntries(
    Object.entries(before.silentSinceMs).filter(([device]) => !now[device as DeviceKind]),
  ) as Heard['silentSinceMs'];
  return {
    readings: now,
    silentSinceMs: { ...still, ...Object.fromEntries(gone.map((device) => [device, nowMs])) },
    connected: true,
  };
}

/** The line itself has gone quiet: everything that was heard of is silent. */
export function lineLost(before: Heard, nowMs: number): Heard {
  const devices = Object.keys(before.readings) as DeviceKind[];
  if (devices.length === 0 && !before.connected) return before;
  return {
    readings: {},
    silentSinceMs: { ...Object.fromEntries(devices.map((device) => [device, nowMs])), ...before.silentSinceMs },
    connected: false,
  };
}

/** Listens; a browser has few lines, so one that is not looked at is let go unless somebody counts by it. */
export function subscribe(listener: () => void, counts = false): () => void {
  listeners.add(listener);
  if (counts) counting.add(listener);
  if (listeners.size === 1) document.addEventListener('visibilitychange', openOrClose);
  openOrClose();
  return () => {
    listeners.delete(listener);
    counting.delete(listener);
    if (listeners.size === 0) document.removeEventListener('visibilitychange', openOrClose);
    openOrClose();
  };
}

function openOrClose(): void {
  const wanted = listeners.size > 0 && (document.visibilityState === 'visible' || counting.size > 0);
  if (wanted && !source) open();
  else if (!wanted && source) close();
}

export function heardNow(): Heard {
  return heard;
}

export function nothingHeard(): Heard {
  return NOTHING;
}

function open(): void {
  source = new EventSource('/api/devices');
  lastHeardMs = Date.now();
  source.onmessage = ({ data }) => {
    lastHeardMs = Date.now();
    change(hear(byLine, JSON.parse(String(data)) as DeviceReading[], lastHeardMs));
  };
  source.onerror = () => change(lineLost(byLine, Date.now()));
  // A line may also go quiet without an error.
  watch = setInterval(() => {
    if (Object.keys(byLine.readings).length > 0 && Math.abs(Date.now() - lastHeardMs) > SILENT_AFTER_MS)
      change(lineLost(byLine, Date.now()));
  }, SILENT_AFTER_MS / 4);
}

function close(): void {
  source?.close();
  source = undefined;
  clearInterval(watch);
  byLine = NOTHING;
  heard = { ...NOTHING, readings: { ...here } };
}

/** Takes what this page's own microphone hears or its camera sees; undefined: it is put away. */
export function hearHere<Kind extends Listener>(device: Kind, reading: ReadingOf<Kind> | undefined): void {
  Object.assign(here, { [device]: reading });
  change(byLine);
}

/** Tells a device what to do. What cannot be sent is not done; the device shows as much. */
export async function tellDevice(command: object): Promise<void> {
  await fetch('/api/devices', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(command),
  }).catch(() => undefined);
}
