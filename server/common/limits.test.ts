import { limitOf, tooLargeWords } from './limits';

const MB = 1024 * 1024;

test.each([
  ['/api/yarns/3/pictures', 20 * MB],
  ['/api/operations/12/pictures', 20 * MB],
  ['/api/market/logo', 20 * MB],
  ['/api/runs/7/events', 4 * MB],
  ['/api/calc/cake', 4 * MB],
  // Whatever is no path of the interface is a form.
  ['/yarns/new', MB],
  ['/somewhere/api/archive', MB],
])('to %s goes what it takes, and no more', (path, largestBytes) => {
  expect(limitOf(path).largestBytes).toBe(largestBytes);
});

test('only what is no writing may come as anything but JSON', () => {
  const { type } = limitOf('/api/runs/7/events');
  expect('application/json; charset=utf-8').toMatch(type!);
  expect('text/plain; application/json').not.toMatch(type!);
  expect(limitOf('/api/calc/cake').type).toBeUndefined();
  expect(limitOf('/api/csv/weighings').type).toBeUndefined();
});

test('what is too large is told how large it may be', () => {
  expect(tooLargeWords(20 * MB)).toBe('this is too large: at most 20 MB can be sent here');
});
