import fc from 'fast-check';
import { backupsToDrop } from './backupKeep';

const DAY_MS = 24 * 3600_000;
const NOW = new Date('2026-11-27T09:00:00.000Z');
const daily = (days: number) => ({ takenAt: new Date(NOW.getTime() - days * DAY_MS).toISOString(), why: 'daily' });

test('after two years of days, the last week, five weeks and twelve months have theirs', () => {
  const all = Array.from({ length: 730 }, (_, i) => daily(i));
  const dropped = new Set(backupsToDrop(all, NOW));
  const kept = all.filter((backup) => !dropped.has(backup));
  expect(kept.slice(0, 7)).toEqual(all.slice(0, 7));
  expect(new Set(kept.map(({ takenAt }) => takenAt.slice(0, 7))).size).toBe(12);
  expect(kept.length).toBeLessThanOrEqual(7 + 5 + 12);
});

test('those that were asked for are not pushed out by the daily ones', () => {
  const asked = { takenAt: daily(400).takenAt, why: 'asked' };
  const all = [...Array.from({ length: 300 }, (_, i) => daily(i)), asked];
  expect(backupsToDrop(all, NOW)).not.toContain(asked);
});

test('letting go twice lets go of nothing more, and never of the newest', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.constantFrom('daily', 'asked', 'before import'))),
      (list) => {
        const all = list
          .map(([days, why]) => ({ ...daily(days), why }))
          .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
        const dropped = backupsToDrop(all, NOW);
        const kept = all.filter((backup) => !dropped.includes(backup));
        expect(backupsToDrop(kept, NOW)).toEqual([]);
        if (all.length > 0) expect(kept.some(({ takenAt }) => takenAt === all[0]!.takenAt)).toBe(true);
      },
    ),
  );
});
