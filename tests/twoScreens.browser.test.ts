import { openDatabase } from '../db/common/connection';
import { miniPlanById } from '../db/minis/minis';
import { runById } from '../db/winding/runs';
import { readMiniPlanContent } from '../server/minis/miniPlanContent';
import { yarnById } from '../db/yarn/yarns';
import { pause } from './support/app';
import { Maker } from './support/browser';
import { stage } from './support/stage';

/** One winding, two screens; closed tabs; a server that is away. No count is lost and none is doubled. */

const RUN = '/winding/run/5';

const set = stage({ demo: true });
let turns: number;

/** The screen that counts, as it is kept: not asked of the app, which after a while takes a silent screen for closed. */
function leaseOwner(): string | null {
  const db = openDatabase(set.app.databaseFile);
  const { leaseOwner } = runById(db, 5)!;
  db.close();
  return leaseOwner;
}

async function kept(): Promise<number> {
  const answer = await fetch(`${set.app.url}/api/runs/5/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ writer: 'onlooker', events: [], wantState: true }),
  });
  return ((await answer.json()) as { state: { turns: number[] } }).state.turns[1]!;
}

test('the second screen is told, watches the count, and can take over', async () => {
  turns = await kept();
  const one = await set.maker();
  await one.goTo(RUN);
  await one.holds();
  const two = await set.maker();
  await two.goTo(RUN);
  await two.sees('being counted on another screen');
  await two.count(3);
  await two.counts(turns);

  await one.page.bringToFront();
  await one.count(4);
  turns += 4;
  await one.counts(turns);
  await two.page.bringToFront();
  await two.counts(turns);

  // Pressed while the line is slow and an answer is awaited, it is not forgotten.
  await two.answersTake(3000);
  await two.page.waitForRequest((request) => request.url().endsWith('/events'));
  await two.page.locator('::-p-text(Count here instead)').click();
  await two.holds();
  await two.answersTake(0);
  await two.count(2);
  turns += 2;
  await two.counts(turns);
  await one.page.bringToFront();
  await one.sees('being counted on another screen');
  await one.counts(turns);
  expect(await kept()).toBe(turns);

  // The one that counts is closed: the other may go on without being asked.
  await two.close();
  await one.holds();
  await one.count(1);
  turns += 1;
  await one.counts(turns);
  await one.close();
});

test('counts made while the server is away, in a tab that is then closed, arrive with the next one', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  await set.app.kill();
  await maker.count(6);
  turns += 6;
  await maker.counts(turns);
  await maker.sees('The app does not answer');
  await maker.close();
  await set.app.restart();
  expect(await kept()).toBe(turns - 6);

  const next = await set.maker();
  await next.goTo(RUN);
  await next.counts(turns);
  await next.until(async () => (await kept()) === turns);
  await next.holds();
  await next.page.reload();
  await next.live();
  await next.counts(turns);
  await next.close();
});

test.each([
  ['of another version of the app', { kind: 'thrown' }],
  ['of a part that this winding has not', { kind: 'turns', part: 40, amount: 9 }],
])('what an earlier screen left, %s, is in the way of no count, and said', async (_, left) => {
  const maker = await set.maker();
  await maker.goTo('/winding');
  const event = { ...left, writer: 'earlier', seq: 1, atMs: Date.now() };
  await maker.page.evaluate((box) => localStorage.setItem('run 5 earlier', box), JSON.stringify([event]));
  await maker.goTo(RUN);
  await maker.holds();
  await maker.sees('An earlier screen left counts that cannot be read');
  await maker.counts(turns);
  await maker.count(2);
  turns += 2;
  await maker.counts(turns);
  await maker.until(async () => (await kept()) === turns);
  // It stays in the browser, for a version of the app that can read it.
  expect(await maker.page.evaluate(() => localStorage.getItem('run 5 earlier'))).toContain('earlier');
  await maker.page.evaluate(() => localStorage.removeItem('run 5 earlier'));
  await maker.close();
});

test('an answer that is lost on the way doubles nothing', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  // What is sent arrives, but the answer does not: the screen must send it again.
  let lost = 0;
  await maker.page.setRequestInterception(true);
  maker.page.on('request', (request) => {
    const body = request.postData() ?? '';
    if (lost < 2 && request.url().endsWith('/events') && body.includes('"turns"')) {
      lost++;
      const headers = { 'content-type': 'application/json' };
      void fetch(request.url(), { method: 'POST', headers, body }).then(() => request.abort());
    } else void request.continue();
  });
  await maker.count(3);
  turns += 3;
  await maker.until(async () => lost === 2);
  await maker.count(2);
  turns += 2;
  await maker.counts(turns);
  await maker.until(async () => (await kept()) === turns);
  await pause(500);
  expect(await kept()).toBe(turns);
  await maker.page.reload();
  await maker.live();
  await maker.counts(turns);
  await maker.close();
});

test.each<[string, (maker: Maker) => Promise<void>]>([
  ['closed', (maker) => maker.close()],
  ['left for another page of the app', (maker) => maker.page.locator('nav a[href="/days"]').click()],
  ['left by an address', (maker) => maker.goTo('/days')],
])('a screen that is %s lets go of the run, and what it counted last is kept', async (_, leave) => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  await maker.count(2);
  turns += 2;
  await leave(maker);
  await maker.until(() => Promise.resolve(leaseOwner() === null));
  expect(await kept()).toBe(turns);
  if (!maker.page.isClosed()) await maker.close();
});

test('a key that is held down counts once', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  for (let i = 0; i < 5; i++) await maker.page.keyboard.down('Space');
  await maker.page.keyboard.up('Space');
  turns += 1;
  await maker.counts(turns);
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

test('the last cut: the next cake begins at nothing, and each is weighed', async () => {
  const maker = await set.maker();
  await maker.goTo(RUN);
  await maker.holds();
  await maker.press('Cut: take it off');
  await maker.sees('Free the inner end');
  await maker.count(5);
  await maker.sees('Wind cake 4 (3 of 3)');
  await maker.count(1);
  await maker.counts(0);
  await maker.count(4);
  await maker.counts(4);
  await maker.press('All wound: take it off');
  await maker.count(6);
  await maker.sees('Put each cake on the scale');
  await maker.sees(`${turns} turns`);
  for (const [i, mass] of ['76', '60', '4'].entries()) await maker.fill(`masses.${i}`, mass);
  await maker.fill('rest', '88');
  await maker.sees('It balances');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.sees('76 g');
  await maker.close();
});

const goAwayFrom = ({ page }: Maker) => page.evaluate(() => window.dispatchEvent(new Event('blur')));

/** A minute later. */
const comeBackTo = ({ page }: Maker) =>
  page.evaluate(() => {
    const now = Date.now;
    Date.now = () => now() + 60_000;
    window.dispatchEvent(new Event('focus'));
  });

test('two devices that change different fields of one form do not undo each other', async () => {
  const one = await set.maker();
  const device = await set.browser.createBrowserContext();
  const two = await Maker.at(device, set.app.url);
  const place = () => one.valueOf('place');
  await one.goTo('/yarns/1/band');
  await two.goTo('/yarns/1/band');
  const before = await place();
  await one.fill('notes', 'soft');
  await goAwayFrom(one);
  await two.fill('place', 'the blue chest');
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  await comeBackTo(one);
  await one.until(async () => (await place()) === 'the blue chest');
  expect(await one.valueOf('notes')).toBe('soft');
  // A draft remembers no more than what was typed: what it was begun from may be long past.
  await two.goTo('/yarns/1/band');
  await two.fill('place', before);
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  await one.page.reload();
  await one.live();
  expect([await place(), await one.valueOf('notes')]).toEqual([before, 'soft']);
  await one.press('Save the band');
  await one.arrivesAt(/^\/yarns\/1$/);
  await two.goTo('/yarns/1/band');
  expect([await two.valueOf('place'), await two.valueOf('notes')]).toEqual([before, 'soft']);
  await one.close();
  await device.close();
});

test('two devices side by side: both changes hold, and who changes the same field later is asked', async () => {
  const one = await set.maker();
  const device = await set.browser.createBrowserContext();
  const two = await Maker.at(device, set.app.url);
  const opened = async (maker: Maker) => {
    await maker.goTo('/yarns/1/band');
    return [await maker.valueOf('place'), await maker.valueOf('notes')];
  };
  const [place, notes] = await opened(one);
  await opened(two);
  await two.fill('place', 'the blue chest');
  await two.fill('notes', 'stiff');
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  await one.fill('notes', 'limp');
  await one.press('Save the band');
  await one.sees('Another screen has changed this to “stiff” meanwhile');
  await one.waitsFor(() => document.activeElement?.id === 'notes');
  expect(await one.valueOf('notes')).toBe('limp');
  expect(await opened(two)).toEqual(['the blue chest', 'stiff']);
  await one.press('Save the band');
  await one.arrivesAt(/^\/yarns\/1$/);
  expect(await opened(two)).toEqual(['the blue chest', 'limp']);
  // Without the app, saving says so at once, and goes through later.
  await two.fill('place', place!);
  await two.fill('notes', notes!);
  await set.app.kill();
  await two.press('Save the band');
  await two.sees('cannot be reached');
  await set.app.restart();
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  expect(await opened(one)).toEqual([place, notes]);
  await one.close();
  await device.close();
});

test('a plan of minis on two devices: both changes hold and are planned anew, and once it is being made that is said', async () => {
  const one = await set.maker();
  const device = await set.browser.createBrowserContext();
  const two = await Maker.at(device, set.app.url);
  await one.goTo('/minis/new?yarns=5');
  await one.fill('sizes.0.amount', '4 g');
  await one.fill('sizes.0.count', '3');
  await one.sees('3 minis');
  await one.press('Save this plan');
  await one.arrivesAt(/^\/minis\/\d+$/);
  const plan = new URL(one.page.url()).pathname;
  const planned = () => {
    const db = openDatabase(set.app.databaseFile);
    const { name, plan: content } = miniPlanById(db, Number(plan.split('/')[2]))!;
    db.close();
    return { name, content: readMiniPlanContent(content) };
  };
  for (const maker of [one, two]) {
    await maker.goTo(`${plan}/plan`);
    await maker.sees('3 minis');
  }
  await two.fill('sizes.0.count', '5');
  await two.sees('5 minis');
  await two.press('Save the new plan');
  await two.arrivesAt(/^\/minis\/\d+$/);
  await one.fill('name', 'Harbour minis');
  await one.press('Save the new plan');
  await one.sees('there is no plan of this yet');
  await one.sees('5 minis');
  await one.press('Save the new plan');
  await one.arrivesAt(/^\/minis\/\d+$/);
  expect(planned()).toMatchObject({ name: 'Harbour minis', content: { asked: { sizes: [{ count: '5' }] } } });

  await one.goTo(`${plan}/plan`);
  await one.fill('sizes.0.count', '6');
  await one.sees('6 minis');
  await two.page.locator('::-p-text(Count off)').click();
  await two.arrivesAt(/^\/minis\/run\/\d+$/);
  await one.press('Save the new plan');
  await one.arrivesAt(/^\/minis\/\d+$/);
  await one.sees('What you left is not saved. Its minis are being made already');
  expect(planned().content.asked.sizes).toMatchObject([{ count: '5' }]);
  await one.close();
  await device.close();
});

test('a form whose page another device has done away with says what became of it', async () => {
  const one = await set.maker();
  const two = await set.maker();
  await two.goTo('/days/new');
  await two.choose('kind', 'other');
  await two.fill('title', 'Oil a winder');
  await two.press('Add');
  await two.arrivesAt(/^\/days$/);
  await two.page.locator('::-p-text(Oil a winder)').click();
  await two.arrivesAt(/^\/days\/\d+$/);
  await one.goTo(new URL(two.page.url()).pathname);
  await one.fill('title', 'Oil both winders');
  await two.press('Remove');
  await two.arrivesAt(/^\/days$/);
  await one.press('Save');
  await one.sees('What you left is not saved. This is not on the list any more. Open it again to go on.');
  await one.close();
  await two.press('Undo');
  await two.close();
});

test('what was typed before its tab was closed is asked about, where another device has changed the same field since', async () => {
  const one = await set.maker();
  const device = await set.browser.createBrowserContext();
  const two = await Maker.at(device, set.app.url);
  await one.goTo('/yarns/1/band');
  const [place, notes] = [await one.valueOf('place'), await one.valueOf('notes')];
  await one.fill('notes', 'limp');
  await one.close();
  await two.goTo('/yarns/1/band');
  await two.fill('place', 'the blue chest');
  await two.fill('notes', 'stiff');
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  const again = await set.maker();
  await again.goTo('/yarns/1/band');
  await again.sees('Another screen has changed this to “stiff” meanwhile');
  expect([await again.valueOf('place'), await again.valueOf('notes')]).toEqual(['the blue chest', 'limp']);
  await again.press('Save the band');
  await again.arrivesAt(/^\/yarns\/1$/);
  await two.goTo('/yarns/1/band');
  expect([await two.valueOf('place'), await two.valueOf('notes')]).toEqual(['the blue chest', 'limp']);
  // A save that fails keeps no more of the form than was typed: what changes meanwhile is not undone by the next one.
  await again.goTo('/yarns/1/band');
  await again.fill('notes', notes);
  await set.app.kill();
  await again.press('Save the band');
  await again.sees('cannot be reached');
  await again.close();
  await set.app.restart();
  await two.fill('place', place);
  await two.press('Save the band');
  await two.arrivesAt(/^\/yarns\/1$/);
  const last = await set.maker();
  await last.goTo('/yarns/1/band');
  expect([await last.valueOf('place'), await last.valueOf('notes')]).toEqual([place, notes]);
  await last.press('Save the band');
  await last.arrivesAt(/^\/yarns\/1$/);
  expect(last.troubles).toEqual([]);
  await device.close();
});

test('a page that one comes back to shows what another has changed; what is typed in it stays, and without the app so does it', async () => {
  const one = await set.maker();
  const goAway = () => goAwayFrom(one);
  const comeBack = () => comeBackTo(one);
  await one.goTo('/pieces/1');
  await one.fill('mass', '12');
  await goAway();
  const weighed = await fetch(`${set.app.url}/api/v1/weighings`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify([{ key: 'by another screen', pieceId: 1, netG: 17.3, scaleStepG: 0.1 }]),
  });
  expect(weighed.status).toBe(200);
  await comeBack();
  await one.sees('17.3');
  expect(await one.valueOf('mass')).toBe('12');
  await goAway();
  await set.app.kill();
  await comeBack();
  await pause(500);
  expect(await one.valueOf('mass')).toBe('12');
  await one.sees('17.3');
  await set.app.restart();
  await one.close();
});

test('units that another tab has switched are followed, and what was typed stays the amount that it was', async () => {
  const one = await set.maker();
  const keptMg = () => {
    const db = openDatabase(set.app.databaseFile);
    const { putUpMg } = yarnById(db, 1)!;
    db.close();
    return putUpMg;
  };
  await one.goTo('/yarns/1/band');
  await one.fill('putUpMass', '104');
  const two = await set.maker();
  await two.goTo('/yarns');
  await two.units('oz', 'yd');
  await one.page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await one.until(async () => (await one.valueOf('putUpMass')) === '104 g');
  await one.press('Save the band');
  await one.arrivesAt(/^\/yarns\/1$/);
  expect(keptMg()).toBe(104_000);
  await one.sees(/ yd/);
  await one.units('g', 'm');
  await two.page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await two.waitsFor(
    () => document.querySelector('header [title="g"]')!.closest('.ant-segmented-item-selected') !== null,
  );
  await one.close();
  await two.close();
});

test('a browser that keeps no cookies shows no other units than those that the app reads', async () => {
  const shy = await set.maker();
  await shy.page.evaluateOnNewDocument(() =>
    Object.defineProperty(document, 'cookie', { get: () => '', set: () => undefined }),
  );
  await shy.goTo('/yarns/1/band');
  await shy.page.locator('header [title="oz"]').click();
  await shy.sees('this browser keeps no cookies');
  await shy.waitsFor(
    () => document.querySelector('header [title="g"]')!.closest('.ant-segmented-item-selected') !== null,
  );
  await shy.close();
});
