import { commandDevice, devicesNow, deviceStream } from './devices';

const tell = (command: object, nowMs = 0) => commandDevice(JSON.stringify(command), nowMs);

afterEach(() => {
  for (const device of ['scale', 'counter', 'motor']) tell({ device, do: 'plug', in: false });
});

test('a device that is told something answers with what all of them show', () => {
  expect(tell({ device: 'counter', do: 'plug', in: true }, 1000)).toMatchObject({
    status: 200,
    body: { readings: [{ device: 'counter', metres: 0 }] },
  });
  tell({ device: 'counter', do: 'pull', mPerS: 2 }, 1000);
  expect(devicesNow(6000)).toMatchObject([{ device: 'counter', metres: 10 }]);
  tell({ device: 'counter', do: 'pull', mPerS: 0 }, 6000);
});

test.each([
  ['no JSON', '{', 'this is not JSON', ''],
  ['a device that is not there', '{"device":"kettle","do":"plug","in":true}', 'no device knows this', ''],
  ['a load below nothing', '{"device":"scale","do":"load","massG":-4}', 'no device knows this', ''],
  ['a start at no speed', '{"device":"motor","do":"start"}', 'no device knows this', ''],
])('%s is refused and nothing happens', (_, text, message) => {
  const before = devicesNow(0);
  expect(commandDevice(text, 0)).toMatchObject({ status: 400, body: { error: { message } } });
  expect(devicesNow(0)).toEqual(before);
});

test('a listener is told at once and over and over, each time the whole, until it goes away', async () => {
  tell({ device: 'scale', do: 'plug', in: true }, Date.now());
  const gone = new AbortController();
  const reader = deviceStream(gone.signal).getReader();
  const decoder = new TextDecoder();
  const messages: unknown[] = [];
  while (messages.length < 3) {
    const { value } = await reader.read();
    const text = decoder.decode(value);
    expect(text).toMatch(/^data: .*\n\n$/);
    messages.push(JSON.parse(text.slice(6)));
  }
  for (const message of messages) expect(message).toMatchObject([{ device: 'scale' }]);
  gone.abort();
  let end = await reader.read();
  while (!end.done) end = await reader.read();
  expect(end.done).toBe(true);
});

test('a motor that nobody listens to any more is stopped', async () => {
  tell({ device: 'motor', do: 'plug', in: true }, Date.now());
  tell({ device: 'motor', do: 'start', turnsPerS: 2 }, Date.now());
  const [one, two] = [new AbortController(), new AbortController()];
  const readers = [one, two].map(({ signal }) => deviceStream(signal).getReader());
  for (const reader of readers) await reader.read();
  one.abort();
  expect(devicesNow(Date.now())).toMatchObject([{ state: expect.stringMatching(/starting|running/) }]);
  two.abort();
  expect(devicesNow(Date.now() + 5000)).toMatchObject([{ state: 'standing' }]);
});

test('where nothing is plugged in, a listener hears it once, then only that the line is alive; and of what is plugged in', async () => {
  jest.useFakeTimers();
  const gone = new AbortController();
  const reader = deviceStream(gone.signal).getReader();
  const heard: string[] = [];
  const listening = (async () => {
    for (let next = await reader.read(); !next.done; next = await reader.read())
      heard.push(new TextDecoder().decode(next.value));
  })();
  await jest.advanceTimersByTimeAsync(60_000);
  const [first, ...later] = heard;
  expect(first).toBe('data: []\n\n');
  expect(later.length).toBeGreaterThan(1);
  expect(new Set(later)).toEqual(new Set([': still here\n\n']));
  heard.length = 0;
  tell({ device: 'scale', do: 'plug', in: true }, Date.now());
  await jest.advanceTimersByTimeAsync(1000);
  tell({ device: 'scale', do: 'plug', in: false }, Date.now());
  await jest.advanceTimersByTimeAsync(1000);
  expect(heard[0]).toContain('scale');
  expect(heard.filter((each) => each === 'data: []\n\n')).toHaveLength(1);
  gone.abort();
  jest.useRealTimers();
  await listening;
});
