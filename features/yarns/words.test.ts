import type { YarnView } from '../../server/yarn/yarnViews';
import { GRIST_SOURCES } from '../../core/yarn/yarnLength';
import { SOURCE_WORDS } from './piece/sources';
import { bandDoubt, classInWords, twistInWords } from './words';

test.each([
  [1, 115, 412, ''],
  [1, 115, 350, ''],
  [1, 115, 206, 'make it class 4 Medium'],
  [5, 100, 420, 'make it class 1 Super fine'],
  [0, 100, 4, 'make it no class at all'],
  [null, 115, 20, ''],
  [3, null, 20, ''],
] as const)('a band of class %s with %s g and %s m', (weightClass, putUpG, putUpM, doubt) => {
  const shownText = bandDoubt({ weightClass, putUpG, putUpM });
  if (doubt === '') expect(shownText).toBe('');
  else expect(shownText).toContain(doubt);
});

test('a class is named as three countries name it', () => {
  expect(classInWords(3)).toBe('3 Light (US DK, light worsted; UK DK, 8 ply; AU 8 ply)');
});

test('every source of a grist has its words, and guesses say so', () => {
  for (const source of GRIST_SOURCES) expect(SOURCE_WORDS[source]).not.toBe('');
  for (const guess of ['wpi', 'like yarn', 'weight class', 'gauge', 'needle', 'hook'] as const)
    expect(SOURCE_WORDS[guess]).toContain('guess');
});

test('a yarn’s twist in a line: as its band has it, or as it was counted', () => {
  const yarn = { plies: 2, twistDirection: 'S', turnsPerM: 180, ownTwist: null } as unknown as YarnView;
  expect(twistInWords(yarn, 'metric')).toBe('2 plies, S, 180\u00a0t/m');
  expect(twistInWords({ ...yarn, plies: null, twistDirection: null, turnsPerM: null }, 'metric')).toBeUndefined();
  const ownTwist = { direction: 'Z', turnsPerM: 244, from: 'counted', counts: 1, sdTurnsPerM: null } as const;
  expect(twistInWords({ ...yarn, plies: 1, ownTwist }, 'metric')).toBe('single, Z, 244\u00a0t/m counted');
});
