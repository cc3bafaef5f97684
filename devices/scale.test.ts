import fc from 'fast-check';
import type { DeviceReading } from '../core/winding/deviceReading';
import { StandInScale } from './scale';

type Shown = Extract<DeviceReading, { device: 'scale' }>;

function plugged(capacityG = 2000, resolutionG = 0.1) {
  const scale = new StandInScale(capacityG, resolutionG);
  scale.do({ do: 'plug', in: true }, 0);
  return { scale, at: (ms: number) => scale.read(ms) as Shown };
}

test('unplugged it says nothing, and plugged in it begins a session of its own', () => {
  const { scale, at } = plugged();
  const first = at(10).session;
  scale.do({ do: 'plug', in: false }, 20);
  expect(scale.read(30)).toBeNull();
  scale.do({ do: 'plug', in: true }, 40);
  expect(at(50).session).not.toBe(first);
});

test('a load settles: on the way it is neither steady nor right, then it is both', () => {
  const { scale, at } = plugged();
  scale.do({ do: 'load', massG: 112 }, 0);
  const early = at(200);
  expect(early.state).toBe('settling');
  expect(early.massG).toBeGreaterThan(0);
  expect(early.massG).toBeLessThan(111);
  expect(at(5000)).toMatchObject({ state: 'steady', massG: 112 });
});

test('it shows whole steps of its resolution, and never says steady a step off', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1900, noNaN: true }),
      fc.constantFrom(0.01, 0.1, 0.5, 1, 2),
      fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 1, maxLength: 12 }),
      (massG, resolutionG, waits) => {
        const { scale, at } = plugged(2000, resolutionG);
        scale.do({ do: 'load', massG }, 0);
        let now = 0;
        for (const wait of waits) {
          const shown = at((now += wait));
          const steps = shown.massG / resolutionG;
          expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
          if (shown.state === 'steady') expect(Math.abs(shown.massG - massG)).toBeLessThanOrEqual(resolutionG + 1e-9);
        }
      },
    ),
  );
});

test('above what it can bear it shows no mass, only that it is too much', () => {
  const { scale, at } = plugged(500);
  scale.do({ do: 'load', massG: 501 }, 0);
  expect(at(5000)).toMatchObject({ state: 'overload', massG: 0 });
  scale.do({ do: 'load', massG: 499 }, 5000);
  expect(at(12_000)).toMatchObject({ state: 'steady', massG: 499 });
});

test('tared with a bowl on it, the bowl is nothing; taken off, it shows below nothing', () => {
  const { scale, at } = plugged();
  scale.do({ do: 'load', massG: 38 }, 0);
  scale.do({ do: 'tare' }, 5000);
  expect(at(5001).massG).toBe(0);
  scale.do({ do: 'load', massG: 150 }, 5001);
  expect(at(12_000).massG).toBe(112);
  scale.do({ do: 'load', massG: 0 }, 12_000);
  expect(at(19_000).massG).toBe(-38);
});

test('it wanders while it drifts, and switched off and on it begins at nothing again', () => {
  const { scale, at } = plugged();
  scale.do({ do: 'load', massG: 100 }, 0);
  scale.do({ do: 'drift', gPerMinute: 2 }, 0);
  expect(at(60_000).massG).toBeCloseTo(102, 6);
  scale.do({ do: 'plug', in: false }, 60_000);
  scale.do({ do: 'plug', in: true }, 60_000);
  expect(at(60_000).massG).toBe(0);
});

test('a clock that goes back moves nothing', () => {
  const { scale, at } = plugged();
  scale.do({ do: 'load', massG: 80 }, 1000);
  const before = at(20_000).massG;
  expect(at(3000).massG).toBe(before);
  expect(at(3100).massG).toBe(before);
});
