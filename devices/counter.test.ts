import fc from 'fast-check';
import type { DeviceReading } from '../core/winding/deviceReading';
import { StandInCounter } from './counter';

type Shown = Extract<DeviceReading, { device: 'counter' }>;

function plugged() {
  const counter = new StandInCounter(0.1);
  counter.do({ do: 'plug', in: true }, 0);
  return { counter, at: (ms: number) => counter.read(ms) as Shown };
}

test('it counts what is pulled through it, in whole pulses, however often it is read', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 10, noNaN: true }),
      fc.array(fc.integer({ min: 1, max: 2000 }), { minLength: 1, maxLength: 30 }),
      (mPerS, waits) => {
        const { counter, at } = plugged();
        counter.do({ do: 'pull', mPerS }, 0);
        let now = 0;
        let before = 0;
        for (const wait of waits) {
          const { metres } = at((now += wait));
          expect(metres).toBeGreaterThanOrEqual(before);
          expect(metres).toBeLessThanOrEqual((mPerS * now) / 1000 + 1e-6);
          expect(metres).toBeGreaterThan((mPerS * now) / 1000 - 0.1 - 1e-6);
          before = metres;
        }
      },
    ),
  );
});

test('what slips over the wheel is not counted', () => {
  const { counter, at } = plugged();
  counter.do({ do: 'slip', percent: 25 }, 0);
  counter.run(100);
  expect(at(1).metres).toBeCloseTo(75, 6);
});

test('missed pulses are missing for good, and no more than were told', () => {
  const { counter, at } = plugged();
  counter.run(10);
  counter.do({ do: 'miss', pulses: 30 }, 1);
  counter.run(2);
  expect(at(2).metres).toBeCloseTo(10, 6);
  counter.run(8);
  expect(at(3).metres).toBeCloseTo(17, 6);
});

test('reset, it begins at nothing under a new name', () => {
  const { counter, at } = plugged();
  counter.run(42);
  const before = at(1);
  counter.do({ do: 'reset' }, 2);
  expect(at(3)).toMatchObject({ metres: 0 });
  expect(at(3).session).not.toBe(before.session);
});

test('what runs through it while it is unplugged is not seen', () => {
  const { counter, at } = plugged();
  counter.run(20);
  counter.do({ do: 'plug', in: false }, 1);
  expect(counter.read(2)).toBeNull();
  counter.run(20);
  counter.do({ do: 'plug', in: true }, 3);
  counter.run(5);
  expect(at(4).metres).toBeCloseTo(5, 6);
});
