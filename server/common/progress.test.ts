import { followed, shareDone, reportSteps } from './progress';

test('each hundredth is reported once, however many steps there are', () => {
  const reported: number[] = [];
  const step = reportSteps(1000, (share) => reported.push(share));
  for (let i = 0; i < 1000; i++) step();
  expect(reported).toHaveLength(100);
  expect(reported[0]).toBe(0.01);
  expect(reported.at(-1)).toBe(1);

  const few: number[] = [];
  const fewSteps = reportSteps(3, (share) => few.push(share));
  for (let i = 0; i < 3; i++) fewSteps();
  expect(few).toEqual([0.33, 0.66, 1]);
});

test('a work is followed by its name as long as it is under way, and by no other', async () => {
  const seen: (number | null)[] = [];
  const done = await followed('mine', async (tell) => {
    seen.push(shareDone('mine'), shareDone('another'));
    tell(0.4);
    await Promise.resolve();
    seen.push(shareDone('mine'));
    return 7;
  });
  expect(done).toBe(7);
  expect(seen).toEqual([0, null, 0.4]);
  expect(shareDone('mine')).toBeNull();

  await expect(followed('broken', () => Promise.reject(new Error('torn')))).rejects.toThrow('torn');
  expect(shareDone('broken')).toBeNull();
  expect(await followed(undefined, (tell) => Promise.resolve(tell(1)))).toBeUndefined();
});
