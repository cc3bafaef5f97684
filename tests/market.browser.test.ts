import { openDatabase } from '../db/common/connection';
import { allOffers } from '../db/market/market';
import { offer } from '../server/market/sales';
import { wareOf } from '../server/market/wares';
import { idOf } from './support/serverTesting';
import { stage } from './support/stage';

/** From a price to a sale: by choosing, by a scanner, and by the code on a label. */

const set = stage({ demo: true, minis: true, dyeing: true, market: true });

test('minis and a kit get a price, are sold by a scanner and by hand, and come back', async () => {
  const maker = await set.maker();
  await maker.goTo('/market');
  await maker.sees('2 today for 13.00 €');
  await maker.sees('On the table: 69.00 €');
  // A plan's minis, all at once, with a price that is none, then one that is.
  await maker.goTo('/minis/2');
  await maker.press('Put them on the market table');
  await maker.arrivesAt(/^\/market$/);
  await maker.fill('price', 'a song');
  await maker.press('Put all 8 on the table');
  await maker.sees('Write it like 6.50 €');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('price')).toBe('a song');
  await maker.fill('price', '7 €');
  await maker.press('Put all 8 on the table');
  await maker.sees('On the table: 125.00 €');
  // A scanner types the code and Enter.
  await maker.fill('scan', `${set.app.url}/market?kit=2-1`);
  await maker.keys('Enter');
  await maker.sees('Sold: Four lichens, kits, kit 1: 7 minis, for 24 €');
  await maker.sees('3 today for 37.00 €');
  await maker.sees('On the table: 101.00 €');
  await maker.press('Undo');
  await maker.sees('On the table: 125.00 €');
  // Some words that mean one thing alone.
  await maker.fill('scan', 'moss');
  await maker.keys('Enter');
  await maker.sees('3 today for 32.00 €');
  // What two are called by sells neither.
  await maker.fill('scan', 'crottle');
  await maker.keys('Enter');
  await maker.sees('Several have that name');
  await maker.sees('3 today for 32.00 €');
  await maker.close();
});

test('a phone that scans a label comes to the piece or the kit, and sells it by one press', async () => {
  const maker = await set.maker({ width: 390, height: 844 });
  await maker.goTo('/market');
  const worth = async () => Number(/On the table: ([\d.]+) €/.exec(await maker.text())![1]);
  const before = await worth();
  await maker.goTo('/pieces/62');
  await maker.sees('For sale at 6.50 €');
  await maker.press('Sold');
  await maker.sees('It is no longer there');
  await maker.goTo('/market?kit=2-1');
  // Sold, but the answer is lost: pressed again, it is sold once.
  const sell = () => maker.page.locator('#scanned button.ant-btn-primary').click();
  await maker.losingAnswers(async () => {
    await sell();
    await maker.sees('The app cannot be reached just now');
  });
  await sell();
  await maker.sees('Sold: Four lichens, kits');
  // And so with taking it back: asked for twice, it lies there once, and can be sold once more.
  await maker.losingAnswers(async () => {
    await maker.press('Undo');
    await maker.sees('The app cannot be reached just now');
  });
  await maker.press('Undo');
  await maker.has('#scanned button.ant-btn-primary');
  await sell();
  await maker.sees('Sold: Four lichens, kits');
  await maker.sees('The kit that was scanned is not there any more');
  // The server dies in between: what was sold stays sold, once.
  await set.app.kill();
  await set.app.restart();
  await maker.goTo('/market');
  const sold = await (await fetch(`${set.app.url}/api/csv/stock`)).text();
  expect(sold).not.toContain('/pieces/62');
  expect(sold).not.toContain('/market?kit=2-1');
  expect(await worth()).toBeCloseTo(before - 6.5 - 24, 2);
  await maker.close();
});

test('what another screen gave another price is sold for none that nobody has seen', async () => {
  const maker = await set.maker();
  const db = openDatabase(set.app.databaseFile);
  const { pieceId } = allOffers(db).find(({ pieceId }) => pieceId !== null && wareOf(db, { pieceId })!.isThere)!;
  await maker.goTo(`/pieces/${pieceId}`);
  await maker.sees(/For sale at \d/);
  idOf(offer(db, { what: [{ pieceId: pieceId! }], price: '7.20 €' }));
  db.close();
  await maker.press('Sold');
  await maker.sees('Nothing is sold yet: another screen has changed its price to 7.20 €');
  await maker.sees('For sale at 7.20 €');
  await maker.press('Sold');
  await maker.sees(/Sold: .*, for 7.20 €/);
  await maker.press('Undo');
  await maker.sees('For sale at 7.20 €');
  await maker.close();
});

test('labels for what is on the table bear its price, name and logo', async () => {
  const maker = await set.maker();
  await maker.goTo('/market');
  await maker.fill('name', 'Skerry Wool, Ærø');
  await maker.press('Save');
  const input = await maker.page.waitForSelector('#maker input[type=file]');
  await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile('docs/screenshots/dyeing.png');
  await maker.has('#maker img[alt="Your logo"]');
  await maker.page.locator('::-p-text(Labels for what is on the table)').click();
  await maker.has('figure[aria-label="The label as it will be"] img');
  await maker.sees('Skerry Wool, Ærø');
  const address = await maker.page.$eval('a[href*="/api/labels"]', (link) => link.getAttribute('href')!);
  const pdf = Buffer.from(await (await fetch(set.app.url + address)).arrayBuffer()).toString('latin1');
  expect(pdf.startsWith('%PDF-')).toBe(true);
  expect(pdf).toContain('/Subtype /Image');
  // How much of a sheet of labels is used up is not asked of plain paper, nor counted there.
  const printed = () => maker.page.$eval('a[href*="/api/labels"]', (link) => `${link.textContent} ${link.href}`);
  const onPlain = await printed();
  for (const used of ['20', '99', 'some']) {
    await maker.page.evaluate((typed) => localStorage.setItem('labels used', typed), used);
    await maker.page.reload();
    await maker.live();
    await maker.page.locator('::-p-text(Labels for what is on the table)').click();
    await maker.has('a[href*="/api/labels"]');
    expect(await printed()).toBe(onPlain);
  }
  await maker.close();
});
