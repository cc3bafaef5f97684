import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { App } from './support/app';
import { Maker } from './support/browser';
import { layOutDemo } from './support/demo';
import { stage } from './support/stage';

/** What is typed is never lost, and what is wrong is told at its field. */

const set = stage({ demo: false });
let folder: string;
beforeAll(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-files-'))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('wrong fields are told each at its place, the first has the focus, and all that was typed is kept', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.fill('line', 'Squall');
  await maker.fill('fibres', '80 % wool, 10 % nylon');
  await maker.fill('putUpMass', '4 stone');
  await maker.fill('masses.0', '30');
  await maker.fill('tare', '35');
  await maker.press('Save this yarn');
  await maker.sees('percentages must add up to 100');
  expect(await maker.about('fibres')).toMatch(/add up to 90/);
  expect(await maker.about('putUpMass')).toMatch(/"stone" is not a unit we know/);
  expect(await maker.page.evaluate(() => document.activeElement?.id)).toBe('fibres');
  expect(await maker.valueOf('line')).toBe('Squall');
  await maker.fill('fibres', '80 % wool, 20 % nylon');
  await maker.fill('putUpMass', '100 g');
  await maker.press('Save this yarn');
  await maker.sees('the tare must be below');
  expect(await maker.about('masses.0')).toMatch(/tare must be below/);
  expect(
    ((await (await fetch(`${set.app.url}/api/archive?as=json`)).json()) as { tables: { yarn: unknown[] } }).tables.yarn,
  ).toEqual([]);
  await maker.close();
});

test('what an earlier version kept is taken as far as it fits; a page that trips over it can begin without it', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  const keep = (key: string, values: object) =>
    maker.page.evaluate((name, text) => localStorage.setItem(name, text), key, JSON.stringify(values));
  const before = await maker.page.evaluate(() => ({ ...localStorage }));
  await keep('draft new yarn', { line: 'Squall', masses: '102', colourName: { word: 'Kelp' }, notes: 5, of: 'once' });
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('line')).toBe('Squall');
  expect(await maker.valueOf('masses.0')).toBe('');
  expect(await maker.valueOf('notes')).toBe('');
  await keep('draft quick yarn', { mass: '101' });
  // A class that there is no more.
  await keep('draft new yarn', { line: 'Squall', weightClass: 'as thick as a thumb' });
  await maker.page.reload();
  await maker.sees('This page tripped over a strand');
  await maker.press('Try again without what I typed');
  await maker.has('#line');
  expect(await maker.valueOf('line')).toBe('');
  const kept = await maker.page.evaluate(() => ({ ...localStorage }));
  expect(kept['aside draft new yarn']).toContain('Squall');
  // What was typed elsewhere stays as it is.
  expect(kept['draft quick yarn']).toContain('101');
  await maker.page.evaluate((all) => {
    localStorage.clear();
    Object.assign(localStorage, all);
  }, before);
  await maker.close();
});

test('a draft outlives a closed tab; saving while the server is away loses nothing and saves once', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.until(async () => (await maker.valueOf('line')) === 'Squall');
  await maker.fill('tare', '');
  await set.app.kill();
  await maker.press('Save this yarn');
  await maker.sees(/The app cannot be reached just now; .* All that you typed is kept/);
  await set.app.restart();
  await maker.press('Save this yarn');
  await maker.arrivesAt(/^\/yarns\/1$/);
  await maker.goTo('/yarns');
  expect(await maker.page.$$eval('main li', (yarns) => yarns.length)).toBe(1);
  await maker.goTo('/yarns/new');
  expect(await maker.valueOf('line')).toBe('');
  await maker.close();
});

test('a band is corrected, and the lengths follow', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/1/band');
  await maker.fill('putUpLength', '225 m');
  await maker.press('Save the band');
  await maker.arrivesAt(/^\/yarns\/1$/);
  await maker.sees(/68 m ± [34] m/);
  await maker.close();
});

test('whoever goes on while a form is being saved stays there, and hears what became of it', async () => {
  const maker = await set.maker();
  const hears = (words: string) => maker.waitsFor((expected) => document.body.innerText.includes(expected), words);
  const leaveSaving = async (save: string) => {
    await maker.answersTake(700);
    await maker.press(save);
    await maker.page.locator('header nav a[href="/days"]').click();
    await maker.arrivesAt(/^\/days$/);
    await maker.answersTake(0);
  };
  await maker.goTo('/yarns/1/band');
  const notes = await maker.valueOf('notes');
  await maker.fill('notes', 'left while it was being saved');
  await leaveSaving('Save the band');
  await hears('What you left is saved.');
  expect(maker.path).toBe('/days');
  await maker.goTo('/yarns/1/band');
  expect(await maker.valueOf('notes')).toBe('left while it was being saved');
  await maker.fill('notes', notes);
  await maker.fill('putUpMass', '4 stone');
  await leaveSaving('Save the band');
  await hears('What you left is not saved.');
  expect(maker.path).toBe('/days');
  await maker.goTo('/yarns/1/band');
  expect([await maker.valueOf('notes'), await maker.valueOf('putUpMass')]).toEqual([notes, '4 stone']);
  await maker.fill('putUpMass', '115 g');
  await maker.press('Save the band');
  await maker.arrivesAt(/^\/yarns\/1$/);
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

test('a piece is weighed again and the slip undone', async () => {
  const maker = await set.maker();
  await maker.goTo('/pieces/1');
  await maker.fill('mass', '300');
  await maker.press('Save this weighing');
  await maker.sees(/300 g on the scale/);
  await maker.page.locator('::-p-text(weighed)').click();
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.press('Undo this entry');
  await maker.sees('Bring this entry back');
  await maker.goTo('/pieces/1');
  await maker.sees(/30 g on the scale/);
  await maker.close();
});

test('what stands under another answer is not sent; what is wrong with what the page does not show is told all the same', async () => {
  const maker = await set.maker();
  const type = async () => {
    await maker.fill('mass', 'a lot');
    await maker.page.locator('label::-p-text(So much)').click();
    await maker.fill('took', '2 g');
  };
  await maker.goTo('/pieces/1/change?what=use');
  await type();
  // A draft of a page that was otherwise: a hank has no ends to choose from.
  await maker.page.evaluate(() => {
    const draft = JSON.parse(localStorage.getItem('draft use 1')!) as object;
    localStorage.setItem('draft use 1', JSON.stringify({ ...draft, fromEnd: 'middle' }));
  });
  await maker.page.reload();
  await maker.live();
  await maker.press('Log it');
  await maker.has('main [role="alert"]');
  expect(await maker.page.$eval('main [role="alert"]', (alert) => alert.textContent)).toMatch(/^[A-Z].*\.$/);
  expect(await maker.valueOf('took')).toBe('2 g');
  await maker.page.evaluate(() => localStorage.removeItem('draft use 1'));
  await maker.page.reload();
  await maker.live();
  await type();
  await maker.press('Log it');
  await maker.sees('It is noted as used.');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.press('Undo this entry');
  await maker.close();
});

test('kept, though the answer was lost: what was changed since is neither passed over nor weighed twice unasked', async () => {
  const maker = await set.maker();
  await maker.goTo('/pieces/1');
  await maker.fill('mass', '31');
  await maker.losingAnswers(async () => {
    await maker.press('Save this weighing');
    await maker.sees('The app cannot be reached just now');
  });
  // A draft, too, knows what was sent under its key.
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('mass')).toBe('31');
  await maker.sees(/31 g on the scale/);
  await maker.fill('mass', '32');
  await maker.press('Save this weighing');
  await maker.sees('This was kept the first time, as it stood then; only the answer was lost');
  expect(await maker.valueOf('mass')).toBe('32');
  await maker.sees(/31 g on the scale/);
  await maker.press('Save this weighing');
  await maker.sees(/32 g on the scale/);
  const weighings = await (await fetch(`${set.app.url}/api/csv/weighings`)).text();
  expect(weighings.match(/,3[12](\.0+)?,/g)).toHaveLength(2);
  await maker.close();
});

test.each([
  ['a form in which nothing was typed', '/days/new?piece=1', 'main form [type=submit]', /^\/days$/, 'task'],
  ['one press', '/trouble?piece=1&what=strand%20broke', '::-p-text(This helped: log it)', /^\/pieces\/1/, 'operation'],
])(
  '%s, its answer lost, and the page loaded anew: pressed again, it is done once',
  async (_, path, button, to, table) => {
    const rows = async () => {
      const archive = (await (await fetch(`${set.app.url}/api/archive?as=json`)).json()) as {
        tables: Record<string, []>;
      };
      return archive.tables[table]!.length;
    };
    const before = await rows();
    const maker = await set.maker();
    const press = () => maker.page.click(button);
    await maker.goTo(path);
    await maker.losingAnswers(async () => {
      await press();
      await maker.sees('The app cannot be reached just now');
    });
    expect(await rows()).toBe(before + 1);
    await maker.page.reload();
    await maker.live();
    await press();
    await maker.arrivesAt(to);
    expect(await rows()).toBe(before + 1);
    // Answered, the next one is another.
    await maker.goTo(path);
    await press();
    await maker.arrivesAt(to);
    expect(await rows()).toBe(before + 2);
    await maker.close();
  },
);

test('a page from before an update says so, and loaded anew it has what was typed', async () => {
  const maker = await set.maker();
  await maker.goTo('/pieces/1');
  await maker.fill('mass', '29');
  await maker.asBeforeAnUpdate(async () => {
    await maker.press('Save this weighing');
    await maker.sees('The app was updated since this page was opened; load the page anew');
    await maker.sees('All that you typed is kept');
  });
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('mass')).toBe('29');
  await maker.press('Save this weighing');
  await maker.sees(/29 g on the scale/);
  await maker.close();
});

test('a yarn whose grist nothing tells leads to what is missing', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.press('Save this yarn');
  await maker.arrivesAt(/^\/yarns\/2$/);
  await maker.sees('Yarn without a band');
  await maker.sees('Nothing on the band tells how long a gram of it is');
  await maker.goTo('/winding/plan/2');
  await maker.sees('can be planned');
  await maker.fill('mass', '81');
  await maker.press('Save this weighing');
  await maker.waitsFor(() => document.querySelector('[id="mass"]') === null);
  await maker.page.locator('::-p-text(Give its length and mass)').click();
  await maker.arrivesAt(/^\/yarns\/2\/band$/);
  await maker.choose('weightClass', '3');
  await maker.press('Save the band');
  await maker.arrivesAt(/^\/yarns\/2$/);
  await maker.sees('a guess from its weight class');
  await maker.close();
});

test('the archive goes out, is refused where it is torn or not wanted, and comes back equal', async () => {
  await set.app.kill();
  await layOutDemo(set.app.databaseFile);
  await set.app.restart();
  const taken = await (await fetch(`${set.app.url}/api/archive?as=json`)).text();
  const other = await App.start();
  const maker = await Maker.at(set.browser, other.url);
  await maker.goTo('/logbook/files');

  const torn = path.join(folder, 'torn.json');
  writeFileSync(torn, taken.slice(0, taken.length / 2));
  const foreign = path.join(folder, 'foreign.json');
  writeFileSync(foreign, JSON.stringify({ format: 'a shopping list', version: 1 }));
  const good = path.join(folder, 'good.json');
  writeFileSync(good, taken);
  const tables = (text: string) => (JSON.parse(text) as { tables: object }).tables;
  const document = async () => (await fetch(`${other.url}/api/archive?as=json`)).text();
  const give = async (file: string) => {
    const input = await maker.page.waitForSelector('input[type=file]');
    await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(file);
  };

  await give(torn);
  await maker.sees('Nothing was restored. This file is torn');
  await give(foreign);
  await maker.sees('this is not a Lazy Acorn archive (at format)');
  await give(good);
  await maker.sees('It is whole, and can be read');
  expect(tables(await document())).not.toEqual(tables(taken));
  await maker.press('Restore it');
  await maker.sees(/Restored: \d+ yarns/);

  expect(tables(await document())).toEqual(tables(taken));
  // Handed in again, all of it is known to be here.
  await give(good);
  await maker.sees('All of its yarns are here already');
  await maker.press('Cancel');
  await maker.close();
  await other.end();
});

test('while a list is put on the shelf, another route tells how much of it is done', async () => {
  const other = await App.start();
  const lines = Array.from({ length: 3000 }, (_, i) => `Skua Mill,Line ${i},Fog,${i}`);
  const ask = JSON.stringify({ columns: null, skipTwice: false, batch: 'a-list-of-many' });
  const share = async () =>
    ((await (await fetch(`${other.url}/api/work?work=mine`)).json()) as { share: number | null }).share;
  expect(await share()).toBeNull();
  let done = false;
  const put = fetch(`${other.url}/api/yarns/import?ask=${encodeURIComponent(ask)}&write&work=mine`, {
    method: 'POST',
    body: ['maker,line,colour,lot', ...lines].join('\n'),
  }).finally(() => (done = true));
  const seen = new Set<number>();
  while (!done) {
    const now = await share();
    if (now !== null) seen.add(now);
  }
  expect((await put).status).toBe(200);
  expect(seen.size).toBeGreaterThan(1);
  expect([...seen]).toEqual([...seen].sort((a, b) => a - b));
  expect(await share()).toBeNull();
  await other.end();
});

test('calculations can be called from outside', async () => {
  const post = (name: string, body: string) => fetch(`${set.app.url}/api/calc/${name}`, { method: 'POST', body });
  const good = await post('swift', '{"kind":"chairs","hankLoopM":1.62,"backDepthMm":45}');
  expect([good.status, await good.json()]).toEqual([200, { gapMm: 765 }]);
  const bad = await post('winder-fit', '{"massG":96,"winder":{"maxMassG":-1}}');
  expect(bad.status).toBe(400);
  expect(await bad.json()).toMatchObject({ error: { path: 'winder.maxMassG' } });
  expect((await post('juggling', '{}')).status).toBe(400);
});

test('a database of a newer app: the server says so and ends, and the file is left alone', async () => {
  const late = await App.start();
  await late.kill();
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(late.databaseFile);
  db.pragma('user_version = 99');
  db.close();
  expect(await late.launchToEnd()).toBe(1);
  expect(late.complaints).toMatch(/Lazy Acorn cannot start\. This database was written by a newer Lazy Acorn/);
  await late.end();
});
