import fc from 'fast-check';
import { strandAngleDeg } from '../../core/twist/twistSeverity';
import { comesOff } from './PullScene';
import { ribbonOf } from './Ribbon';
import { strandLines } from './TwistedYarn';

/** The points of a path of straight lines. */
function pointsOf(d: string): { x: number; y: number }[] {
  return [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) }));
}

/** Up the page and to the right, like the middle of a Z, is above zero; like the middle of an S, below. */
function leanOf(d: string): number {
  const points = pointsOf(d);
  const [first, last] = [points[0]!, points.at(-1)!];
  return -(last.y - first.y) * Math.sign(last.x - first.x);
}

const yarn = (turnsPerM: number, more = {}) =>
  strandLines({ turnsPerM, diameterMm: 1.6, plies: 3, width: 60, height: 200, turned: 0, ...more });

test('Z leans like the middle of the letter Z, S like that of S', () => {
  const whole = (lines: string[]) => lines.filter((d) => pointsOf(d).length > 8);
  expect(whole(yarn(200)).length).toBeGreaterThan(2);
  for (const d of whole(yarn(200))) expect(leanOf(d)).toBeGreaterThan(0);
  for (const d of whole(yarn(-200))) expect(leanOf(d)).toBeLessThan(0);
});

test('in the middle a strand crosses the yarn at its real angle', () => {
  fc.assert(
    fc.property(fc.double({ min: 60, max: 600, noNaN: true }), fc.constantFrom(1, -1), (turns, sign) => {
      const lines = yarn(sign * turns, { height: 3000 });
      const middle = lines.map(pointsOf).find((points) => points.length === 15)!;
      const [before, after] = [middle[6]!, middle[8]!];
      const leanDeg = (Math.atan2(after.x - before.x, -(after.y - before.y)) * 180) / Math.PI;
      // Points lie a seventh of the half turn apart, and are written to a hundredth of a pixel.
      const real = strandAngleDeg(turns, 1.6);
      expect(Math.abs(Math.abs(leanDeg) - (sign > 0 ? real : 180 - real))).toBeLessThan(2.5);
    }),
    { numRuns: 40 },
  );
});

test('nothing is drawn outside the stretch, and a yarn without twist has straight strands', () => {
  fc.assert(
    fc.property(fc.double({ min: -900, max: 900, noNaN: true }), fc.constantFrom(1, 2, 4, null), (turnsPerM, plies) => {
      for (const { x, y } of yarn(turnsPerM, { plies }).flatMap(pointsOf)) {
        expect(x).toBeGreaterThanOrEqual(-0.01);
        expect(x).toBeLessThanOrEqual(60.01);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(200);
      }
    }),
    { numRuns: 60 },
  );
  for (const d of yarn(0)) expect(d).toMatch(/^M[\d.]+ 0V200$/);
});

describe('the ribbon', () => {
  test('its front edges lean as the twist does', () => {
    const edges = (turns: number) => ribbonOf({ turns, width: 40, height: 240 }).edges;
    expect(edges(3).length).toBeGreaterThan(4);
    for (const d of edges(3)) expect(leanOf(d)).toBeGreaterThan(0);
    for (const d of edges(-3)) expect(leanOf(d)).toBeLessThan(0);
  });

  test('each half turn shows its other face', () => {
    for (const turns of [1, 2, 5, -4]) {
      const { faces } = ribbonOf({ turns, width: 40, height: 240 });
      expect(faces).toHaveLength(2 * Math.abs(turns) + 1);
      faces.slice(1).forEach(({ front }, i) => expect(front).toBe(!faces[i]!.front));
    }
  });

  test('without a turn it is flat', () => {
    expect(ribbonOf({ turns: 0, width: 40, height: 240 })).toMatchObject({ faces: [{ front: true }], edges: [] });
  });
});

test.each([
  ['inner', 'cw', 'cw'],
  ['inner', 'ccw', 'ccw'],
  ['outer', 'cw', 'ccw'],
  ['outer', 'ccw', 'cw'],
] as const)('from the %s end of what was laid %s it comes off %s', (end, laid, off) => {
  expect(comesOff({ kind: 'package', laid, end, turning: false })).toBe(off);
});
