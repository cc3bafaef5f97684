import type { DeviceReading } from '../core/winding/deviceReading';
import { onSpindleAt } from '../core/winding/windingPlan';
import { StandInBench } from './standInBench';

const SPINDLE = { coreDiameterMm: 24, heightMm: 68, densityGPerCm3: 0.32, crossingAngleDeg: 20, gristMPerG: 3.6 };

function bench(...devices: ('scale' | 'counter' | 'motor')[]) {
  const bench = new StandInBench();
  for (const device of devices) bench.do({ device, do: 'plug', in: true }, 0);
  const metres = (ms: number) =>
    (bench.read(ms).find(({ device }) => device === 'counter') as Extract<DeviceReading, { device: 'counter' }>).metres;
  const turns = (ms: number) =>
    (bench.read(ms).find(({ device }) => device === 'motor') as Extract<DeviceReading, { device: 'motor' }>)
      .spindleTurns;
  return { bench, metres, turns };
}

test('only what is plugged in says anything', () => {
  expect(bench().bench.read(10)).toEqual([]);
  expect(bench('motor', 'scale').bench.read(10)).toMatchObject([{ device: 'scale' }, { device: 'motor' }]);
});

test('what the motor draws runs through the counter: as much as the cake takes at so many turns', () => {
  const { bench: three, metres, turns } = bench('motor', 'counter');
  three.do({ device: 'bench', do: 'wind onto', spindle: SPINDLE }, 0);
  three.do({ device: 'motor', do: 'start', turnsPerS: 10 }, 0);
  for (let ms = 50; ms < 40_000; ms += 50) three.read(ms);
  const expected = onSpindleAt({ ...SPINDLE, spindleTurnsPerCrank: 1 }, turns(40_000)).lengthM;
  expect(expected).toBeGreaterThan(30);
  // The wheel tells whole tenths of a metre.
  expect(metres(40_000)).toBeLessThanOrEqual(expected + 1e-6);
  expect(metres(40_000)).toBeGreaterThan(expected - 0.11);
});

test('a new cake begins thin again', () => {
  const { bench: three, metres } = bench('motor', 'counter');
  const windFor = (fromMs: number) => {
    three.do({ device: 'bench', do: 'wind onto', spindle: SPINDLE }, fromMs);
    three.do({ device: 'motor', do: 'start', turnsPerS: 10 }, fromMs);
    const before = metres(fromMs);
    three.do({ device: 'motor', do: 'stop' }, fromMs + 60_000);
    return metres(fromMs + 70_000) - before;
  };
  const [first, second] = [windFor(0), windFor(100_000)];
  expect(Math.abs(first - second)).toBeLessThan(0.2);
});

test('with nothing on the spindle the motor draws no yarn', () => {
  const { bench: three, metres } = bench('motor', 'counter');
  three.do({ device: 'motor', do: 'start', turnsPerS: 10 }, 0);
  expect(metres(20_000)).toBe(0);
});
