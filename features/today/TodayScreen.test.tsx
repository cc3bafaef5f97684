import { ternRock } from '../../scripts/ternRock';
import { today } from '../../server/days/today';
import { emptyDatabase, NOW } from '../../tests/support/serverTesting';
import { textOf } from '../../tests/support/uiTesting';
import { TodayScreen } from './TodayScreen';

test('the demo’s day: what is on the bench, what runs short, what waits, what happened', () => {
  const db = emptyDatabase();
  ternRock(db, NOW);
  const shownText = textOf(<TodayScreen today={today(db, NOW)} reach={null} />);
  expect(shownText).toMatch(/^On the bench .*Ferry aran, Oatmeal.*cake 3 \(2 of 3\).*110 of \d+ turns/);
  expect(shownText).toContain('Running short Fog shawl does not have enough: the chance it is enough is under 1 %.');
  expect(shownText).toMatch(/Still in hanks .*Ferry aran, Oatmeal one hank, 390 m ± 19 m in all/);
  expect(shownText).toMatch(/What happened last .*Weighed hank 1: 223 g/);
  expect(shownText).toContain('Measured ball 1');
  expect(shownText).toContain('and 2 more yarns with hanks');
});
