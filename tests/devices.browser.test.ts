import type { HTTPRequest } from 'puppeteer-core';
import { counterLengthM } from '../core/winding/lengthSources';
import { turnsAtLength } from '../core/winding/windingPlan';
import { openDatabase } from '../db/common/connection';
import { type RunPage, runPage } from '../server/winding/runEvents';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Windings that a length counter or a motor counts, with everything that such devices do wrong. */

const set = stage({ demo: true });

interface Reading {
  device: string;
  state?: string;
  metres?: number;
  spindleTurns?: number;
}

/** Does to a device what a hand would; tells what all of them show. */
async function bench(command: object): Promise<Reading[]> {
  const answer = await fetch(`${set.app.url}/api/devices`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(command),
  });
  return ((await answer.json()) as { readings: Reading[] }).readings;
}
const plug = (device: string, into = true) => bench({ device, do: 'plug', in: into });
const pull = (mPerS: number) => bench({ device: 'counter', do: 'pull', mPerS });
const shown = async (device: string) =>
  // Asking for nothing new tells where they stand.
  (await bench({ device: 'scale', do: 'tare' })).find((reading) => reading.device === device)!;

/** The run as the server has it. */
function kept(runId: number): RunPage {
  const db = openDatabase(set.app.databaseFile);
  const page = runPage(db, runId)!;
  db.close();
  return page;
}

const countOf = (maker: Maker) =>
  maker.page.$eval('[data-count]', (button) => Number(button.getAttribute('data-count')));

/** Waits until nothing is left to be sent, and the count on screen is the one that the server has. */
async function settled(maker: Maker, runId: number): Promise<number> {
  let before = -1;
  await maker.until(async () => {
    const [now, there] = [await countOf(maker), kept(runId).state.turns[0]!];
    const still = now === there && now === before;
    before = now;
    if (!still) await new Promise((resolve) => setTimeout(resolve, 400));
    return still;
  });
  return before;
}

/** Waits until the run has seen all that the device has shown: a page that was opened anew asks for it first. */
function caughtUp(maker: Maker, runId: number, device: 'counter' | 'motor'): Promise<void> {
  return maker.until(async () => {
    const { metres, spindleTurns } = await shown(device);
    const { plan, state } = kept(runId);
    const total = metres ?? spindleTurns! / plan.cakes[0]!.tool.spindleTurnsPerCrank;
    return Math.abs(state.devices[device]!.total - total) < 1e-6;
  });
}

async function beginRun(maker: Maker, pieceId: number, counted: string): Promise<number> {
  await maker.goTo(`/winding/plan/${pieceId}`);
  await maker.press('Wind it at the bench');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.press('Begin to wind at once');
  await maker.counts(0);
  await maker.press('How I count');
  await maker.page.locator(`::-p-text(${counted})`).click();
  await maker.keys('Escape');
  return Number(maker.path.split('/').at(-1));
}

describe('by the length counter', () => {
  let maker: Maker;
  let runId: number;

  /** Turns that the counter's metres make of this cake, with what it did not see filled in. */
  const byCounter = () => {
    const { plan, state } = kept(runId);
    const { tool, densityGPerCm3 } = plan.cakes[0]!;
    const spindle = { ...tool, densityGPerCm3, gristMPerG: plan.gristMPerG };
    return Math.floor(turnsAtLength(spindle, counterLengthM(state, 0, spindle)!));
  };

  beforeAll(async () => {
    maker = await set.maker();
    runId = await beginRun(maker, 13, 'the length counter');
  });
  afterAll(() => maker.close());

  test('while it is not there one counts by hand, and is told so', async () => {
    await maker.sees('The length counter is silent');
    await maker.page.focus('[data-count]');
    await maker.count(6);
    await maker.counts(6);
  });

  test('plugged in, its metres count: the six turns before are not lost', async () => {
    await plug('counter');
    await maker.sees('the length counter counts');
    await pull(4);
    await maker.until(async () => (await countOf(maker)) > 30);
    await pull(0);
    const turns = await settled(maker, runId);
    expect(turns).toBe(byCounter());
    expect(kept(runId).state.counterUnseen[0]).toEqual([[0, 6]]);
    // What was measured is not taken back as a miscount.
    await maker.keys('Backspace');
    expect(await settled(maker, runId)).toBe(turns);
  });

  test('silent in mid-run it freezes nothing, and back again it doubles nothing', async () => {
    const before = await settled(maker, runId);
    await plug('counter', false);
    await maker.sees('The length counter is silent');
    await maker.page.focus('[data-count]');
    await maker.count(9);
    await maker.counts(before + 9);
    await plug('counter');
    await maker.waitsFor(() => !document.body.innerText.includes('is silent'));
    expect(await settled(maker, runId)).toBe(before + 9);
    await pull(4);
    await maker.until(async () => (await countOf(maker)) > before + 12);
    await pull(0);
    expect(await settled(maker, runId)).toBe(byCounter());
  });

  test('set to nothing by hand, the count stays and goes on', async () => {
    const before = await settled(maker, runId);
    await bench({ device: 'counter', do: 'reset' });
    await pull(4);
    await maker.until(async () => (await countOf(maker)) > before + 4);
    await pull(0);
    expect(await settled(maker, runId)).toBe(byCounter());
  });

  test('a reload in mid-run misses not even what ran through meanwhile', async () => {
    await settled(maker, runId);
    await pull(4);
    await maker.page.reload();
    await maker.live();
    await maker.holds();
    await pull(0);
    await caughtUp(maker, runId, 'counter');
    expect(await settled(maker, runId)).toBe(byCounter());
  });

  test('a killed server takes the devices with it, not the count', async () => {
    const before = await settled(maker, runId);
    await set.app.kill();
    await maker.sees('The length counter is silent');
    await maker.page.focus('[data-count]');
    await maker.count(5);
    await maker.counts(before + 5);
    await set.app.restart();
    await plug('counter');
    await pull(4);
    await maker.until(async () => (await countOf(maker)) > before + 9);
    await pull(0);
    expect(await settled(maker, runId)).toBe(byCounter());
    await maker.page.reload();
    await maker.live();
    await maker.counts(byCounter());
  });

  test('a full disk is told, and what was counted meanwhile arrives once there is room', async () => {
    await maker.holds();
    const before = await settled(maker, runId);
    let full = true;
    await maker.page.setRequestInterception(true);
    const answer = (request: HTTPRequest) => {
      if (full && request.url().endsWith('/events') && request.method() === 'POST')
        void request.respond({
          status: 507,
          contentType: 'application/json',
          body: JSON.stringify({ error: { message: 'the disk is full: make room on it', path: '' } }),
        });
      else void request.continue();
    };
    maker.page.on('request', answer);
    await maker.page.focus('[data-count]');
    await maker.count(4);
    await maker.counts(before + 4);
    await maker.sees('cannot keep it (the disk is full: make room on it)');
    expect(kept(runId).state.turns[0]).toBe(before);
    full = false;
    await maker.until(async () => kept(runId).state.turns[0] === before + 4);
    await maker.waitsFor(() => !document.body.innerText.includes('the disk is full'));
    maker.page.off('request', answer);
    await maker.page.setRequestInterception(false);
  });

  test('a clock that is set back by an hour changes nothing of the count', async () => {
    const before = await settled(maker, runId);
    await maker.page.evaluate(() => {
      const real = Date.now.bind(Date);
      Date.now = () => real() - 3_600_000;
    });
    await maker.page.focus('[data-count]');
    await maker.count(3);
    await pull(4);
    await maker.until(async () => (await countOf(maker)) > before + 6);
    await pull(0);
    expect(await settled(maker, runId)).toBe(byCounter());
    await maker.page.reload();
    await maker.live();
    await maker.counts(byCounter());
    expect(maker.troubles).toEqual([]);
  });
});

describe('by the motor, watched by the counter', () => {
  let maker: Maker;
  let runId: number;
  let planned: number;

  beforeAll(async () => {
    await plug('counter');
    await bench({ device: 'counter', do: 'slip', percent: 0 });
    await plug('motor');
    maker = await set.maker();
    runId = await beginRun(maker, 1, 'the motor');
    planned = Math.round(kept(runId).plan.cakes[0]!.crankTurns.mean);
  });
  afterAll(async () => {
    await bench({ device: 'motor', do: 'stop' });
  });

  const ratio = () => kept(runId).plan.cakes[0]!.tool.spindleTurnsPerCrank;

  test('it is started from the bench, with its caution, and counts', async () => {
    await maker.sees('Fingers, hair and sleeves away');
    await maker.press('Start the motor');
    await maker.until(async () => (await countOf(maker)) >= 8);
    await maker.sees('Gently');
  });

  test('a stop on the screen stops the motor, and every turn until it stood is counted', async () => {
    await maker.page.focus('[data-count]');
    await maker.keys('n');
    await maker.sees(/Stopped at \d+: a snag/);
    await maker.until(async () => (await shown('motor')).state === 'standing');
    const turned = Math.floor((await shown('motor')).spindleTurns! / ratio());
    await maker.until(async () => kept(runId).state.turns[0] === turned);
    await maker.page.locator(`::-p-text(Go on winding at)`).click();
    await maker.counts(turned);
  });

  test('jammed it stands, and the gears are cleared without power first', async () => {
    await maker.press('Start the motor');
    await maker.until(async () => (await shown('motor')).state === 'running');
    await bench({ device: 'motor', do: 'jam', on: true });
    await maker.sees('The motor is jammed. Unplug it before you clear the gears.');
    const before = await settled(maker, runId);
    await bench({ device: 'motor', do: 'jam', on: false });
    await maker.press('Start the motor');
    await maker.until(async () => (await countOf(maker)) > before + 3);
  });

  test('unplugged and plugged in again, its turns begin at nothing and the count does not', async () => {
    await plug('motor', false);
    await maker.sees('The motor is silent');
    const before = await settled(maker, runId);
    await maker.page.focus('[data-count]');
    await maker.count(4);
    await plug('motor');
    await maker.press('Start the motor');
    await maker.until(async () => (await countOf(maker)) > before + 8);
    const { spindleTurns } = await shown('motor');
    expect(await countOf(maker)).toBeLessThanOrEqual(before + 4 + Math.ceil(spindleTurns! / ratio()) + 2);
  });

  test('a counter that slips is told apart from the turns, with what is likely behind it', async () => {
    expect(await maker.text()).not.toMatch(/The counter says/);
    await bench({ device: 'counter', do: 'slip', percent: 60 });
    await bench({ device: 'motor', do: 'start', turnsPerS: 40 });
    await maker.sees(/The counter says [\d.]+ m, [\d.]+ m less than the turns\. Likely:/);
    await maker.sees('The mass will tell');
  });

  test('a closed tab stops the motor; opened again, the count is what the motor turned', async () => {
    await maker.close();
    for (;;) if ((await shown('motor')).state === 'standing') break;
    maker = await set.maker(undefined, 'lasts');
    await maker.goTo(`/winding/run/${runId}`);
    await maker.holds();
    await caughtUp(maker, runId, 'motor');
    const turns = await settled(maker, runId);
    expect(turns).toBe(
      Math.floor(kept(runId).state.devices.motor!.had + (await shown('motor')).spindleTurns! / ratio()),
    );
  });

  test('near the end it slows down by itself, and stops at the cut', async () => {
    await bench({ device: 'motor', do: 'start', turnsPerS: 20 });
    await maker.has('[data-cue=slow]');
    await maker.has('[data-cue=stop], [data-cue=past]');
    await maker.sees('The end should be here');
    await maker.until(async () => (await shown('motor')).state === 'standing');
    const turns = await settled(maker, runId);
    expect(turns).toBeGreaterThanOrEqual(planned);
    expect(turns).toBeLessThan(planned + 3);
    await maker.press('All wound: take it off');
    await maker.count(5);
    await maker.sees('All done. To the scale?');
    await maker.count(1);
  });

  test('the scale gives its mass once it is steady; too much on it gives none', async () => {
    await bench({ device: 'scale', do: 'load', massG: 0 });
    await plug('scale');
    await bench({ device: 'scale', do: 'load', massG: 9000 });
    await maker.sees('too heavy for the scale');
    const ready = () =>
      maker.page.$eval(
        '::-p-aria([name="Take it from the scale"])',
        (button) => !(button as HTMLButtonElement).disabled,
      );
    expect(await ready()).toBe(false);
    const { massG } = kept(runId).plan.mass;
    await bench({ device: 'scale', do: 'load', massG });
    await maker.until(ready);
    await maker.press('Take it from the scale');
    expect(Number.parseFloat(await maker.valueOf('masses.0'))).toBeCloseTo(massG, 1);
    await maker.fill('diameters.0', '88 mm');
    await maker.fill('heights.0', '68 mm');
    await maker.press('Log it');
    await maker.arrivesAt(/^\/logbook\/\d+$/);
  });

  test('the log names the counter as the one that was wrong, since turns and mass agree', async () => {
    expect(maker.path).toMatch(/^\/logbook/);
    await maker.sees('the strand slipped on the counter');
    await maker.sees('snag');
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });
});
