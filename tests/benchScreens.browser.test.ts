import { stage } from './support/stage';

/** The bench is read from an arm's length, and on a phone. */

const WIDTHS = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
];

const set = stage({ demo: true, minis: true, twist: true, thread: true });

test.each(
  WIDTHS.slice(0, 2).flatMap((size) => [
    { ...size, path: '/winding/run/5', figures: 5 },
    { ...size, path: '/minis/run/7', figures: 3 },
  ]),
)(
  '$path: at $width by $height the bench needs no scrolling, and its figures are large',
  async ({ path, figures: expected, ...size }) => {
    const maker = await set.maker(size);
    await maker.goTo(path);
    await maker.holds();
    const over = await maker.page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
    expect(over).toBeLessThanOrEqual(0);
    const sizesPx = await maker.page.$$eval('[data-count] > span:first-child, [data-figure]', (figures) =>
      figures.map((figure) => parseFloat(getComputedStyle(figure).fontSize)),
    );
    expect(sizesPx).toHaveLength(expected);
    expect(Math.min(...sizesPx)).toBeGreaterThanOrEqual(40);
    await maker.close();
  },
);

test('one switch changes every figure, and it is remembered', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/6');
  await maker.sees('1470 m ± 30 m');
  await maker.units('oz', 'yd');
  await maker.sees('1610 yd ± 30 yd');
  expect(await maker.text()).not.toMatch(/\d m\b/);
  await maker.page.reload();
  await maker.sees('1606 yd');
  await maker.units('g', 'yd');
  await maker.sees('415 g in 5 pieces');
  await maker.sees('1606 yd');
  await maker.sees('yd/100 g');
  await maker.units('g', 'm');
  await maker.sees('1468 m');
  await maker.close();
});

test.each(['/yarns/new', '/winding/plan/9'])(
  '%s: on a phone nothing that Tab reaches lies beneath the tabs',
  async (path) => {
    const maker = await set.maker(WIDTHS[2]);
    await maker.goTo(path);
    const hidden: string[] = [];
    for (let i = 0; i < 30; i++) {
      await maker.keys('Tab');
      const covered = await maker.page.evaluate(() => {
        const focused = document.activeElement!;
        if (!focused.closest('main')) return null;
        const { bottom } = focused.getBoundingClientRect();
        const tabs = document.querySelector('header nav')!.getBoundingClientRect();
        return bottom > tabs.top ? (focused.getAttribute('aria-label') ?? focused.id) : null;
      });
      if (covered !== null) hidden.push(covered);
    }
    expect(hidden).toEqual([]);
    await maker.close();
  },
);

test('a link for the keyboard leads past the frame', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns');
  await maker.keys('Tab');
  expect(await maker.page.evaluate(() => document.activeElement?.textContent)).toBe('Skip to the page');
  await maker.close();
});

test('a guess looks like a guess, and says where it comes from', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns/3');
  await maker.sees('a guess from its needle');
  await maker.sees(/guess: 3 Light/);
  await maker.sees('the grist is only a guess');
  await maker.close();
});

test('the shelf is searched as one types', async () => {
  const maker = await set.maker();
  await maker.goTo('/yarns');
  await maker.page.locator('::-p-aria([name="Search the shelf"])').fill('gannet 2217');
  await maker.waitsFor(() => document.querySelectorAll('[data-shelf-place]').length === 1);
  await maker.page.locator('::-p-aria([name="Search the shelf"])').fill('nothing of the kind');
  await maker.sees('No yarn on the shelf');
  await maker.close();
});

test('the menu’s entry shows the whole shelf again, and going back what was searched', async () => {
  const maker = await set.maker();
  const searched = () =>
    maker.page.$eval('[aria-label="Search the shelf"]', (input) => (input as HTMLInputElement).value);
  const cards = () => maker.page.$$eval('[data-shelf-place]', (places) => places.length);
  const menu = () => maker.page.locator('header nav a[href="/yarns"]').click();
  await maker.goTo('/yarns');
  const all = await cards();
  await maker.page.type('[aria-label="Search the shelf"]', 'gannet 2217');
  await maker.until(async () => (await cards()) === 1);
  await menu();
  await maker.until(async () => (await searched()) === '' && (await cards()) === all);
  await maker.page.goBack();
  await maker.until(async () => (await searched()) === 'gannet 2217' && (await cards()) === 1);
  // What the app sends late, and by other words, does not stand beneath those that were typed since.
  await maker.goTo('/yarns?q=gannet%202217');
  await menu();
  await maker.until(async () => (await searched()) === '' && (await cards()) === all);
  await maker.answersTake(1500);
  await maker.page.locator('header [title="oz"]').click();
  await maker.answersTake(0);
  await maker.page.type('[aria-label="Search the shelf"]', 'gannet 2217');
  await maker.until(async () => (await cards()) === 1);
  await maker.sees('oz');
  await maker.until(async () => (await searched()) === 'gannet 2217' && (await cards()) === 1);
  await maker.units('g', 'm');
  expect(maker.troubles).toEqual([]);
});

test('the tools’ figures can be measured, and impossible ones are refused at the field', async () => {
  const maker = await set.maker();
  await maker.goTo('/bench');
  await maker.press('Enter what I measured on the large winder');
  await maker.fill('maxDiameterMm', '31 mm');
  await maker.fill('coreDiameterMm', '4 cm');
  await maker.press('Save');
  await maker.sees('must be wider than the spindle');
  expect(await maker.valueOf('coreDiameterMm')).toBe('4 cm');
  await maker.fill('maxDiameterMm', '94 mm');
  await maker.fill('coreDiameterMm', '2.6 cm');
  // What is ticked outlives a reload, as what is typed does.
  const ticks = () =>
    maker.page.$$eval(
      'form input[type=checkbox]',
      (boxes) => boxes.filter((box) => (box as HTMLInputElement).checked).length,
    );
  expect(await ticks()).toBe(2);
  await maker.page.$$eval('form input[type=checkbox]', (boxes) => (boxes.at(-1) as HTMLInputElement).click());
  await maker.until(async () => (await ticks()) === 3);
  await maker.page.reload();
  await maker.live();
  await maker.press('Enter what I measured on the large winder');
  await maker.until(async () => (await ticks()) === 3);
  await maker.press('Save');
  await maker.sees('3 of 6 figures measured on yours');
  await maker.sees('26 mm across');
  await maker.close();
});
