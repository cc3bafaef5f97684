import { InputError } from '../../core/common/inputError';
import { onlyAsked, quantity, text } from './fields';

const refusal = (typed: string, kind: 'mass' | 'length') => {
  try {
    return quantity(kind, 'metric')(typed);
  } catch (error) {
    expect(error).toBeInstanceOf(InputError);
    expect((error as InputError).path).toBe('');
    return (error as InputError).message;
  }
};

test('a milligram and a millimetre are kept, less is told to be too little', () => {
  expect(refusal('0.001 g', 'mass')).toBe(0.001);
  expect(refusal('0.0009 g', 'mass')).toBe('too little to record');
  expect(refusal('0.5 mm', 'length')).toBe('too little to record');
});

test('what no piece of yarn can weigh or measure is asked about', () => {
  expect(refusal('5 kg', 'mass')).toBe(5000);
  expect(refusal('90 t', 'mass')).toMatch(/unit|read/);
  expect(refusal('900000 g', 'mass')).toMatch(/is the unit right\?/);
  expect(refusal('9000 km', 'length')).toMatch(/is the unit right\?/);
});

test('a name may be long, but no word of it', () => {
  const saltmarsh = (letters: number) => 'Saltmarsh'.repeat(5).slice(0, letters);
  expect(text.safeParse(`${saltmarsh(40)} ${saltmarsh(40)} `).data).toBe(`${saltmarsh(40)} ${saltmarsh(40)}`);
  expect(text.safeParse(`Lot 3 ${saltmarsh(41)}`).error?.issues[0]?.message).toMatch(/no word longer than 40 letters/);
});

test('what a choice does not ask for is as good as empty, and a choice that there is not changes nothing', () => {
  const asked = { all: [], left: ['mass', 'tare'], took: ['took'] };
  const typed = { howMuch: 'all', mass: 'x', tare: 'x', took: 'x', note: 'x' };
  const of = (howMuch: unknown) => onlyAsked({ ...typed, howMuch }, 'howMuch', asked);
  expect(of('all')).toEqual({ ...typed, howMuch: 'all', mass: '', tare: '', took: '' });
  expect(of('left')).toEqual({ ...typed, howMuch: 'left', took: '' });
  expect(of('some')).toEqual({ ...typed, howMuch: 'some' });
  for (const none of [null, undefined, 'all', 7]) expect(onlyAsked(none, 'howMuch', asked)).toBe(none);
});
