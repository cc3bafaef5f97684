import { appNow, heardTime } from './appClock';

const MINUTE = 60_000;
let here = 0;
const at = (ms: number) => {
  here = ms;
  return appNow();
};
beforeEach(() => jest.spyOn(Date, 'now').mockImplementation(() => here));
afterEach(() => jest.restoreAllMocks());

test('a screen whose clock differs goes by the app’s; what an answer takes to come is no difference', () => {
  expect(at(10 * MINUTE)).toBe(10 * MINUTE);
  // Slow to answer, and the same clock.
  heardTime(10 * MINUTE + 3000, 10 * MINUTE, 10 * MINUTE + 3200);
  expect(at(11 * MINUTE)).toBe(11 * MINUTE);
  // Five minutes behind the app.
  heardTime(16 * MINUTE + 40, 11 * MINUTE, 11 * MINUTE + 80);
  expect(at(11 * MINUTE)).toBe(16 * MINUTE);
  // The same again, a little later or sooner in its answer: nothing jumps.
  heardTime(16 * MINUTE + 900, 11 * MINUTE, 11 * MINUTE + 80);
  expect(at(11 * MINUTE)).toBe(16 * MINUTE);
});

test('a clock that is set right meanwhile is followed; an answer that came hours later tells nothing', () => {
  heardTime(16 * MINUTE, 11 * MINUTE, 11 * MINUTE);
  heardTime(20 * MINUTE, 20 * MINUTE, 20 * MINUTE);
  expect(at(20 * MINUTE)).toBe(20 * MINUTE);
  // Asleep between question and answer.
  heardTime(20 * MINUTE, 20 * MINUTE, 200 * MINUTE);
  expect(at(200 * MINUTE)).toBe(200 * MINUTE);
  heardTime(100, 10_000, 10_000);
  expect(at(0)).toBe(0);
});
