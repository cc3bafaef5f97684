import type { DeviceReading } from '../../core/winding/deviceReading';
import { hear, hearHere, type Heard, heardNow, lineLost, nothingHeard } from './deviceLine';

const counter = (metres: number): DeviceReading => ({ device: 'counter', session: 'c1', atMs: 0, metres });
const motor: DeviceReading = { device: 'motor', session: 'm1', atMs: 0, state: 'running', spindleTurns: 12 };

const after = (...messages: [DeviceReading[], number][]): Heard =>
  messages.reduce((heard, [readings, nowMs]) => hear(heard, readings, nowMs), nothingHeard());

test('the newest of each device is what it shows', () => {
  const heard = after([[counter(1), motor], 10], [[counter(2), motor], 60]);
  expect(heard).toMatchObject({ connected: true, readings: { counter: { metres: 2 }, motor: { spindleTurns: 12 } } });
  expect(heard.silentSinceMs).toEqual({});
});

test('one that is not told of any more is silent from then on, whatever else goes on', () => {
  const heard = after([[counter(1), motor], 10], [[motor], 60], [[motor], 110]);
  expect(heard.readings.counter).toBeUndefined();
  expect(heard.silentSinceMs).toEqual({ counter: 60 });
});

test('plugged in again it is not silent', () =>
  expect(after([[counter(1)], 10], [[], 60], [[counter(0)], 500]).silentSinceMs).toEqual({}));

test('one that was never there is not missed', () => expect(after([[motor], 10]).silentSinceMs).toEqual({}));

test('with the line itself lost, all are silent, each since it was last missed', () => {
  const lost = lineLost(after([[counter(1), motor], 10], [[motor], 60]), 900);
  expect(lost).toEqual({ readings: {}, silentSinceMs: { counter: 60, motor: 900 }, connected: false });
  expect(lineLost(lost, 2000)).toBe(lost);
});

test('what this page hears itself is beside what the line tells, until it is put away', () => {
  const microphone = { device: 'microphone', session: 'e1', atMs: 0, turns: 4 } as const;
  hearHere('microphone', microphone);
  expect(heardNow().readings.microphone).toBe(microphone);
  hearHere('camera', { device: 'camera', session: 'e2', atMs: 0, turns: 9 });
  hearHere('microphone', undefined);
  expect(heardNow().readings).toMatchObject({ microphone: undefined, camera: { turns: 9 } });
  hearHere('camera', undefined);
});
