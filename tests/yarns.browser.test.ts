import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import type { ElementHandle } from 'puppeteer-core';
import { openDatabase } from '../db/common/connection';
import { manyYarns } from '../scripts/manyYarns';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** What have I got, and is it enough: each path as a maker goes it. */

const set = stage({ demo: true });
const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-lists-'));
afterAll(() => rmSync(folder, { recursive: true }));

async function upload(maker: Maker, selector: string, file: string): Promise<void> {
  const input = (await maker.page.waitForSelector(selector)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
}

const shown = (maker: Maker) => maker.page.$$eval('[data-shelf-place]', (places) => places.length);

test('a part ball goes on the scale: how many metres, is it enough, how many more of which lot', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns');
  await maker.page.locator('::-p-aria([name="Search the shelf"])').fill('slack water');
  await maker.waitsFor(() => document.querySelectorAll('[data-shelf-place]').length === 1);
  // Whoever has seen it takes it with the next key, while the shelf still waits whether more is typed.
  await maker.keys('Space', 'ArrowDown', 'Enter');
  await maker.arrivesAt(/^\/yarns\/4$/);
  // The part ball: 18 g of what was a 25 g hank.
  await maker.page.locator('a[href="/pieces/9"]').click();
  await maker.arrivesAt(/^\/pieces\/9$/);
  await maker.fill('mass', '18');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('mass')).toBe('18');
  await maker.fill('mass', '18');
  await maker.keys('Enter');
  await maker.sees('The weighing is saved');
  // 18 g x 212 m / 25 g
  await maker.sees('153 m');
  await maker.press('Slack Water, Fog');
  await maker.arrivesAt(/^\/yarns\/4$/);
  // 69 g in all are 585 m; the shawl takes all of it.
  await maker.sees('585 m');
  await maker.sees('none is free');
  await maker.press('Fog shawl');
  await maker.arrivesAt(/^\/projects\/3$/);
  await maker.sees('Short: about 174 m are missing');
  await maker.sees('Get 2 more, and one to spare, of lot 08');
  await maker.press('Undo');
  await maker.sees('Short: about 115 m are missing');
  await maker.close();
});

test('ounces that were typed as grams are asked about at once, and put right by a press', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.fill('putUpMass', '3.5');
  await maker.fill('putUpLength', '218 yards');
  await maker.sees('Are these 3.5 ounces, not grams?');
  await maker.press('Yes, 3.5 oz');
  expect(await maker.valueOf('putUpMass')).toBe('3.5 oz');
  await maker.waitsFor(() => !document.body.innerText.includes('ounces, not grams'));
  // What is as fine as that, whoever types it may say.
  await maker.fill('putUpMass', '100 g');
  await maker.fill('putUpLength', '4000 m');
  await maker.sees('Hardly any yarn is this long for its mass');
  await maker.page.locator('label::-p-text(no unit is wrong)').click();
  await maker.waitsFor(() => !document.body.innerText.includes('Hardly any yarn'));
  // What is typed would be kept for whoever comes next.
  await maker.press('Clear');
});

test('a yarn without a band: wraps, a like yarn’s figures, then a measured sample', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.fill('colourName', 'Found in the ferry');
  await maker.fill('fibres', 'wool');
  await maker.fill('masses.0', '92');
  await maker.press('Save this yarn');
  await maker.arrivesAt(/^\/yarns\/\d+$/);
  const yarn = maker.path;
  await maker.sees('No band to go by? Three ways');
  await maker.press('Count wraps');
  await maker.arrivesAt(/^\/pieces\/\d+$/);
  await maker.fill('wraps', '22');
  await maker.fill('over', '2 in');
  await maker.sees('11.0 wraps to the inch');
  await maker.press('Save this measurement');
  await maker.sees('The measurement is saved');
  await maker.goTo(yarn);
  await maker.sees('a guess from wraps per inch');
  // .034 x 11^1.76 = 2.314 m/g; 92 g of it.
  await maker.sees('210 m ± 70 m');
  await maker.press('Measure some');
  await maker.arrivesAt(/^\/pieces\/\d+$/);
  await maker.fill('length', '10 m');
  await maker.fill('mass', '4.4');
  await maker.page.locator('::-p-text(to 0.1 g)').click();
  await maker.press('Save this measurement');
  await maker.sees('The measurement is saved');
  await maker.goTo(yarn);
  await maker.sees('what was measured');
  // 92 g x 10 m / 4.4 g
  await maker.sees('209 m');
  await maker.close();
});

test('figures are borrowed from a like yarn, and given back', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/3');
  await maker.page.locator('::-p-text(Squall, Wet slate,)').click();
  await maker.sees('It borrows those of Squall, Wet slate');
  await maker.sees('a yarn that is like it: a guess');
  await maker.press('Stop borrowing');
  await maker.sees('a guess from its needle');
  await maker.close();
});

test('a contradiction is shown with what may lie behind it, and settled by the maker', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/11');
  await maker.sees('contradict each other');
  await maker.sees('two strands were measured as one');
  await maker.sees('110 m ± 60 m');
  await maker.press('Go by the band');
  await maker.sees('You go by the band');
  // 63.4 g x 236 m / 105 g
  await maker.sees('142 m');
  await maker.press('Leave it open again');
  await maker.sees('110 m ± 60 m');
  await maker.press('Throw away the sample of 10\u00a0m');
  await maker.waitsFor(() => !document.body.innerText.includes('contradict'));
  await maker.sees('142 m');
  await maker.close();
});

test('a reel before and after washing tells the shrinkage', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/7');
  await maker.sees('drew in by 4.2 % in the wash');
  await maker.sees('measured again since');
  await maker.close();
});

describe('a list of 500 lines', () => {
  const file = path.join(folder, 'list.csv');
  const BAD = [
    '80 % wool 30 % nylon,50,180',
    'wool,fifty,180',
    'wool,50,=180',
    'wool,50,180000',
    'steel,50,180',
    'wool,-5,180',
    'wool,50,180 g',
  ];
  const rows = Array.from({ length: 500 }, (_, i) => {
    const facts = i % 71 === 5 ? BAD[Math.floor(i / 71)] : 'wool,50,180';
    return `Skerry Wool,Breakwater,Shade ${i},${i},${facts},2`;
  });
  writeFileSync(file, ['Brand,Yarn,Colourway,Lot,Fiber,Weight (g),Length (yd),Quantity', ...rows].join('\n'));

  test('with 7 bad ones: told line by line, nothing written until one says so, all of it taken back', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns/import');
    await upload(maker, 'input[type=file]', file);
    await maker.sees('493 yarns can be read');
    await maker.sees('7 lines cannot be read');
    const wrong = await maker.page.$$eval('[aria-labelledby="bad"] tr[data-row-key]', (rows) =>
      rows.map((row) => [...row.querySelectorAll('td')].map(({ textContent }) => textContent)),
    );
    expect(wrong.map(([line]) => Number(line))).toEqual([7, 78, 149, 220, 291, 362, 433]);
    // Each names its column and says why.
    expect(wrong.every(([, column, why]) => column !== '' && why !== '')).toBe(true);
    const before = await (await fetch(`${set.app.url}/api/shelf?q=breakwater`)).json();
    expect(before).toMatchObject({ total: 0 });

    // The server goes away just as it is to be written.
    await set.app.kill();
    await maker.press('Put the 493 yarns on the shelf');
    await maker.sees('The app cannot be reached just now. Press again in a moment');
    await set.app.restart();
    await maker.press('Put the 493 yarns on the shelf');
    await maker.sees('493 yarns are on the shelf');
    expect(await (await fetch(`${set.app.url}/api/shelf?q=breakwater`)).json()).toMatchObject({ total: 493 });

    await maker.press('Show them');
    await maker.arrivesAt(/^\/yarns$/);
    await maker.press('Undo');
    await maker.until(async () => {
      const { total } = (await (await fetch(`${set.app.url}/api/shelf?q=breakwater`)).json()) as { total: number };
      return total === 0;
    });
    await maker.close();
  });

  test('a bare number is what the page says it is, in whatever units it is put on the shelf', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns/import');
    await maker.fill('pasted', 'Maker,Line,Weight per ball,Length per ball,How many');
    await maker.page.keyboard.press('Enter');
    await maker.page.keyboard.type('Skerry Wool,Ebb chunky,100,90,2');
    await maker.press('Preview what I pasted');
    await maker.sees(/100 g\/90 m each/);
    await maker.units('oz', 'yd');
    await maker.sees(/100(\.00?)? oz\/90 yd each/);
    await maker.units('g', 'm');
    await maker.sees(/100 g\/90 m each/);
    // Whatever the browser says meanwhile, it is what was looked at.
    await maker.page.evaluate(() => (document.cookie = 'units=imperial; path=/'));
    await maker.press('Put 1 yarn on the shelf');
    await maker.sees('1 yarn is on the shelf');
    await maker.page.evaluate(() => (document.cookie = 'units=metric; path=/'));
    await maker.goTo('/yarns?q=ebb%20chunky');
    await maker.sees(/180 m ± \d+ m · 200 g/);
    await maker.close();
  });

  test('that is changed after it was looked at is not written, and is to be chosen again', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns/import');
    const changing = path.join(folder, 'changing.csv');
    writeFileSync(changing, 'maker,line\nSkua Mill,Gangway');
    await upload(maker, 'input[type=file]', changing);
    await maker.sees('1 yarn can be read');
    writeFileSync(changing, 'maker,line\nSkua Mill,Gangway\nSkua Mill,Gunwale');
    utimesSync(changing, new Date(), new Date(Date.now() + 60_000));
    await maker.press('Put 1 yarn on the shelf');
    await maker.sees('Nothing was written. This file was changed or moved since it was chosen; choose it again.');
    await upload(maker, 'input[type=file]', changing);
    await maker.sees('2 yarns can be read');
    expect(await (await fetch(`${set.app.url}/api/shelf?q=skua`)).json()).toMatchObject({ total: 0 });
    await maker.close();
  });

  test('what is no list is refused in words', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns/import');
    const picture = path.join(folder, 'picture.csv');
    writeFileSync(
      picture,
      await sharp({ create: { width: 40, height: 40, channels: 3, background: '#fff' } })
        .png()
        .toBuffer(),
    );
    await upload(maker, 'input[type=file]', picture);
    await maker.sees('this is not a list in text');
    const long = path.join(folder, 'long.csv');
    writeFileSync(long, 'maker,line\n' + 'A,B\n'.repeat(100_000));
    await upload(maker, 'input[type=file]', long);
    await maker.sees('split the list before line 20002');
    await maker.close();
  });
});

test('what was typed stays the amount that it was, where units are switched on another page, or on the same', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/6');
  await maker.fill('need', '100');
  await maker.goTo('/dyeing/new');
  await maker.fill('fibre', '98');
  await maker.fill('ingredients.0.amount', '2');
  await maker.units('oz', 'yd');
  await maker.until(async () => (await maker.valueOf('fibre')) === '98 g');
  // Percent are percent.
  expect(await maker.valueOf('ingredients.0.amount')).toBe('2');
  await maker.goTo('/yarns/6');
  expect(await maker.valueOf('need')).toBe('100 m');
  // Each of several rows, in a form and in a sheet that is kept nowhere.
  await maker.goTo('/yarns/new');
  const [first, second] = ['masses.0', 'masses.1'];
  await maker.fill('count', '2');
  await maker.fill(first!, '3');
  await maker.fill(second!, '3.5');
  await maker.units('g', 'm');
  await maker.until(async () => (await maker.valueOf(second!)) === '3.5 oz');
  expect(await maker.valueOf(first!)).toBe('3 oz');
  await maker.page.reload();
  await maker.live();
  expect([await maker.valueOf(first!), await maker.valueOf(second!)]).toEqual(['3 oz', '3.5 oz']);
  await maker.page.evaluate(() => localStorage.clear());
  await maker.close();
});

test('a picture of the band is kept; what is none, or is too large, is refused', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/6');
  const good = path.join(folder, 'band.jpg');
  writeFileSync(
    good,
    await sharp({ create: { width: 900, height: 600, channels: 3, background: '#c49a34' } })
      .jpeg()
      .toBuffer(),
  );
  await upload(maker, 'input[type=file][accept="image/*"]', good);
  await maker.has('img[alt="The band, picture 1"]');
  await maker.until(() =>
    maker.page.$eval('img[alt="The band, picture 1"]', (image) => (image as HTMLImageElement).naturalWidth === 900),
  );
  await maker.page.reload();
  await maker.live();
  await maker.press('Remove picture 1');
  await maker.waitsFor(() => !document.querySelector('img[alt="The band, picture 1"]'));
  await maker.press('Undo');
  await maker.has('img[alt="The band, picture 1"]');

  const bad = path.join(folder, 'band.png');
  writeFileSync(bad, 'not a picture at all');
  await upload(maker, 'input[type=file][accept="image/*"]', bad);
  await maker.sees('this is not a picture that can be read');
  const answer = await fetch(`${set.app.url}/api/yarns/6/pictures`, {
    method: 'POST',
    body: new Uint8Array(50 * 1024 * 1024),
  });
  expect(answer.status).toBe(413);
  expect(await answer.text()).toContain('too large: at most 20 MB');
  await maker.close();
});

test('a project of two colours: begun, kept over a reload, changed, finished and brought back', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/5');
  await maker.fill('need', '150 m');
  await maker.press('Make it a project');
  await maker.arrivesAt(/^\/projects\/new$/);
  expect(await maker.valueOf('needs.0.amount')).toBe('150 m');
  await maker.fill('name', 'Oar mitts');
  await maker.fill('needs.0.colour', 'Palm');
  await maker.press('Another colour');
  await maker.fill('needs.1.amount', 'much');
  await maker.page.reload();
  await maker.live();
  await maker.until(async () => (await maker.valueOf('name')) === 'Oar mitts');
  await maker.press('Start the project');
  await maker.until(async () => (await maker.about('needs.1.amount')).includes('cannot read this'));
  await maker.fill('needs.1.amount', '40 g');
  await maker.page.locator('[id="needs.1.yarnIds"]').click();
  await maker.keys(...'kelp');
  await maker.page.locator('.ant-select-item-option').click();
  await maker.press('Start the project');
  await maker.arrivesAt(/^\/projects\/\d+$/);
  await maker.sees('Palm');
  // The blanket's edge has the slate first.
  await maker.sees('go to Waiting-room blanket first');
  await maker.sees('Enough: about 19 g will be left over');
  await maker.press('Mark as finished');
  await maker.arrivesAt(/^\/projects$/);
  await maker.press('Undo');
  await maker.waitsFor(() =>
    [...document.querySelectorAll('ol a')].some((link) => link.textContent!.includes('Oar mitts')),
  );
  await maker.close();
});

test('what is typed to find a yarn belongs to its colour, and Enter takes nothing that other words have found', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects/new');
  await maker.fill('name', 'Harbour cowl');
  await maker.fill('needs.0.amount', '30 m');
  await maker.press('Another colour');
  await maker.fill('needs.1.yarnIds', 'fog');
  await maker.keys('Escape');
  await maker.waitsFor(() => document.querySelector('.ant-select-dropdown:not(.ant-select-dropdown-hidden)') === null);
  await maker.press('Another colour');
  await maker.fill('needs.2.amount', '20 m');
  await maker.press('Leave out colour 2');
  await maker.waitsFor(() => document.getElementById('needs.2.amount') === null);
  expect([await maker.valueOf('needs.1.amount'), await maker.valueOf('needs.1.yarnIds')]).toEqual(['20 m', '']);
  const options = () =>
    maker.page.$$eval('.ant-select-item-option', (found) => found.map(({ textContent }) => textContent));
  await maker.page.locator('[id="needs.0.yarnIds"]').click();
  await maker.until(async () => (await options()).length > 3);
  await maker.answersTake(1500);
  await maker.keys(...'causew');
  await maker.keys('Enter', 'Enter');
  expect(await maker.valueOf('needs.0.yarnIds')).toBe('causew');
  await maker.until(async () => /^Causeway/.test((await options()).join()) && (await options()).length === 1);
  await maker.answersTake(0);
  await maker.keys('Enter');
  await maker.has('[aria-label^="Not with Causeway"]');
  expect(await maker.valueOf('needs.0.yarnIds')).toBe('');
  await maker.press('Start the project');
  await maker.arrivesAt(/^\/projects\/\d+$/);
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

test('two lots in one colour are told, with the remedy', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects/1');
  await maker.sees('Two dye lots in one colour (lot 3, lot 5)');
  await maker.sees('alternate two rows of each');
  await maker.close();
});

test('a yarn entered twice is merged, deleted, and each is taken back', async () => {
  const maker = await set.maker();
  for (const colour of ['Twice', 'Twice over']) {
    await maker.goTo('/yarns/new');
    await maker.fill('line', 'Undertow');
    await maker.fill('colourName', colour);
    await maker.fill('masses.0', '50');
    await maker.press('Save this yarn');
    await maker.arrivesAt(/^\/yarns\/\d+$/);
  }
  await maker.press('More');
  await maker.page.locator('.ant-drawer [id^="find"]').click();
  await maker.keys(...'undertow');
  await maker.page.locator('.ant-select-item-option').click();
  await maker.sees('Merged into Undertow, Twice');
  await maker.sees('2 hanks');
  await maker.press('Undo');
  await maker.sees('1 hank');
  await maker.press('More');
  await maker.press('Delete it');
  await maker.arrivesAt(/^\/yarns$/);
  await maker.sees('Undertow, Twice is deleted');
  await maker.goTo('/yarns/gone');
  await maker.press('Bring back Undertow, Twice');
  await maker.waitsFor(() => !document.querySelector('main')!.innerText.includes('Undertow'));
  await maker.close();
});

test('what is on the shelf already is told while one types, and more of it is put to the rest', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/new');
  await maker.fill('maker', 'limpet hill farm');
  await maker.fill('line', 'Peat');
  await maker.fill('colourName', 'Deep cut');
  await maker.sees('Peat, Deep cut, is on the shelf already (2 hanks)');
  await maker.press('Add more of it');
  await maker.arrivesAt(/^\/yarns\/8\/more$/);
  await maker.fill('count', '2');
  await maker.fill('masses.0', '249');
  await maker.fill('masses.1', '-5');
  await maker.press('Add to this lot');
  await maker.until(async () => (await maker.about('masses.1')).includes('cannot read this'));
  await maker.fill('masses.1', '251');
  await maker.press('Add to this lot');
  await maker.arrivesAt(/^\/yarns\/8$/);
  await maker.sees('4 hanks');
  await maker.close();
});

test('10,000 yarns: found as one types, scrolled without end, walked with the arrow keys', async () => {
  await set.app.kill();
  const db = openDatabase(set.app.databaseFile);
  manyYarns(db, 10_000);
  db.close();
  await set.app.restart();
  const maker = await set.maker();
  await maker.goTo('/yarns');
  await maker.sees(/10,0\d\d yarns/);
  expect(await shown(maker)).toBeLessThan(60);
  await maker.keys('/');
  await maker.keys(...'at least 300 m, about 4 m/g, wool');
  await maker.sees('at least 300 m of it, 400 m/100 g within 15 %, with wool in it');
  await maker.page.reload();
  await maker.live();
  expect(
    await maker.page.$eval('[aria-label="Search the shelf"]', (input) => (input as HTMLInputElement).value),
  ).toContain('300 m');
  await maker.press('Show all');
  await maker.sees(/10,0\d\d yarns/);
  await listed(maker);
  await maker.page.evaluate(() => window.scrollTo(0, document.body.scrollHeight / 2));
  await maker.until(async () => (await shown(maker)) > 8);
  expect(await shown(maker)).toBeLessThan(60);
  await maker.page.evaluate(() => window.scrollTo(0, 0));
  await maker.until(async () => (await maker.page.$('[data-place="0"] a')) !== null);
  await maker.page.focus('[data-place="0"] a');
  for (let i = 0; i < 12; i++) {
    await maker.keys('ArrowDown');
    await maker.waitsFor(
      (place) => document.activeElement?.closest('[data-place]')?.getAttribute('data-place') === place,
      String((i + 1) * 4),
    );
  }
  await maker.keys('ArrowRight');
  // What is on its way has its place, and no link yet.
  await maker.waitsFor(() => document.activeElement?.matches('[data-place="49"] a') === true);
  await maker.keys('Enter');
  await maker.arrivesAt(/^\/yarns\/\d+$/);
  expect(maker.troubles).toEqual([]);
  await maker.close();
});

/** As a list: sorted by the head of a column, by mouse and by key, and read page by page; then the shelf again. */
async function listed(maker: Maker): Promise<void> {
  const lengths = () =>
    maker.page.$$eval('tbody tr td:nth-child(2)', (cells) => cells.map((cell) => parseFloat(cell.textContent)));
  const sorted = async (by: (a: number, b: number) => number) => {
    await maker.until(async () => {
      const found = await lengths();
      return found.length === 24 && found.every((each, i) => i === 0 || by(found[i - 1]!, each) <= 0);
    });
    return lengths();
  };
  await maker.page.locator('::-p-text(List)').click();
  await maker.page.locator('th::-p-text(Length)').click();
  const [least] = await sorted((a, b) => a - b);
  await maker.page.focus('th[aria-label="Length"], th:nth-child(2)');
  await maker.keys('Enter');
  const most = await sorted((a, b) => b - a);
  expect(most[0]).toBeGreaterThan(least!);
  await maker.page.locator('.ant-pagination-next button').click();
  await maker.until(async () => (await lengths()).length === 24 && (await lengths())[0]! <= most.at(-1)!);
  expect(maker.page.url()).toContain('order=most+of+it');
  await maker.page.locator('th::-p-text(Length)').click();
  await maker.until(() => Promise.resolve(!maker.page.url().includes('order')));
  await maker.page.locator('::-p-text(Shelf)').click();
  await maker.until(async () => (await shown(maker)) > 8);
}
