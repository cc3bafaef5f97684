import { InputError, reading, readOrNull } from './inputError';

const fails = () => {
  throw new TypeError('not a complaint about what was typed');
};

test('only a complaint about what was typed is told; whatever else goes wrong goes on its way', () => {
  expect(readOrNull(() => Number('3'))).toBe(3);
  expect(
    readOrNull(() => {
      throw new InputError('must be a number', '');
    }),
  ).toBeNull();
  for (const read of [reading, readOrNull]) expect(() => read(fails)).toThrow(TypeError);
});
