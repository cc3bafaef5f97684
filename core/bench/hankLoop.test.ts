import type { InputError } from '../common/inputError';
import { parseLoopM } from './hankLoop';

test.each([
  // A bare number is in the larger unit as long as a swift could hold that.
  ['1.62', 'metric', 1.62],
  ['5', 'metric', 5],
  ['5.01', 'metric', undefined],
  ['162', 'metric', 1.62],
  ['500', 'metric', 5],
  ['1.8', 'imperial', 1.8 * 0.9144],
  ['5.4', 'imperial', 5.4 * 0.9144],
  ['64', 'imperial', 64 * 0.0254],
  [' 1 3/4 ', 'imperial', 1.75 * 0.9144],
  ['1,62', 'metric', 1.62],
  // With its unit it is what it says, whatever the user's own.
  ['162 cm', 'imperial', 1.62],
  ['64 in', 'metric', 64 * 0.0254],
  ['1.8 yd', 'metric', 1.8 * 0.9144],
  ['1620 mm', 'metric', 1.62],
  // Shorter is a ring, longer no swift holds.
  ['20 cm', 'metric', 0.2],
  ['19.9 cm', 'metric', undefined],
  ['5.1 m', 'metric', undefined],
  ['0', 'metric', undefined],
] as const)('"%s" of a %s user is %s m', (typed, system, loopM) => {
  if (loopM !== undefined) expect(parseLoopM(typed, system, 'loop')).toBeCloseTo(loopM, 9);
  else expect(() => parseLoopM(typed, system, 'loop')).toThrow(/between 20 cm and 5 m/);
});

test.each(['', '   ', 'round', '162 g', '1.6.2'])('"%s" is refused at its field', (typed) => {
  try {
    parseLoopM(typed, 'metric', 'loop');
  } catch (error) {
    expect((error as InputError).path).toBe('loop');
    return;
  }
  throw new Error('it was taken');
});
