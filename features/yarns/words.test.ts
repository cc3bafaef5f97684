import { GRIST_SOURCES } from '../../core/yarnLength';
import { SOURCE_WORDS } from './sources';
import { bandDoubt, classInWords } from './words';

test.each([
  [1, 115, 412, ''],
  [1, 115, 350, ''],
  [1, 115, 206, 'make it class 4 Medium'],
  [5, 100, 420, 'make it class 1 Super fine'],
  [0, 100, 4, 'make it no class at all'],
  [null, 115, 20, ''],
  [3, null, 20, ''],
] as const)('a band of class %s with %s g and %s m', (weightClass, putUpG, putUpM, doubt) => {
  const said = bandDoubt({ weightClass, putUpG, putUpM });
  if (doubt === '') expect(said).toBe('');
  else expect(said).toContain(doubt);
});

test('a class is named as three countries name it', () => {
  expect(classInWords(3)).toBe('3 Light (US DK, light worsted; UK DK, 8 ply; AU 8 ply)');
});

test('every source of a grist has its words, and guesses say so', () => {
  for (const source of GRIST_SOURCES) expect(SOURCE_WORDS[source]).not.toBe('');
  for (const guess of ['wpi', 'like yarn', 'weight class', 'needle'] as const)
    expect(SOURCE_WORDS[guess]).toContain('guess');
});
