import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Yarn of several colours: its repeat measured, what it makes of a fabric, and two socks that begin alike. */

const set = stage({ demo: true, colours: true });
const click = (maker: Maker, words: string) => maker.page.locator(`::-p-text(${words})`).click();

async function opensYarn(maker: Maker, line: string): Promise<void> {
  await maker.goTo('/yarns');
  await maker.page.locator(`a::-p-text(${line})`).click();
  await maker.arrivesAt(/^\/yarns\/\d+$/);
}

/** Puts a colour in, as a hex. */
async function picks(maker: Maker, name: string, hex: string): Promise<void> {
  await maker.press(name);
  const open = '.ant-popover:not(.ant-popover-hidden) .ant-color-picker-hex-input input';
  const field = await maker.page.waitForSelector(open, { visible: true });
  await field!.click({ count: 3 });
  await maker.page.keyboard.type(hex.slice(1));
  await maker.keys('Enter');
  // Beside it: the picker closes.
  await maker.page.mouse.click(4, 400);
  await maker.waitsFor((selector: string) => document.querySelector(selector) === null, open);
}

test('a repeat is measured, with what is missing told beside it; a draft outlives a reload, and it can be taken back', async () => {
  const maker = await set.maker();
  await opensYarn(maker, 'Waiting-room warp');
  await maker.press('More');
  await maker.page.locator('a::-p-text(Colours along it)').click();
  await maker.arrivesAt(/\/colours$/);
  await maker.sees('Nobody has noted where in the repeat a piece begins');
  await maker.fill('stretches.0.length', '1.2 m');
  await maker.press('Save it');
  await maker.sees('A colour like #6b705c');
  await picks(maker, 'Colour 1', '#a4552e');
  await picks(maker, 'Colour 2', '#2b3766');
  await maker.fill('stretches.1.length', 'a bit');
  await maker.press('Save it');
  await maker.sees('Cannot read this; write it like 190 m, 210 yd');
  await maker.fill('stretches.1.length', '');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('stretches.0.length')).toBe('1.2 m');
  await maker.press('Save it');
  await maker.sees('How long is it?');
  await maker.fill('stretches.1.length', '31.5 in');
  await maker.press('Save it');
  // 1.2 m and 0.8 m.
  await maker.sees(/A repeat is 2.0 m ± 0.2 m/);
  await maker.press('Undo');
  await maker.sees('Measure a repeat');
  expect(maker.troubles).toEqual([]);
});

test('colours are taken from a picture of the yarn, by a press or by keys, in their order', async () => {
  const maker = await set.maker();
  await opensYarn(maker, 'Waiting-room warp');
  await maker.goTo(`${new URL(maker.page.url()).pathname}/colours`);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-colours-'));
  const half = { create: { width: 60, height: 80, channels: 3 as const, background: '#a4552e' } };
  await sharp(half).extend({ right: 60, background: '#2b3766' }).png().toFile(path.join(folder, 'yarn.png'));
  writeFileSync(path.join(folder, 'torn.png'), 'no picture at all');
  await maker.press('Take the colours from a picture');
  const give = async (name: string) => {
    const input = await maker.page.waitForSelector('input[type="file"]');
    await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(path.join(folder, name));
  };
  await give('yarn.png');
  await maker.sees('Press each colour once');
  const canvas = maker.page.locator('canvas');
  await canvas.click({ offset: { x: 20, y: 20 } });
  // By keys from there to the right; a fold of the picture in between is passed over.
  for (let i = 0; i < 45; i++) await maker.keys('ArrowRight');
  await maker.keys('Enter');
  const hexes = () =>
    maker.page.$$eval('[aria-label^="Colour "] span[style]', (swatches) =>
      swatches.map((swatch) => (swatch as HTMLElement).style.background),
    );
  expect(await hexes()).toEqual(['rgb(164, 85, 46)', 'rgb(43, 55, 102)']);
  // A third is a stretch of its own.
  await canvas.click({ offset: { x: 20, y: 20 } });
  await maker.sees('Stretch 3');
  await give('torn.png');
  await maker.sees('This file is not a picture that can be shown here');
  expect(await hexes()).toHaveLength(3);
});

test('how it falls in a fabric: it pools at one width, and a press goes to one that mixes', async () => {
  const maker = await set.maker();
  await opensYarn(maker, 'Tideline Sock');
  await maker.page.locator('a::-p-text(4 colours along it)').click();
  await maker.sees(/A repeat is 7.1 m/);
  await maker.fill('fabric take', '0.248 m');
  await maker.sees(/One repeat makes about 57\d stitches/);
  await maker.fill('fabric width', '72');
  await maker.sees('It stripes.');
  await maker.fill('fabric width', '285');
  await click(maker, 'rounds');
  await maker.sees('Its colours mix.');
  // In rows it is the second one that lies over it: a whole repeat on.
  await maker.page.locator('label::-p-text(rows)').click();
  await maker.sees('Its colours pool.');
  const other = await maker.page.waitForSelector('button::-p-text(stitches)');
  await other!.click();
  await maker.sees('Its colours mix.');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('fabric take')).toBe('0.248 m');
  expect(maker.troubles).toEqual([]);
});

test('two socks are cut where they begin alike, over a killed server, and each knows its colours', async () => {
  const maker = await set.maker();
  await opensYarn(maker, 'Tideline Sock');
  await maker.page.locator('a::-p-text(4 colours along it)').click();
  await maker.page.locator('a::-p-text(Wind a pair that begin alike)').click();
  await maker.arrivesAt(/^\/winding\/plan\/\d+$/);
  await maker.page.locator('label::-p-text(a pair)').click();
  await maker.fill('split.amount', '60 g');
  await maker.sees('only one such place is followed by so much yarn');
  await maker.fill('split.amount', '46 g');
  await maker.sees(/cut 0.7 m before moss begins, near 3\d\d turns/);
  await maker.press('Wind it at the bench');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.sees('sock 1');
  await maker.press('Begin to wind at once');
  await maker.press('How I count');
  await click(maker, '10 turns');
  await maker.keys('Escape');
  await maker.page.focus('[data-count]');
  await maker.count(3);
  // Rust is the first of its colours, fog the second; one slip is taken back.
  await maker.keys('1');
  await maker.count(1);
  await maker.keys('2', '3', 'u');
  await maker.sees('2 colour changes marked');
  await set.app.kill();
  await maker.count(1);
  await maker.keys('3');
  await maker.counts(50);
  await set.app.restart();
  await maker.page.reload();
  await maker.live();
  await maker.holds();
  await maker.sees('3 colour changes marked');
  await maker.counts(50);
  const [, planned] = /of (\d+) turns/.exec(await maker.text())!;
  await maker.page.focus('[data-count]');
  await maker.count(Math.round(Number(planned) / 10) - 5);
  await maker.sees('Slowly: cut 0.7 m before moss begins');
  await maker.press('Cut: take it off');
  await maker.count(5);
  await maker.sees('Wind cake 4 (2 of 3)');
  await maker.count(1);
  await maker.sees('sock 2');
  await maker.counts(0);
  await maker.count(33);
  await maker.press('Cut: take it off');
  await maker.press('No more cakes: to the scale');
  await maker.fill('masses.0', '47 g');
  await maker.fill('masses.1', '46 g');
  await maker.fill('rest', '6 g');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.sees('Colours:');

  const begins = async (cake: string) => {
    await maker.page.locator(`a::-p-text(${cake})`).click();
    await maker.arrivesAt(/^\/pieces\/\d+$/);
    await maker.sees(cake);
    const strip = await maker.page.$eval('[aria-label^="Its colours from the inner end"]', (element) =>
      element.getAttribute('aria-label'),
    );
    await maker.page.goBack();
    await maker.arrivesAt(/^\/logbook\/\d+$/);
    return strip!.split(': ')[1]!.split(', ').slice(0, 3);
  };
  expect(await begins('Cake 3')).toEqual(['fog', 'moss', 'indigo']);
  expect(await begins('Cake 4')).toEqual(['fog', 'moss', 'indigo']);
  expect(maker.troubles).toEqual([]);
});
