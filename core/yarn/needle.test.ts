import { InputError } from '../common/inputError';
import { parseToolMm } from './needle';
import { parseTurnsPerM } from '../twist/twist';

test.each([
  ['4', 4],
  ['4.5 mm', 4.5],
  ['3,75mm', 3.75],
  ['US 6', 4],
  ['us10.5', 6.5],
  ['US 0', 2],
])('a needle written %s has %d mm', (text, mm) => expect(parseToolMm(text, 'needle', 'needle')).toBe(mm));

test.each(['', 'thin', 'US 99', '0.1', '55 mm', '4 cm', '-4'])('a needle written "%s" is refused', (text) => {
  expect(() => parseToolMm(text, 'needle', 'needle')).toThrow(InputError);
});

test.each([
  ['180 t/m', 'imperial', 180],
  ['180', 'metric', 180],
  ['4.5 tpi', 'metric', 177.165],
  ['4,5', 'imperial', 177.165],
  ['6 t/in', 'metric', 236.22],
  ['0', 'metric', 0],
] as const)('twist written %s (%s) is %d turns a metre', (text, system, turnsPerM) =>
  expect(parseTurnsPerM(text, system, 'twist')).toBeCloseTo(turnsPerM, 2),
);

test.each(['', 'much', '4000 t/m', '180 t/cm', '-3 tpi'])('twist written "%s" is refused', (text) => {
  expect(() => parseTurnsPerM(text, 'metric', 'twist')).toThrow(InputError);
});

test('of hooks with two sizes to a letter the number decides, and without it one is asked', () => {
  expect(parseToolMm('N-13', 'hook', 'hook')).toBe(9);
  expect(parseToolMm('N-15', 'hook', 'hook')).toBe(10);
  expect(parseToolMm('US P-15', 'hook', 'hook')).toBe(10);
  expect(() => parseToolMm('N', 'hook', 'hook')).toThrow(/9 mm .* or 10 mm/);
  expect(() => parseToolMm('H-13', 'hook', 'hook')).toThrow(/not the same size/);
});
