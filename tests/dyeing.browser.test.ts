import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** The dye book: one plan's minis over two pots, from the recipe to the colour that came out; and a series of shades. */

const set = stage({ demo: true, minis: true, dyeing: true });

async function ticks(maker: Maker, ...labels: string[]): Promise<void> {
  for (const label of labels) await maker.page.locator(`label::-p-text(${label})`).click();
}

async function begins(maker: Maker, name: string, dye: string, amount: string, minis: string[]): Promise<void> {
  await maker.goTo('/dyeing/new?plan=1');
  await maker.fill('name', name);
  await ticks(maker, ...minis);
  await maker.press('Without line 1');
  await maker.fill('ingredients.0.name', dye);
  await maker.fill('ingredients.0.amount', amount);
  await maker.fill('water', '30');
}

test('a bath over two pots: percent and millilitres both ways, errors beside their fields, a reload, a killed server, and the colours that came out', async () => {
  const maker = await set.maker();
  await begins(maker, 'Slate', 'slate blue', '40 ml', ['Mini skein 7', 'Mini skein 8']);
  await maker.fill('ingredients.0.stock', '');
  await maker.press('Save the bath');
  await maker.sees('How strong is the stock? Say that first');
  await maker.fill('ingredients.0.stock', '1');
  await maker.page.reload();
  await maker.live();
  // Nothing that was typed is lost, and what is worked out is there again.
  expect(await maker.valueOf('ingredients.0.amount')).toBe('40 ml');
  const fibre = await maker.valueOf('fibre');
  expect(fibre).toMatch(/^\d\d\.\d g$/);
  await maker.sees('0.4 g from a stock of 1');
  await set.app.kill();
  await maker.press('Save the bath');
  await maker.sees('The app cannot be reached just now');
  await set.app.restart();
  await maker.press('Save the bath');
  await maker.arrivesAt(/^\/dyeing\/\d+$/);
  await maker.sees('40 ml');
  await maker.press('All 2 go into the pot now');
  await maker.sees('What came out');
  await maker.sees('Mini skein 7');

  // The second pot: those that are wet cannot be chosen again.
  await begins(maker, 'Peat', 'peat brown', '2 %', ['Mini skein 9']);
  expect(await maker.page.$$eval('input[type=checkbox]:disabled', (boxes) => boxes.length)).toBeGreaterThanOrEqual(2);
  await maker.press('Save the bath');
  await maker.arrivesAt(/^\/dyeing\/\d+$/);
  const second = new URL(maker.page.url()).pathname;
  // What another screen has changed does not go in unseen.
  const other = await set.maker();
  await other.goTo(`${second}/edit`);
  await other.fill('fibre', '14 g');
  await other.press('Save the change');
  await other.arrivesAt(/^\/dyeing\/\d+$/);
  await other.close();
  await maker.page.bringToFront();
  await maker.press('It goes into the pot now');
  await maker.sees('Another screen has changed this bath: look at what goes in, then press again');
  await maker.sees(/\b14\sg\b/);
  await maker.press('It goes into the pot now');
  await maker.sees('What came out');
  await maker.press('Undo');
  await maker.sees('to be dyed');
  await maker.press('It goes into the pot now');
  await maker.sees('What came out');

  // Its swatch from a picture.
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-dyeing-')), 'peat.png');
  await sharp({ create: { width: 80, height: 80, channels: 3, background: '#4b382b' } })
    .png()
    .toFile(file);
  await maker.press('Take the swatch from a picture');
  const input = await maker.page.waitForSelector('section[aria-labelledby=outcome] input[type="file"]');
  await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(file);
  await maker.page.locator('canvas').click();
  await maker.press('Save its colour');
  await maker.sees('Its colour is saved');
  await maker.goTo('/minis/1');
  await maker.sees('Peat');
  expect(await maker.page.$eval('body', (body) => body.textContent)).not.toMatch(/Slate/);

  // Beside the other one.
  await maker.goTo('/dyeing');
  await maker.page.locator('[aria-label="Compare Peat"]').click();
  await maker.page.locator('[aria-label="Compare Slate"]').click();
  await maker.press('Compare the two');
  await maker.arrivesAt(/^\/dyeing\/compare/);
  await maker.sees('slate blue, dye');
  await maker.sees('peat brown, dye');
  await maker.goTo(`/dyeing/new?again=${second.split('/').pop()}`);
  await maker.fill('fibre', '200 g');
  // 2 % of 200 g from a stock of 1 %.
  await maker.sees('400 ml');
});

test('a shade series: five pots from light to deep, each with its hank of fibre, planned in one go', async () => {
  const maker = await set.maker();
  await maker.goTo('/dyeing');
  await maker.page.locator('a::-p-text(Moss)').click();
  await maker.arrivesAt(/^\/dyeing\/\d+$/);
  await maker.page.locator('a::-p-text(A series of shades)').click();
  await maker.arrivesAt(/^\/dyeing\/series/);
  await maker.fill('name', 'Turf');
  await maker.fill('from', '0');
  await maker.press('Plan the pots');
  await maker.sees('Geometric steps need more than nothing at both ends');
  await maker.fill('from', '0.3');
  await maker.fill('to', '1.2');
  await maker.fill('count', '3');
  await maker.press('Plan the pots');
  await maker.sees('How much goes into each pot?');
  await maker.fill('fibre', '20 g');
  await maker.press('Plan the pots');
  await maker.arrivesAt(/^\/dyeing\/\d+$/);
  await maker.sees('Planned together');
  for (const depth of ['0.3', '0.6', '1.2']) await maker.sees(new RegExp(`${depth}\\s%`));
  await maker.page.locator('a::-p-text(Turf 3)').click();
  await maker.sees('Measure out for 20');
  await maker.press('Delete');
  await maker.arrivesAt(/^\/dyeing$/);
  await maker.press('Undo');
  await maker.sees('Turf 3');
  expect(maker.troubles).toEqual([]);
});
