import { InputError } from '../common/inputError';
import { pricesInWords } from './labelText';

test.each([
  ['6.50 €', 12, ['6.50 €', '54.17 € / 100 g']],
  ['6,50 €', 12, ['6,50 €', '54,17 € / 100 g']],
  ['£7', 50, ['£7', '£14.00 / 100 g']],
  ['120 kr', 50, ['120 kr', '240.00 kr / 100 g']],
  ['7', 100, ['7', '7.00 / 100 g']],
  ['7 €', null, ['7 €']],
  ['  ', 12, []],
])('%s for %s g', (typed, massG, words) => expect(pricesInWords(typed, massG)).toEqual(words));

test.each(['free', '€', '0 €'])('refused: %s', (typed) => {
  expect(() => pricesInWords(typed, 12)).toThrow(InputError);
});
