import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { parsePrice, pricesInWords, totalsOf } from './price';
import { keyOf, pathOf, readCode, readKit, type Sellable } from './sellable';

test.each([
  ['6.50 €', { cents: 650, before: '', after: '€', comma: false }],
  ['£7', { cents: 700, before: '£', after: '', comma: false }],
  ['12,50 kr', { cents: 1250, before: '', after: 'kr', comma: true }],
  ['  CHF 18 ', { cents: 1800, before: 'CHF', after: '', comma: false }],
  ['1,250.50  euro ', { cents: 125_050, before: '', after: 'euro', comma: false }],
])('%j is read with its currency', (text, price) => {
  expect(parsePrice(text)).toEqual(price);
});

test.each([
  ['free', 'write it like 6.50 €'],
  ['0 €', 'must be above zero'],
  ['0.001 €', 'must be above zero'],
  ['20000000 €', 'more than yarn costs: is the decimal point missing?'],
])('%s is no price: %s', (text, message) => {
  expect(() => parsePrice(text)).toThrow(new InputError(message, 'price'));
  expect(() => parsePrice(text)).toThrow(expect.objectContaining({ path: 'price' }) as Error);
});

test('the most that yarn costs can be typed', () => {
  expect(parsePrice('1000000 €').cents).toBe(100_000_000);
});

test.each([
  ['6.50 €', 12, ['6.50 €', '54.17 € / 100 g']],
  ['6,50 €', 12, ['6,50 €', '54,17 € / 100 g']],
  [' £7 ', 50, ['£7', '£14.00 / 100 g']],
  ['120 kr', 50, ['120 kr', '240.00 kr / 100 g']],
  ['7', 100, ['7', '7.00 / 100 g']],
  ['7 €', null, ['7 €']],
  ['US$7', 50, ['US$7', 'US$14.00 / 100 g']],
  ['kr. 120', 50, ['kr. 120', 'kr. 240.00 / 100 g']],
  ['  ', 12, []],
])('%j for %j g is written as the price is', (typed, massG, words) => {
  expect(pricesInWords(typed, massG)).toEqual(words);
});

test('each currency has a sum of its own, and no cent is lost in it', () => {
  expect(totalsOf([])).toEqual([]);
  expect(totalsOf(['6.50 €', '4 €', 'CHF 3', '0.05 €'])).toEqual(['10.55 €', 'CHF 3.00']);
  // One currency, however it is written.
  expect(totalsOf(['CHF 3', 'chf 2', '1 Chf'])).toEqual(['CHF 6.00']);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 99_999 }), { minLength: 1 }), (cents) => {
      const [total] = totalsOf(cents.map((each) => `${(each / 100).toFixed(2)} €`));
      expect(parsePrice(total!).cents).toBe(cents.reduce((sum, each) => sum + each));
    }),
  );
});

test('a label’s code says what it is on, whatever the app is reached by', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.record({ pieceId: fc.integer({ min: 1, max: 1e9 }) }),
        fc.record({ planId: fc.integer({ min: 1, max: 1e9 }), kit: fc.integer({ min: 1, max: 999 }) }),
      ),
      (sellable: Sellable) => {
        expect(readCode(`http://192.0.2.7:4600${pathOf(sellable)}`)).toEqual(sellable);
        if ('kit' in sellable) expect(readKit(keyOf(sellable))).toEqual(sellable);
        else {
          expect(keyOf(sellable)).toBe(String(sellable.pieceId));
          expect(readKit(pathOf(sellable))).toBeNull();
        }
      },
    ),
  );
});

test.each(['', '12', 'moss', 'http://loft.example/yarns/12', '/pieces/x', '/market?kit=3', 'pieces/12 or so'])(
  '“%s” is no code of ours',
  (text) => {
    expect(readCode(text)).toBeNull();
  },
);
