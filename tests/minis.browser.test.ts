import { openDatabase } from '../db/common/connection';
import { type MiniPlanPage, miniPlanPage } from '../server/minis/miniPlanPages';
import { type MiniRunPage, miniRunPage } from '../server/minis/miniRuns';
import { consumePiece } from '../server/yarn/pieceOperations';
import { aKey, shelved } from './support/serverTesting';
import type { Maker } from './support/browser';
import { normals } from './support/chance';
import { stage } from './support/stage';

/** Minis from the plan to the kit: by keys, by hand, with everything that comes between. */

const set = stage({ demo: true, minis: true });

// A test that failed leaves its tab open, and with it the counting that it held.
afterEach(async () => {
  const [, ...left] = await set.browser.pages();
  for (const page of left) await page.close();
});

function inDatabase<T>(read: (db: ReturnType<typeof openDatabase>) => T): T {
  const db = openDatabase(set.app.databaseFile);
  const found = read(db);
  db.close();
  return found;
}
const runNow = (id: number): MiniRunPage => inDatabase((db) => miniRunPage(db, id)!);
const planNow = (id: number): MiniPlanPage => inDatabase((db) => miniPlanPage(db, id)!);
const idIn = (maker: Maker) => Number(maker.path.split('/').at(-1));

/** Plans sizes of the yarns that are named in the address, and waits for the plan to be done. */
async function plan(maker: Maker, yarns: string, sizes: Record<string, string>[]): Promise<void> {
  await maker.goTo(`/minis/new?yarns=${yarns}`);
  for (const [i, size] of sizes.entries()) {
    if (i > 0) await maker.press('Another size');
    for (const [field, typed] of Object.entries(size))
      if (field === 'yarnId') await maker.choose(`sizes.${i}.yarnId`, typed);
      else await maker.fill(`sizes.${i}.${field}`, typed);
  }
}

const press = (maker: Maker, words: string) => maker.page.locator(`::-p-text(${words})`).click();
/** How many loops the mini in hand is to get. */
const target = async (maker: Maker) => Number(/of (\d+) loops/.exec(await maker.text())![1]);

async function weigh(maker: Maker, mass: string): Promise<void> {
  await maker.fill('mini-mass', mass);
  await maker.keys('Enter');
}

describe('planning', () => {
  test('from a yarn to its cut map, changed by keys and by dragging, and kept', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns/6');
    await maker.press('Cut minis');
    await maker.arrivesAt(/^\/minis\/new$/);
    await maker.fill('sizes.0.amount', '12 g');
    await maker.sees(/29 minis, 348 g, out of 5 skeins/);
    await maker.sees('proven');
    await maker.sees('instead of 12 g makes 1 more');

    // By keys: one mini out of the first stretch, and in again.
    await maker.page.$eval('[data-place="0 0"]', (place) => (place as SVGElement).focus());
    await maker.page.keyboard.down('Shift');
    await maker.page.keyboard.press('Digit1');
    await maker.page.keyboard.up('Shift');
    await maker.sees(/28 minis/);
    await maker.sees('12 g less than the best plan');
    await maker.keys('1');
    await maker.sees('No plan makes more');

    // By dragging: a full skein cannot take one more, and says so at once.
    const middle = (place: string) =>
      maker.page.$eval(`[data-place="${place}"] rect`, (rect) => {
        const { x, y, width, height } = rect.getBoundingClientRect();
        return { x: x + width / 3, y: y + height / 2 };
      });
    const [from, to] = [await middle('0 0'), await middle('1 0')];
    await maker.page.mouse.move(from.x, from.y);
    await maker.page.mouse.down();
    await maker.page.mouse.move(to.x, to.y, { steps: 6 });
    await maker.page.mouse.up();
    await maker.sees('more than it has');
    expect(await maker.page.$eval('button[type=submit]', (button) => (button as HTMLButtonElement).disabled)).toBe(
      true,
    );

    // A reload in the middle loses neither what was typed nor what was dragged.
    await maker.page.reload();
    await maker.live();
    await maker.sees('move a mini');
    await maker.press('Back to the best plan');
    await maker.sees('proven');
    await maker.press('Save this plan');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    await maker.sees('29 minis to come');
    expect(planNow(idIn(maker)).plan.proven).toMatchObject({ grams: true, byHand: false });
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('each change by hand is undone by itself; what if is taken with one press', async () => {
    const maker = await set.maker();
    await plan(maker, '6', [{ amount: '12 g' }]);
    await maker.sees(/29 minis/);
    const key = async (code: 'Digit1') => {
      await maker.page.keyboard.down('Shift');
      await maker.page.keyboard.press(code);
      await maker.page.keyboard.up('Shift');
    };
    await maker.page.$eval('[data-place="1 0"]', (place) => (place as SVGElement).focus());
    await key('Digit1');
    await maker.sees(/28 minis/);
    await key('Digit1');
    await maker.sees(/27 minis/);
    await maker.press('Undo this change');
    await maker.sees(/28 minis/);
    await maker.press('Undo this change');
    await maker.sees(/29 minis, 348 g/);
    await maker.sees('proven');

    // By the buttons of the stretch that is chosen.
    await maker.press('One 12\u00a0g fewer');
    await maker.sees('12 g less than the best plan');
    await maker.press('One 12\u00a0g more');
    await maker.sees('instead of 12 g makes 1 more');
    const offered = await maker.page.$$eval('li', (lines) => {
      const line = lines.find(({ innerText }) => /instead of 12\sg makes 1 more/.test(innerText))!;
      line.querySelector('button')!.click();
      return line.querySelector('button')!.innerText.replace('\u00a0', ' ');
    });
    await maker.sees(/30 minis/);
    expect(await maker.valueOf('sizes.0.amount')).toBe(offered);
    expect(offered).toMatch(/^11\.\d g$/);
    // What is still worked out would move the button.
    await maker.sees('proven');
    await maker.press('Start again');
    await maker.until(async () => (await maker.valueOf('sizes.0.amount')) === '');
    await maker.close();
  });

  test('a skein that another screen uses up meanwhile is left out of what was typed, and it is said', async () => {
    const { yarnId, pieceIds } = inDatabase((db) => shelved(db, { count: '3', masses: ['100', '96', '98'] }));
    const maker = await set.maker();
    await plan(maker, String(yarnId), [{ amount: '12 g', count: '20' }]);
    await maker.sees(/20 minis/);
    await maker.sees('proven');
    const form = { howMuch: 'all', mass: '', took: '', fromEnd: 'outer', projectId: null, why: 'lost' };
    const scaled = { tare: '', humidity: '', scaleResolutionG: 1, note: '' };
    inDatabase((db) =>
      consumePiece(db, pieceIds[1]!, { ...scaled, ...form, requestKey: aKey() }, 'metric', new Date()),
    );
    await maker.page.reload();
    await maker.live();
    await maker.sees('1 skein that you took is not there any more');
    await maker.sees(/out of 2 skeins/);
    await maker.press('Another size');
    await maker.press('Save this plan');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    expect(planNow(idIn(maker)).plan.parents.map(({ pieceId }) => pieceId)).toEqual([pieceIds[0], pieceIds[2]]);
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('a mini that is longer than any stretch may hold one knot, if one says so', async () => {
    const maker = await set.maker();
    // Of this yarn only the cake with two knots is taken.
    await maker.goTo('/minis/new?pieces=21');
    await maker.fill('sizes.0.amount', '40 g');
    await maker.fill('sizes.0.count', '1');
    await maker.sees(/40 g is longer than any stretch without a knot/);
    await maker.press('Let it hold one knot');
    await maker.sees(/1 mini, 40 g, out of 1 skein/);
    await maker.press('No knots in minis');
    await maker.sees('Not a single mini can be made from this');
    // One more yarn comes to it, and what was typed stays.
    await maker.page.locator('::-p-aria([name="One more yarn"])').fill('squall slate');
    await maker.page.locator('::-p-text(lot C14)').click();
    await maker.sees(/1 mini, 40 g, out of 1 skein/);
    expect(await maker.valueOf('sizes.0.amount')).toBe('40 g');
    await maker.page.reload();
    await maker.live();
    await maker.sees(/1 mini, 40 g/);
    await maker.press('Start again');
    await maker.until(async () => (await maker.valueOf('sizes.0.amount')) === '');
    await maker.close();
  });

  test('a long search is stopped, and the best so far is kept; then it is planned anew', async () => {
    const normal = normals(5);
    await set.app.kill();
    const yarnId = inDatabase((db) => {
      const masses = Array.from({ length: 90 }, () => String(Math.round(900 + 170 * normal()) / 10));
      return shelved(db, { count: '90', masses, scaleResolutionG: 0.1 }).yarnId;
    });
    await set.app.restart();
    const maker = await set.maker();
    await maker.page.evaluateOnNewDocument(
      (key, draft) => localStorage.getItem(key) ?? localStorage.setItem(key, draft),
      `draft minis new ${yarnId}`,
      JSON.stringify({
        sizes: Array.from({ length: 9 }, (_, i) => ({
          id: `size-${i}`,
          name: '',
          yarnId: '',
          amount: `${8.3 + 2.7 * i} g`,
          tolerance: '',
          count: '35',
          priority: 1,
        })),
      }),
    );
    await maker.goTo(`/minis/new?yarns=${yarnId}`);
    await maker.pressAtOnce('Use this plan');
    await maker.sees('You stopped the search here');
    await maker.press('Save this plan');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    const planId = idIn(maker);
    expect(planNow(planId).parents).toHaveLength(90);
    await maker.page.locator('::-p-text(Plan again)').click();
    await maker.arrivesAt(/^\/minis\/\d+\/plan$/);
    for (let i = 0; i < 8; i++) await maker.press('Without size 2');
    await maker.fill('sizes.0.amount', '40 g');
    await maker.fill('sizes.0.count', '12');
    await maker.sees(/12 minis, 480 g/);
    await maker.press('Save the new plan');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    await maker.sees('12 minis to come');
    expect(planNow(planId).plan.sizes).toHaveLength(1);
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('bad input is told beside its field, and what cannot be is told exactly', async () => {
    const maker = await set.maker();
    await plan(maker, '6', [{ amount: 'large' }]);
    await maker.until(async () => (await maker.about('sizes.0.amount')).includes('write it like'));
    await maker.fill('sizes.0.amount', '130 g');
    await maker.sees(/130 g is longer than any stretch without a knot: .*which is 115 g/);
    await maker.fill('sizes.0.amount', '50 g');
    await maker.fill('sizes.0.count', '9');
    await maker.sees(/3 × 50 g cannot be made: 151\.\d g more would be needed/);
    await maker.fill('sizes.0.tolerance', '90 %');
    await maker.until(async () => (await maker.about('sizes.0.tolerance')).includes('more than half'));
    expect(await maker.valueOf('sizes.0.amount')).toBe('50 g');
    await maker.close();
  });
});

describe('a session', () => {
  let planId: number;
  let runId: number;

  test('counts through a pause, a reload, a killed server and a closed tab, and loses no loop', async () => {
    const maker = await set.maker();
    await plan(maker, '5', [{ amount: '4 g', count: '3' }]);
    await maker.sees('3 minis');
    await maker.press('Save this plan');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    planId = idIn(maker);
    await press(maker, 'Count off');
    await maker.arrivesAt(/^\/minis\/run\/\d+$/);
    runId = idIn(maker);
    await maker.holds();
    await maker.count(4);
    await maker.keys('p');
    await maker.sees('Paused at 4');
    await maker.page.reload();
    await maker.live();
    await maker.sees('Paused at 4');
    await maker.until(
      async () => !(await maker.page.$eval('button[data-act]', (b) => (b as HTMLButtonElement).disabled)),
    );
    await press(maker, 'Go on at 4');
    await maker.holds();
    await maker.count(2);
    await maker.counts(6);
    await maker.keys('Backspace');
    await maker.counts(5);

    await set.app.kill();
    await maker.count(3);
    await maker.counts(8);
    await maker.sees('kept in this browser');
    await set.app.restart();
    await maker.until(() => Promise.resolve(runNow(runId).state.loops[0] === 8));
    await maker.close();

    // The next day, on another tab.
    inDatabase((db) => db.prepare('UPDATE run_event SET at_ms = at_ms - 86400000 WHERE run_id = ?').run(runId));
    const next = await set.maker();
    await next.goTo(`/minis/run/${runId}`);
    await next.holds();
    await next.counts(8);
    await next.sees(/You stopped at 8 loops/);
    await next.close();
  });

  test('a weighing that contradicts the count is asked about; one that is believed steers the next', async () => {
    const maker = await set.maker();
    await maker.goTo(`/minis/run/${runId}`);
    await maker.holds();
    const loops = await target(maker);
    await maker.count(loops - 8);
    await maker.counts(loops);
    await maker.sees(`Stop at ${loops}: cut here`);
    await maker.keys('c');
    await weigh(maker, '8.4');
    await maker.sees('contradicts the count');
    await maker.kept();
    expect(runNow(runId).state.weighed[0]).toBeNull();
    await maker.press('Weigh it again');
    await weigh(maker, 'heavy');
    await maker.until(async () => (await maker.about('mini-mass')).length > 8);
    await weigh(maker, '4.3');
    await maker.sees('too heavy: 0.3 g more than wanted');
    await maker.keys('Space');
    await maker.counts(0);
    const second = await target(maker);
    expect(second).toBeLessThan(loops);
    await maker.count(second);
    await maker.keys('c');
    await weigh(maker, '4.0');
    await maker.sees('within');
    await maker.press('Next mini');
    await maker.holds();

    // The third is weighed by what is left of its skein.
    await maker.count(await target(maker));
    await maker.keys('c');
    await press(maker, 'Weigh what is left of');
    await maker.fill('parent-mass', '150');
    await maker.keys('Enter');
    await maker.until(async () => (await maker.about('parent-mass')).includes('more than before'));
    const { plan } = runNow(runId);
    await maker.fill('parent-mass', String(Math.round(plan.parent.massG - 12.3 - 3 * plan.cutLossG)));
    await maker.keys('Enter');
    await maker.sees('by all its weighings this mini has');

    // With the scale that is plugged in, one press takes what it shows.
    await maker.press('Weigh it again');
    const tell = (command: object) =>
      fetch(`${set.app.url}/api/devices`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ device: 'scale', ...command }),
      });
    await tell({ do: 'plug', in: true });
    await tell({ do: 'load', massG: 4 });
    await maker.page.locator('::-p-aria([name="Take it from the scale"])').click();
    await maker.sees('within: just as wanted');
    await tell({ do: 'plug', in: false });
    await press(maker, 'All cut: weigh what is left');
    await maker.sees('3 minis are cut. What is left?');
    await maker.close();
  });

  test('into the log, where it adds up; undone, the session is open again', async () => {
    const maker = await set.maker();
    await maker.goTo(`/minis/run/${runId}`);
    await maker.sees('What is left?');
    const { plan } = runNow(runId);
    await maker.has('button[type=submit]:not([disabled])');
    await maker.fill('left.0.mass', '990');
    await maker.sees('are too much');
    await maker.press('Log it');
    await maker.until(async () => (await maker.about('left.0.mass')).includes('more than there was'));
    // Back to the count and here again: nothing of it is lost.
    await maker.press('Back to the last mini');
    await press(maker, 'Back to the count');
    await maker.holds();
    await maker.keys('c');
    await press(maker, 'All cut: weigh what is left');
    await maker.fill('left.0.mass', (plan.parent.massG - 12.3 - 3 * plan.cutLossG).toFixed(1));
    await maker.sees('all accounted for');
    await maker.press('Log it');
    await maker.arrivesAt(/^\/minis\/\d+$/);
    await maker.sees('3 minis, all made');
    await maker.sees(/of minis, .* of ties, .* of ends and scraps/);
    const { operationId } = planNow(planId).parents.find(({ state }) => state === 'done')!;
    await maker.goTo(`/logbook/${operationId}`);
    await maker.sees('Cut into minis');
    await maker.press('Undo, and back to the scale');
    // It says where it leads, and leads there.
    await maker.arrivesAt(/^\/minis\/run\/\d+$/);
    await maker.kept();
    expect(runNow(runId)).toMatchObject({ ended: null, state: { stage: 'finish' } });
    await maker.close();
  });
});

test('a kit over four colours: planned, counted off skein by skein, packed, and labelled', async () => {
  const maker = await set.maker();
  // Small minis of four yarns; the slate of the session is on the bench still.
  const yarns = ['3', '4', '7', '10'];
  await maker.goTo(`/minis/new?yarns=${yarns.join(',')}`);
  await press(maker, 'kits of several');
  for (const [i, yarnId] of yarns.entries()) {
    if (i > 0) await maker.press('Another size');
    await maker.fill(`sizes.${i}.amount`, i === 1 ? '1.5 g' : '3 g');
    await maker.choose(`sizes.${i}.yarnId`, yarnId);
  }
  await maker.sees(/\d+ kits, \d+ minis/);
  await maker.sees(/limits them; .* would do for \d+/);
  await maker.sees('For one more:');
  await maker.fill('kitCount', '1');
  await maker.sees('1 kit, 4 minis');
  await maker.press('Save this plan');
  await maker.arrivesAt(/^\/minis\/\d+$/);
  const planId = idIn(maker);
  await maker.sees('4 missing');

  for (const { pieceId } of planNow(planId).parents.filter(({ planned }) => planned > 0)) {
    const { parents, yarns } = planNow(planId);
    const parent = parents.find((each) => each.pieceId === pieceId)!;
    const yarn = yarns.find(({ id }) => id === parent.yarnId)!;
    await maker.goTo(`/minis/${planId}`);
    await press(maker, `Count off ${parent.label.toLowerCase()} of ${yarn.name}`);
    await maker.arrivesAt(/^\/minis\/run\/\d+$/);
    await maker.holds();
    await maker.count(await target(maker));
    await maker.keys('c');
    const { plan } = runNow(idIn(maker));
    await weigh(maker, plan.minis[0]!.massG.toFixed(1));
    await maker.sees('within');
    await press(maker, 'All cut: weigh what is left');
    await maker.sees('1 mini is cut');
    const left = plan.parent.massG - plan.minis[0]!.massG - plan.cutLossG;
    const last = plan.left.length - 1;
    await maker.fill(`left.${Math.max(0, last)}.mass`, left.toFixed(1));
    await maker.press('Log it');
    await maker.arrivesAt(/^\/minis\/\d+$/);
  }
  await maker.sees('1 kit is complete and can be packed');
  await maker.press('Packed kit 1');
  await maker.sees('Kit 1 is packed, and with it all');
  expect(planNow(planId).minis.map(({ kit }) => kit)).toEqual([1, 1, 1, 1]);
  const href = await maker.page.$eval('a[href^="/api/labels"]', (link) => link.getAttribute('href')!);
  const answer = await fetch(set.app.url + href);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  expect(Buffer.from(await answer.arrayBuffer()).toString('latin1')).toMatch(/^%PDF-/);
  expect((await fetch(`${set.app.url}/api/labels?pieces=&sheet=a4-14`)).status).toBe(400);
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

test('on a phone a session is counted by taps, in ounces, and its figures are large', async () => {
  const maker = await set.maker({ width: 390, height: 844 });
  await maker.goTo('/minis/run/7');
  await maker.holds();
  await maker.units('oz', 'yd');
  await maker.sees(/0\.388 oz: \d+ loops make 0\.\d+ oz/);
  await maker.kept();
  const before = runNow(7).state.loops[4]!;
  await maker.page.locator('[data-count]').click();
  await maker.counts(before + 1);
  await maker.page.locator('::-p-text(Miscounted)').click();
  await maker.counts(before);
  const sizePx = await maker.page.$eval('[data-count] > span', (count) => parseFloat(getComputedStyle(count).fontSize));
  expect(sizePx).toBeGreaterThan(100);
  expect(await maker.page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(
    0,
  );
  await maker.units('g', 'm');
  await maker.sees('11 g: ');
  await maker.close();
});

test('one stops early: what was not made is left out, and can be made after all', async () => {
  const maker = await set.maker();
  await maker.goTo('/minis/run/7');
  await maker.holds();
  const loops = await target(maker);
  await maker.count(loops - 31);
  await maker.counts(loops);
  await maker.keys('c');
  await weigh(maker, '11.0');
  await press(maker, 'Next mini');
  await maker.holds();
  await press(maker, 'Stop making minis');
  await maker.sees('5 minis are cut. What is left?');
  await maker.sees('What is left is compared with it here');
  await maker.kept();
  expect(runNow(7).state.skipped).toEqual([false, false, false, false, false, true]);
  await press(maker, 'Make the one after all');
  await maker.holds();
  await maker.counts(0);
  await maker.kept();
  expect(runNow(7).state.skipped.some(Boolean)).toBe(false);
  await maker.close();
});

test('dyed minis come back into the log once they are dry; a damp one is asked about', async () => {
  const maker = await set.maker();
  await maker.goTo('/minis/1');
  await maker.sees('Drying');
  await maker.fill('masses.0', '11.1');
  await maker.fill('masses.1', '13.5');
  await maker.press('Log it');
  await maker.until(async () => (await maker.about('masses.1')).includes('still damp'));
  expect(await maker.valueOf('masses.0')).toBe('11.1');
  await press(maker, 'they are dry');
  await maker.press('Log it');
  await maker.until(() => Promise.resolve(planNow(1).minis.filter(({ wetBy }) => wetBy).length === 4));
  expect(
    planNow(1)
      .minis.slice(0, 2)
      .map(({ mass }) => mass!.massG),
  ).toEqual([11.1, 13.5]);
  await press(maker, 'into the wash now');
  await maker.sees('went into the water');
  await press(maker, 'Undo');
  await maker.until(() => Promise.resolve(planNow(1).minis.filter(({ wetBy }) => wetBy).length === 4));
  await maker.close();
});
