import type { HTTPRequest } from 'puppeteer-core';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Whatever was used of a bench, by pointer, by keys or by closing it, the next press counts; and nothing counts by chance. */

const set = stage({ demo: true });
const RUN = '/winding/run/5';

const countOf = (maker: Maker) =>
  maker.page.$eval('[data-count]', (button) => Number(button.getAttribute('data-count')));

/** Presses the space bar once; the count must be one more. */
async function nextPressCounts(maker: Maker, after: string): Promise<void> {
  const before = await countOf(maker);
  await maker.page.keyboard.press('Space');
  await maker.counts(before + 1).catch((error: Error) => {
    throw new Error(`after ${after}: ${error.message}`);
  });
}

const click = (maker: Maker, name: string) => maker.page.locator(`::-p-aria([name="${name}"][role="button"])`).click();

test('every control of the run is used in turn, and after each the next press counts', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  for (const control of ['Knot K', 'Thin spot T', 'Colour C', 'Tension W', 'Unmark U', 'Miscounted: −1 ⌫']) {
    await click(maker, control);
    await nextPressCounts(maker, control);
  }
  for (const panel of ['How I count', 'Hand over']) {
    await click(maker, panel);
    await maker.keys('Escape');
    await nextPressCounts(maker, `${panel}, closed by Escape`);
    await click(maker, panel);
    const before = await countOf(maker);
    await maker.page.click('[data-count]');
    // The press has only closed it.
    await maker.counts(before);
    await nextPressCounts(maker, `${panel}, closed by a press on the count`);
  }
  await click(maker, 'How I count');
  await maker.page.locator('::-p-text(a tick)').click();
  await maker.keys('Escape');
  await nextPressCounts(maker, 'a choice in the panel');
  await click(maker, 'Stop S');
  await click(maker, 'no, go on');
  await nextPressCounts(maker, 'a stop that was none');
  await maker.close();
});

test('what was reached by Tab takes the space bar for itself, until something counts', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  const before = await countOf(maker);
  await maker.page.focus('[data-count]');
  await maker.keys('Tab');
  const reached = await maker.page.evaluate(() => document.activeElement?.textContent ?? '');
  expect(reached).toMatch(/^Stop/);
  await maker.keys('Space');
  await maker.sees('Stop, because of');
  await click(maker, 'no, go on');
  await maker.counts(before);
  await nextPressCounts(maker, 'Tab');
  await maker.close();
});

test('on a phone More leads to the places that have no tab, and Escape back to it', async () => {
  const maker = await set.maker();
  await maker.page.setViewport({ width: 390, height: 844, hasTouch: true });
  await maker.goTo('/');
  await click(maker, 'More');
  await maker.sees('More places');
  await maker.keys('Escape');
  await maker.waitsFor(() => document.activeElement?.textContent === 'More');
  await click(maker, 'More');
  await maker.page.locator('.ant-drawer a::-p-text(Logbook)').click();
  await maker.arrivesAt(/^\/logbook$/);
  await maker.waitsFor(() => document.querySelector('.ant-drawer-open') === null);
  await maker.close();
});

test('twice the same button does twice the same: nothing slides under the finger', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  const place = async () => {
    const box = await (await maker.page.$('::-p-aria([name="Knot K"][role="button"])'))!.boundingBox();
    return { x: box!.x + box!.width / 2, y: box!.y + box!.height / 2 };
  };
  const knots = async () => Number(/(\d+) knots? marked/.exec(await maker.text())?.[1] ?? 0);
  const before = await knots();
  const at = await place();
  await maker.page.mouse.click(at.x, at.y);
  await maker.page.mouse.click(at.x, at.y);
  await maker.until(async () => (await knots()) === before + 2);
  expect(await place()).toEqual(at);
  await maker.close();
});

test('who was led here by a key elsewhere presses or touches once before anything counts', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  const before = await countOf(maker);
  await maker.goTo('/yarns');
  await maker.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await maker.keys('b');
  await maker.arrivesAt(/^\/winding\/run\/5$/);
  await maker.holds();
  await maker.sees('press once, or touch the page');
  await maker.keys('Space');
  await maker.counts(before);
  await maker.sees('space bar, tap or pedal');
  await nextPressCounts(maker, 'the first press');
  await maker.close();
});

test('a sheet that is still to come is closed by a press or Escape, and does not come after all', async () => {
  const maker = await set.maker({ width: 390, height: 844 });
  await maker.goTo('/');
  // Its script comes late, as on a busy machine.
  await maker.page.setRequestInterception(true);
  const held: HTTPRequest[] = [];
  maker.page.on('request', (request) => {
    if (request.resourceType() === 'script') held.push(request);
    else void request.continue();
  });
  const isAsked = (asked: boolean) => maker.has(`button[aria-haspopup="dialog"][aria-expanded="${asked}"]`);
  await click(maker, 'More');
  await isAsked(true);
  // On the tab beneath: it is not followed.
  await maker.page.click('nav a[href="/yarns"]');
  await isAsked(false);
  await click(maker, 'More');
  await isAsked(true);
  await maker.keys('Escape');
  await isAsked(false);
  expect(maker.path).toBe('/');
  expect(held.length).toBeGreaterThan(0);
  maker.page.removeAllListeners('request');
  await Promise.all(held.map((request) => request.continue()));
  await maker.page.setRequestInterception(false);
  expect(await maker.page.$('.ant-drawer-open')).toBeNull();
  await click(maker, 'More');
  await maker.sees('More places');
  await maker.close();
});

test('once a bench is there, its sheets open with the app away, and the next press counts', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  await maker.page.waitForNetworkIdle();
  await set.app.kill();
  for (const [sheet, says] of [
    ['How I count', 'One press counts'],
    ['Hand over', 'Who winds from here on?'],
    ['Trouble? ?', 'Something went wrong'],
  ] as const) {
    await click(maker, sheet);
    await maker.sees(says);
    await maker.keys('Escape');
    await maker.waitsFor(() => document.querySelector('.ant-drawer-open') === null);
    await nextPressCounts(maker, sheet);
  }
  await set.app.restart();
  await maker.kept();
  await maker.close();
});
