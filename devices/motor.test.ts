import fc from 'fast-check';
import type { DeviceReading } from '../core/winding/deviceReading';
import { StandInMotor } from './motor';

type Shown = Extract<DeviceReading, { device: 'motor' }>;

function plugged() {
  const turned: [number, number][] = [];
  const motor = new StandInMotor((from, to) => turned.push([from, to]));
  motor.do({ do: 'plug', in: true }, 0);
  return { motor, turned, at: (ms: number) => motor.read(ms) as Shown };
}

test('it starts softly: at 2 turns a second more each second, 8 a second are reached in 4 s and 16 turns', () => {
  const { motor, at } = plugged();
  motor.do({ do: 'start', turnsPerS: 8 }, 0);
  expect(at(1000)).toMatchObject({ state: 'starting', spindleTurns: 1 });
  expect(at(4000)).toMatchObject({ state: 'running', spindleTurns: 16 });
  expect(at(10_000)).toMatchObject({ state: 'running', spindleTurns: 64 });
});

test('it runs out when it is stopped, and then stands', () => {
  const { motor, at } = plugged();
  motor.do({ do: 'start', turnsPerS: 8 }, 0);
  at(4000);
  motor.do({ do: 'stop' }, 4000);
  expect(at(4500).state).toBe('stopping');
  const stood = at(5000);
  expect(stood).toMatchObject({ state: 'standing', spindleTurns: 20 });
  expect(at(60_000).spindleTurns).toBe(stood.spindleTurns);
});

test('jammed it stands at once, cannot be started, and cleared it waits to be started', () => {
  const { motor, at } = plugged();
  motor.do({ do: 'start', turnsPerS: 10 }, 0);
  const before = at(6000).spindleTurns;
  motor.do({ do: 'jam', on: true }, 6000);
  motor.do({ do: 'start', turnsPerS: 10 }, 6100);
  expect(at(9000)).toMatchObject({ state: 'jammed', spindleTurns: before });
  motor.do({ do: 'jam', on: false }, 9000);
  expect(at(12_000)).toMatchObject({ state: 'standing', spindleTurns: before });
  motor.do({ do: 'start', turnsPerS: 10 }, 12_000);
  expect(at(13_000).spindleTurns).toBeGreaterThan(before);
});

test('without power it says nothing and turns nothing; with power again it begins anew', () => {
  const { motor, turned, at } = plugged();
  motor.do({ do: 'start', turnsPerS: 5 }, 0);
  const { session } = at(5000);
  motor.do({ do: 'plug', in: false }, 5000);
  const reported = turned.length;
  expect(motor.read(9000)).toBeNull();
  expect(turned).toHaveLength(reported);
  motor.do({ do: 'plug', in: true }, 9000);
  expect(at(15_000)).toMatchObject({ state: 'standing', spindleTurns: 0 });
  expect(at(15_000).session).not.toBe(session);
});

test('however it is read and told, its turns only grow, and every part of one is told once', () => {
  const reported = fc.oneof(
    fc.record({ do: fc.constant('start' as const), turnsPerS: fc.double({ min: 0.1, max: 60, noNaN: true }) }),
    fc.constant({ do: 'stop' as const }),
    fc.record({ do: fc.constant('jam' as const), on: fc.boolean() }),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(3000), fc.option(reported)), { maxLength: 40 }), (steps) => {
      const { motor, turned, at } = plugged();
      let now = 0;
      for (const [wait, command] of steps) {
        now += wait;
        if (command) motor.do(command, now);
        else at(now);
      }
      const last = at(now).spindleTurns;
      expect(turned.every(([from, to], i) => to >= from && from === (turned[i - 1]?.[1] ?? 0))).toBe(true);
      // A reading has three places; the last of them may be rounded.
      expect(turned.at(-1)?.[1] ?? 0).toBeCloseTo(last, 2);
    }),
  );
});
