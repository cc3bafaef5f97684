import { Turns } from './turns';

const tick = () => new Promise((resolve) => setImmediate(resolve));

test('so many at a time, the others in the order in which they came', async () => {
  const turns = new Turns(2);
  const order: number[] = [];
  const ends: (() => void)[] = [];
  const comers = [0, 1, 2, 3, 4].map(async (i) => {
    ends[i] = (await turns.take())!;
    order.push(i);
  });
  await tick();
  expect(order).toEqual([0, 1]);
  expect(turns.queue).toBe(3);
  ends[1]!();
  await tick();
  expect(order).toEqual([0, 1, 2]);
  // Twice done is done once.
  ends[1]!();
  await tick();
  expect(order).toEqual([0, 1, 2]);
  ends[0]!();
  ends[2]!();
  await Promise.all(comers);
  expect(order).toEqual([0, 1, 2, 3, 4]);
  ends[3]!();
  ends[4]!();
  expect((await turns.take())!).toBeInstanceOf(Function);
});

test('who goes away while waiting leaves the place to the next', async () => {
  const turns = new Turns(1);
  const end = (await turns.take())!;
  const gone = new AbortController();
  const given = turns.take(gone.signal);
  const next = turns.take();
  gone.abort();
  expect(await given).toBeNull();
  end();
  expect(await next).toBeInstanceOf(Function);
});
