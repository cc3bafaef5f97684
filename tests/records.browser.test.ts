import { request } from 'node:http';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import ICAL from 'ical.js';
import { addDays, dayOf } from '../core/days/days';
import { openDatabase } from '../db/common/connection';
import { wetBy } from '../db/yarn/pieces';
import { backupFolder, backups } from '../server/exchange/backup';
import { shortDay } from '../ui/figures/dates';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Today, the logbook, the days, and all that leaves the app and comes back. */

const set = stage({ demo: true, thread: true });
const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-records-'));
afterAll(() => rmSync(folder, { recursive: true }));

afterEach(async () => {
  const [, ...left] = await set.browser.pages();
  for (const page of left) await page.close();
});

function inDatabase<T>(read: (db: ReturnType<typeof openDatabase>) => T): T {
  const db = openDatabase(set.app.databaseFile);
  try {
    return read(db);
  } finally {
    db.close();
  }
}

/** One that came out of the pot and was not found dry yet. */
const wetPiece = () =>
  inDatabase((db) => Array.from({ length: 99 }, (_, id) => id).find((id) => wetBy(db, id) !== null)!);
const pieceOf = (line: string, label: string) =>
  inDatabase(
    (db) =>
      (
        db
          .prepare('SELECT p.id FROM piece p JOIN yarn y ON y.id = p.yarn_id WHERE y.line = ? AND p.label = ?')
          .get(line, label) as { id: number }
      ).id,
  );
const archived = async () => (await fetch(`${set.app.url}/api/archive?as=json`)).json() as Promise<{ tables: object }>;

async function give(maker: Maker, place: string, file: string): Promise<void> {
  const input = await maker.page.waitForSelector(place);
  await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(file);
}

describe('what becomes of a piece', () => {
  test('a part is used for a project: a draft outlives a reload, the log tells it, and it is taken back', async () => {
    const maker = await set.maker();
    const cake = pieceOf('Breakwater', 'Cake 5');
    await maker.goTo(`/pieces/${cake}`);
    await maker.press('Record a change');
    await maker.arrivesAt(/\/change$/);
    await maker.press('It was used, all of it or a part');
    await maker.fill('mass', '180');
    await maker.press('Log it');
    await maker.sees('it weighed 149 g before');
    await maker.fill('mass', '120');
    await maker.page.reload();
    await maker.live();
    await maker.press('It was used, all of it or a part');
    await maker.until(async () => (await maker.valueOf('mass')) === '120');
    await maker.page.select('select[name="projectId"], [id="projectId"]', '4').catch(() => undefined);
    await maker.press('Log it');
    await maker.arrivesAt(/^\/logbook\/\d+$/);
    await maker.sees('29 g were used');
    await maker.press('Undo');
    await maker.sees('undone');
    await maker.goTo(`/pieces/${cake}`);
    await maker.sees('149 g');
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('washed, it waits in Today; found dry through a killed server, it waits no more', async () => {
    const maker = await set.maker();
    const cake = pieceOf('Breakwater', 'Cake 5');
    await maker.goTo(`/pieces/${cake}/change?what=wash`);
    await maker.press('It is in the water');
    await maker.arrivesAt(/^\/logbook\/\d+$/);
    await maker.goTo('/');
    await maker.sees(/Breakwater, Deep water, cake 5: washed .* dry about/);
    await maker.goTo(`/pieces/${cake}/change`);
    // The question is of the mass that was weighed: with another it is gone.
    await maker.fill('mass', '190');
    await maker.press('It is dry');
    await maker.sees('still damp?');
    await maker.fill('mass', '146');
    await maker.until(async () => !(await maker.text()).includes('still damp?'));
    await set.app.kill();
    await maker.press('It is dry');
    await maker.sees('cannot be reached');
    await set.app.restart();
    await maker.page.reload();
    await maker.live();
    await maker.until(async () => (await maker.valueOf('mass')) === '146');
    await maker.press('It is dry');
    await maker.arrivesAt(/^\/logbook\/\d+$/);
    await maker.goTo('/');
    expect(await maker.text()).not.toContain('Breakwater, Deep water, cake 5');
    await maker.goTo('/yarns/12');
    await maker.sees(/6 g came out in the water/);
    await maker.close();
  });

  test('from a joined cake back to the band, and the thread as a drawing of its own', async () => {
    const maker = await set.maker();
    await maker.goTo(`/pieces/${pieceOf('Breakwater', 'Cake 5')}`);
    await maker.sees('Where it comes from');
    const joined = await maker.page.$$eval('[aria-label^="The line of"] a', (links) =>
      links.map((link) => link.textContent),
    );
    expect(joined.filter((words) => words.startsWith('joined'))).toHaveLength(2);
    await maker.press('Breakwater, Deep water Gannet Lane Dyehouse · lot 318');
    await maker.arrivesAt(/\/band$/);
    await maker.goTo('/yarns/12');
    // What would be handed to the browser's downloads is kept here.
    await maker.page.evaluate(() => {
      const kept = window as unknown as { drawing: Promise<string> };
      URL.createObjectURL = (blob) => {
        kept.drawing = (blob as Blob).text();
        return 'blob:none';
      };
    });
    await maker.press('Download this drawing (SVG)');
    const svg = await maker.page.evaluate(() => (window as unknown as { drawing: Promise<string> }).drawing);
    const drawn = await maker.page.evaluate((text) => {
      const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
      return {
        errors: parsed.querySelectorAll('parsererror').length,
        words: parsed.documentElement.textContent,
        links: parsed.querySelectorAll('[href], [class]').length,
      };
    }, svg);
    expect(drawn).toMatchObject({ errors: 0, links: 0 });
    expect(drawn.words).toContain('Cake 5');
    await maker.close();
  });
});

describe('the logbook', () => {
  test('is looked through by words, by kind and by the calendar, and each answer has an address', async () => {
    const maker = await set.maker();
    await maker.goTo('/logbook');
    await maker.page.type('main input[type=search]', 'lifeboat');
    await maker.until(async () => maker.page.url().includes('q=lifeboat'));
    await maker.sees('with “lifeboat”');
    expect(await maker.page.$$eval('main ol li', (lines) => lines.length)).toBe(1);
    const words = () => maker.page.$eval('main input[type=search]', (input) => (input as HTMLInputElement).value);
    await maker.press('All entries');
    await maker.until(async () => !maker.page.url().includes('q=') && (await words()) === '');
    await maker.page.goBack();
    await maker.until(async () => maker.page.url().includes('q=lifeboat') && (await words()) === 'lifeboat');
    await maker.page.locator('header nav a[href="/logbook"]').click();
    await maker.until(async () => !maker.page.url().includes('q=') && (await words()) === '');
    // Over a slow line an answer to the first letters leaves those that were typed since.
    await maker.answersTake(300);
    await maker.page.type('main input[type=search]', 'lifeboat');
    await maker.sees('with “lifeboat”');
    expect(await words()).toBe('lifeboat');
    await maker.answersTake(0);
    await maker.press('All entries');
    await maker.until(async () => !maker.page.url().includes('q='));
    await maker.press('used and gone');
    await maker.sees('only what was used and gone');
    const used = await maker.page.$$eval('main ol li', (lines) => lines.map((line) => line.textContent));
    expect(used.length).toBeGreaterThan(2);
    expect(used.every((words) => /^(Used|Written off)/.test(words))).toBe(true);
    await maker.page.reload();
    await maker.live();
    await maker.sees('only what was used and gone');
    await maker.press('All entries');
    await maker.until(async () => maker.page.url().endsWith('/logbook'));
    // On the first of a month nothing may have happened in it yet.
    const last = inDatabase((db) => (db.prepare('SELECT max(at) AS at FROM operation').get() as { at: string }).at);
    await maker.goTo(`/logbook?month=${dayOf(last).slice(0, 7)}`);
    await maker.page.locator('table a').click();
    await maker.until(async () => /day=\d{4}-\d\d-\d\d$/.test(maker.page.url()));
    await maker.sees('All entries');
    await maker.goTo('/logbook/answers');
    await maker.sees('Where does the time go?');
    await maker.until(async () => (await maker.page.$$('canvas')).length === 3);
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('a picture of what was done is kept with its entry', async () => {
    const maker = await set.maker();
    const entry = inDatabase(
      (db) => (db.prepare("SELECT id FROM operation WHERE kind = 'join'").get() as { id: number }).id,
    );
    await maker.goTo(`/logbook/${entry}`);
    const picture = path.join(folder, 'cake.png');
    const { default: sharp } = await import('sharp');
    writeFileSync(
      picture,
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#27425f' } })
        .png()
        .toBuffer(),
    );
    await give(maker, 'input[type=file]', picture);
    await maker.has('img[alt="What was done, picture 1"]');
    await maker.goTo('/yarns/12');
    expect(await maker.page.$$('img[alt^="The band"]')).toEqual([]);
    await maker.close();
  });
});

describe('days', () => {
  test('something is put on the list, confirmed and moved by keys, done, taken back, and follows into a calendar', async () => {
    const maker = await set.maker();
    await maker.goTo('/days/new');
    await maker.choose('kind', 'other');
    await maker.fill('title', 'Card the grey fleece');
    await maker.fill('minutes', '20');
    // A day that has time is chosen by a press, and left open again by another.
    const day = (await maker.page.$('[aria-labelledby="next-days"] button'))!;
    const on = () => maker.page.$eval('#plannedOn', (input) => (input as HTMLInputElement).value);
    await day.click();
    await maker.until(async () => (await on()) !== '');
    await day.click();
    await maker.until(async () => (await on()) === '');
    await maker.press('Add');
    await maker.arrivesAt(/^\/days$/);
    const card = () => maker.page.$('li[aria-label^="Card the grey fleece"]');
    const stateOf = () =>
      maker.page.$eval('li[aria-label^="Card the grey fleece"]', (li) => li.getAttribute('aria-label')!);
    await maker.until(async () => (await card()) !== null);
    expect(await stateOf()).toContain('proposed');
    const planned = () =>
      inDatabase(
        (db) =>
          (
            db.prepare("SELECT planned_on AS day FROM task WHERE title = 'Card the grey fleece'").get() as {
              day: string | null;
            }
          ).day,
      );
    expect(planned()).toBeNull();
    await (await card())!.focus();
    await maker.keys('ArrowRight');
    await maker.until(() => Promise.resolve(planned() !== null));
    const first = planned()!;
    await maker.sees(`Confirmed for ${shortDay(first)}`);
    const atFirst = await stateOf();
    await (await card())!.focus();
    await maker.keys('ArrowDown');
    await maker.until(() => Promise.resolve(planned() === addDays(first, 7)));
    await maker.sees(`Confirmed for ${shortDay(planned()!)}`);
    await maker.press('Undo');
    await maker.until(() => Promise.resolve(planned() === first));

    // Its bead, once it is back where it was, is dragged by two days and a little, and taken back.
    await maker.until(async () => (await stateOf()) === atFirst);
    const bead = (await (await card())!.$('[aria-hidden] > b'))!;
    await bead.scrollIntoView();
    const dayPx = await bead.evaluate((it) => it.parentElement!.getBoundingClientRect().width);
    const { x, y, width, height } = (await bead.boundingBox())!;
    const at = { x: x + width / 2, y: y + height / 2 };
    await maker.page.mouse.move(at.x, at.y);
    await maker.page.mouse.down();
    await maker.page.mouse.move(at.x + 2.2 * dayPx, at.y, { steps: 8 });
    await maker.page.mouse.up();
    await maker.until(() => Promise.resolve(planned() === addDays(first, 2)));
    await maker.sees(`Confirmed for ${shortDay(planned()!)}`);
    await maker.press('Undo');
    await maker.until(() => Promise.resolve(planned() === first));

    // Three keys at once are three days, however long the answer takes.
    await maker.until(async () => (await stateOf()) === atFirst);
    await maker.answersTake(700);
    await (await card())!.focus();
    await maker.keys('ArrowRight', 'ArrowRight', 'ArrowRight');
    await maker.sees(`Confirmed for ${shortDay(addDays(first, 3))}`);
    expect(planned()).toBe(addDays(first, 3));
    await maker.answersTake(0);
    await (await card())!.focus();
    await maker.keys('ArrowLeft', 'ArrowLeft', 'ArrowLeft');
    await maker.until(() => Promise.resolve(planned() === first));
    await maker.sees(`Confirmed for ${shortDay(first)}`);

    const events = new ICAL.Component(ICAL.parse(await (await fetch(`${set.app.url}/api/calendar`)).text()))
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event));
    // When the evening begins, or after what else is confirmed for it: which day it is depends on today.
    const start = events.find(({ summary }) => summary === 'Card the grey fleece')!.startDate.toString();
    expect(start >= `${first}T19:30:00` && start < `${first}T21:00:00`).toBe(true);

    // So it stays through a reload, which also waits until the card is back where it was.
    await maker.page.reload();
    await maker.live();
    expect(await stateOf()).toContain('confirmed');
    await maker.page.$eval('li[aria-label^="Card the grey fleece"] button:last-of-type', (button) =>
      (button as HTMLElement).click(),
    );
    await maker.until(async () => (await stateOf()).includes('done'));
    await maker.press('Undo');
    await maker.until(async () => (await stateOf()).includes('confirmed'));
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });
});

test('what is on the bench is one key away on every screen, and so is everything else', async () => {
  const maker = await set.maker();
  await maker.goTo('/logbook/answers');
  await maker.keys('b');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  expect(await maker.page.$('[aria-keyshortcuts="b"]')).toBeNull();
  await maker.goTo('/bench');
  await maker.keys('?');
  await maker.sees('take one back');
  await maker.keys('Escape');
  await maker.waitsFor(
    () => document.querySelector('[role=dialog]') === null || !document.body.innerText.includes('take one back'),
  );
  // As long as the sheet of keys has the focus, a letter is for it.
  await maker.waitsFor(() => !document.activeElement?.closest('[role=dialog]'));
  await maker.keys('f');
  await maker.has('[role=dialog] input:focus');
  await maker.page.keyboard.type('breakw cake 5');
  await maker.waitsFor(() => document.querySelectorAll('[role=dialog] [role=option]').length > 0);
  await maker.until(async () =>
    (await maker.page.$eval('[role=dialog] [role=listbox]', (list) => list.textContent)).includes(
      'Cake 5 of Breakwater',
    ),
  );
  const at = await maker.page.$$eval('[role=dialog] [role=option]', (found) =>
    found.findIndex((each) => each.textContent.startsWith('Cake 5')),
  );
  for (let i = 0; i < at; i++) await maker.keys('ArrowDown');
  await maker.keys('Enter');
  await maker.arrivesAt(/^\/pieces\/\d+$/);
  await maker.sees('Cake 5');
  const place = maker.path;
  // A form that was begun like a yarn on the shelf is no form for any yarn.
  await maker.goTo('/yarns/new?lot=1');
  const line = await maker.valueOf('line');
  expect(line).not.toBe('');
  await maker.page.$eval('main h1', (head) => head.scrollIntoView());
  await maker.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await maker.keys('f');
  await maker.has('[role=dialog] input:focus');
  await maker.page.keyboard.type('add a yarn');
  await maker.waitsFor(
    () => document.querySelector('[role=dialog] [role=option]')?.textContent.startsWith('Add a yarn') === true,
  );
  await maker.keys('Enter');
  await maker.until(async () => maker.page.url().endsWith('/yarns/new') && (await maker.valueOf('line')) === '');
  await maker.page.goBack();
  await maker.until(async () => (await maker.valueOf('line')) === line);
  await maker.goTo(place);
  // Where something is typed, a letter is a letter.
  await maker.fill('mass', 'half b');
  expect(await maker.valueOf('mass')).toBe('half b');
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

describe('out of the app and back', () => {
  test('an archive is put beside what is here, and taken back', async () => {
    const before = await archived();
    const file = path.join(folder, 'archive.zip');
    writeFileSync(file, Buffer.from(await (await fetch(`${set.app.url}/api/archive`)).arrayBuffer()));
    expect(readFileSync(file).subarray(0, 2).toString()).toBe('PK');
    // Something is deleted since, as far as its name goes: the archive's own is another yarn then.
    inDatabase((db) => db.prepare("UPDATE yarn SET line = 'Renamed since' WHERE line = 'Breakwater'").run());
    const renamed = await archived();
    const maker = await set.maker();
    await maker.goTo('/logbook/files');
    await give(maker, 'input#archive-file', file);
    await maker.sees('1 would come in');
    // Replacing is asked once more, and one may think better of it.
    await maker.press('Replace everything here');
    await maker.sees('A snapshot of what is here is taken first.');
    await maker.press('Keep what is here');
    expect((await archived()).tables).toEqual(renamed.tables);
    await maker.press('Add it to what is here');
    await maker.sees('Restored: 1 yarn');
    await maker.goTo('/yarns?q=breakwater');
    await maker.sees('Breakwater, Deep water');
    inDatabase((db) => expect(db.pragma('foreign_key_check')).toEqual([]));

    await maker.goTo('/logbook/files');
    const [look] = await maker.page.$$('main ul li button');
    await look!.click();
    await maker.sees('the last of');
    await maker.press('Go back to it');
    await maker.sees('Everything is as it was then');
    expect((await archived()).tables).toEqual(renamed.tables);
    inDatabase((db) => db.prepare("UPDATE yarn SET line = 'Breakwater' WHERE line = 'Renamed since'").run());
    expect((await archived()).tables).toEqual(before.tables);
    await maker.close();
  });

  test('what is no archive is refused in words, and nothing is changed', async () => {
    const before = await archived();
    const file = path.join(folder, 'torn.zip');
    const whole = Buffer.from(await (await fetch(`${set.app.url}/api/archive`)).arrayBuffer());
    writeFileSync(file, whole.subarray(0, whole.length / 2));
    const maker = await set.maker();
    await maker.goTo('/logbook/files');
    await give(maker, 'input#archive-file', file);
    await maker.sees('Nothing was restored. This file is torn');
    expect((await archived()).tables).toEqual(before.tables);
    await maker.close();
  });

  test('a snapshot is taken; weighings come in from a list, and are taken back', async () => {
    const maker = await set.maker();
    await maker.goTo('/logbook/files');
    await maker.press('Take a snapshot now');
    await maker.sees('asked for');
    const list = path.join(folder, 'weighings.csv');
    const cake = pieceOf('Breakwater', 'Cake 5');
    const head = 'operation_id,at,piece_id,mass_g,tare_g,scale_step_g,humidity_percent,note,undone';
    writeFileSync(list, `${head}\n1,2026-01-05T10:00:00.000Z,${cake},heavy,0,1,,,no\n`);
    await give(maker, 'input#weighings-file', list);
    await maker.sees('“heavy” cannot be read as mass_g (line 2, mass_g)');
    writeFileSync(list, `${head}\n1,${new Date().toISOString()},${cake},141.5,0,0.5,,by the other program,no\n`);
    await give(maker, 'input#weighings-file', list);
    await maker.sees('The list has 1 weighing.');
    await maker.press('Add them to the log');
    await maker.sees('In the log now: 1 weighing.');
    await maker.press('Undo');
    // Four times what it weighed before the pot: asked about, and added by whoever knows.
    writeFileSync(list, `${head}\n1,${new Date().toISOString()},${wetPiece()},240,0,0.5,,from the line,no\n`);
    await give(maker, 'input#weighings-file', list);
    await maker.press('Add them to the log');
    await maker.sees('still damp? (line 2)');
    await maker.press('All is dry: add them');
    await maker.sees('In the log now: 1 weighing.');
    await maker.until(() =>
      Promise.resolve(
        inDatabase((db) => {
          const { id } = db.prepare("SELECT id FROM operation WHERE note = 'by the other program'").get() as {
            id: number;
          };
          return db.prepare('SELECT 1 FROM live_operation WHERE id = ?').get(id) === undefined;
        }),
      ),
    );
    writeFileSync(list, `${head}\n1,${new Date().toISOString()},${cake},141,0,0.5,,its answer was lost,no\n`);
    await give(maker, 'input#weighings-file', list);
    await maker.sees('The list has 1 weighing.');
    await maker.losingAnswers(async () => {
      await maker.press('Add them to the log');
      await maker.sees('what is in the log already is not added twice');
    });
    await maker.press('Add them to the log');
    await maker.sees('All of them were in the log already.');
    await maker.close();
  });

  test('a page of another site can neither write nor read here', async () => {
    const from = (site: string, method: string) =>
      new Promise<number>((resolve, reject) => {
        const asked = request(
          `${set.app.url}/api/csv/weighings?look`,
          { method, headers: { 'sec-fetch-site': site, 'content-type': 'text/plain' } },
          (answer) => {
            answer.resume();
            resolve(answer.statusCode!);
          },
        );
        asked.on('error', reject);
        asked.end();
      });
    expect(await from('cross-site', 'POST')).toBe(403);
    expect(await from('same-origin', 'POST')).toBe(400);
    expect(await from('cross-site', 'GET')).toBe(403);
  });

  test('the API describes itself, pages through a table, and takes an operation once', async () => {
    const ask = async (path: string, body?: object) => {
      const answer = await fetch(
        set.app.url + path,
        body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
      );
      return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
    };
    expect((await ask('/api/v1/openapi')).body).toMatchObject({ openapi: '3.1.0', paths: { '/api/v1/yarn': {} } });
    expect((await ask('/api/v1/yarn?limit=2')).body).toMatchObject({ next: '3', rows: [{ id: 1 }, { id: 2 }] });
    const wash = { kind: 'wash', pieceIds: [pieceOf('Breakwater', 'Cake 5')], key: 'from-elsewhere-1' };
    const first = await ask('/api/v1/operations', wash);
    expect(first.status).toBe(200);
    expect((await ask('/api/v1/operations', wash)).body).toEqual(first.body);
    expect((await ask('/api/v1/operations', { kind: 'undo', operationId: first.body.operationId })).status).toBe(200);
    expect((await ask('/api/v1/weighings', [{ pieceId: 99999, netG: 3 }])).body).toMatchObject({
      error: { path: '0.pieceId' },
    });
  });

  test.each([
    '/api/papers/story/12',
    '/api/papers/run/5',
    '/api/labels?pieces=1,2&sheet=a4-slips',
    '/api/labels?pieces=1&sheet=letter-tags',
  ])('%s is a paper', async (path) => {
    const answer = await fetch(set.app.url + path);
    expect(answer.headers.get('content-type')).toBe('application/pdf');
    expect((await answer.text()).slice(0, 5)).toBe('%PDF-');
  });
});

test('a damaged database is not touched: every page leads to the way out, and a snapshot goes on', async () => {
  const before = await archived();
  const maker = await set.maker();
  await maker.goTo('/logbook/files');
  const snapshots = () => backups(backupFolder(set.app.databaseFile)).filter(({ why }) => why === 'asked');
  const had = snapshots().length;
  await maker.press('Take a snapshot now');
  await maker.until(() => Promise.resolve(snapshots().length > had));
  await set.app.kill();
  inDatabase((db) => db.pragma('wal_checkpoint(TRUNCATE)'));
  const bytes = readFileSync(set.app.databaseFile);
  bytes.fill(0x5a, 4096 * 8, 4096 * 40);
  writeFileSync(set.app.databaseFile, bytes);
  await set.app.restart();
  await maker.goTo('/yarns');
  await maker.sees('The database is damaged');
  expect(readFileSync(set.app.databaseFile).equals(bytes)).toBe(true);
  await maker.press('Go on with this one');
  await maker.sees('Breakwater, Deep water');
  expect((await archived()).tables).toEqual(before.tables);
  expect(set.app.complaints).toContain('is damaged');
  await maker.close();
});

test('a chart further down waits until one comes near it; with the app away it says so, and the page stays', async () => {
  const maker = await set.maker({ width: 1280, height: 500 });
  const down = () => maker.page.$eval('#left-over-time', (head) => head.scrollIntoView());
  await maker.goTo('/yarns/6');
  expect(await maker.page.$('canvas')).toBeNull();
  await set.app.kill();
  await down();
  await maker.sees('This part cannot be loaded just now');
  await maker.sees('What was left, over time');
  await set.app.restart();
  await maker.page.reload();
  await maker.live();
  await down();
  await maker.has('canvas');
});

test('what is loaded when asked for says where the app is away, and another press leads back', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns');
  await set.app.kill();
  await maker.page.locator('[title="List"]').click();
  await maker.sees('This part cannot be loaded just now');
  await maker.page.locator('[title="Shelf"]').click();
  await maker.sees('Breakwater, Deep water');
  await set.app.restart();
  await maker.page.reload();
  await maker.live();
  await maker.page.locator('[title="List"]').click();
  await maker.has('table');
});
