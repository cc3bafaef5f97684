import { dateAndTime, dayInWords, shortDate } from './dates';

test('dates are said one way, with the clock’s own hours', () => {
  const at = new Date(2026, 10, 4, 9, 5).toISOString();
  expect(shortDate(at)).toBe('4 Nov');
  expect(dateAndTime(at)).toBe('4 Nov 2026, 09:05');
});

test('a day without an hour is the same everywhere', () => expect(dayInWords('2027-03-01')).toBe('1 Mar 2027'));
