import axe from 'axe-core';
import { stage } from './support/stage';

/** Every screen, with the demo data, at every width, light and dark: sound for all who use it. */

jest.setTimeout(240_000);

const SCREENS = {
  today: '/',
  shelf: '/yarns',
  'a new yarn': '/yarns/new',
  'a yarn with a long thread': '/yarns/6',
  'a yarn of guesses': '/yarns/3',
  'a yarn that is contradicted': '/yarns/11',
  'a yarn with a picture': '/yarns/10',
  'a handspun yarn': '/yarns/7',
  'a band': '/yarns/6/band',
  'more of a yarn': '/yarns/6/more',
  'a list read in': '/yarns/import',
  'off the shelf': '/yarns/gone',
  'a reel': '/pieces/20?how=reel',
  projects: '/projects',
  'a project': '/projects/1',
  'a new project': '/projects/new?yarn=6',
  'a project that is changed': '/projects/1/edit',
  'a piece': '/pieces/13',
  winding: '/winding',
  'a plan that fits': '/winding/plan/13',
  'a plan that does not fit': '/winding/plan/27',
  'a run': '/winding/run/5',
  'winding by hand': '/winding/by-hand',
  minis: '/minis',
  'minis that are planned': '/minis/new?yarns=6',
  'minis half made': '/minis/1',
  kits: '/minis/2',
  'minis being counted': '/minis/run/7',
  'a mini': '/pieces/41',
  twist: '/twist',
  'the twist of a soft single': '/twist/78',
  'the twist of a four-ply': '/twist/19',
  'a twist that is not known': '/twist/79',
  'a ply that dries': '/twist/83',
  ply: '/twist/ply?pieces=78',
  practice: '/twist/practice',
  'twist being counted': '/pieces/78?how=twist',
  'what becomes of a cake': '/pieces/91/change?what=use',
  'several joined': '/pieces/91/change?what=wash',
  'a cake that was joined': '/pieces/91',
  'a cone that is reeled': '/pieces/94/change?what=reel',
  'a yarn that was used up': '/yarns/23',
  logbook: '/logbook',
  'what the logbook tells': '/logbook/answers',
  'all that can be taken along': '/logbook/files',
  'an entry of a winding': '/logbook/9',
  days: '/days',
  'something to be done': '/days/1',
  'something new to be done': '/days/new?piece=91',
  'an entry with yarn missing': '/logbook/6',
  bench: '/bench',
  nothing: '/yarns/999',
};

const WIDTHS = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
];

const set = stage({ demo: true, minis: true, twist: true, thread: true });

// A test that failed leaves its tab open, and with it the run that it held.
afterEach(async () => {
  const [, ...left] = await set.browser.pages();
  for (const page of left) await page.close();
});

describe.each([
  {
    theme: 'light',
    rules: { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] },
  },
  // The same page in other colours: only what looks at colours can find something else.
  { theme: 'dark', rules: { type: 'rule' as const, values: ['color-contrast', 'link-in-text-block'] } },
])('$theme', ({ theme, rules }) => {
  test.each(Object.entries(SCREENS))('%s has nothing that axe objects to', async (_, path) => {
    const maker = await set.maker();
    await set.browser.setCookie({ name: 'theme', value: theme, domain: '127.0.0.1' });
    await maker.goTo(path);
    // A run asks first whether it may count; what it shows until then is gone in a blink.
    if (path.includes('/run/')) await maker.holds();
    await maker.page.evaluate(axe.source);
    const found = await maker.page.evaluate(async (runOnly) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, { runOnly });
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
    }, rules);
    expect(found).toEqual([]);
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });
});

test.each(WIDTHS)('at $width nothing runs out of the page sideways', async (size) => {
  const maker = await set.maker(size);
  const wide: string[] = [];
  for (const path of Object.values(SCREENS)) {
    await maker.goTo(path);
    // A plan shows all it has once it knows what is wanted.
    if (path.startsWith('/minis/new')) {
      await maker.fill('sizes.0.amount', '12 g');
      await maker.sees('Then they are');
    }
    const over = await maker.page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    if (over > 0) wide.push(`${path} by ${over} px`);
  }
  expect(wide).toEqual([]);
  await maker.close();
});

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
  await maker.press('oz yd');
  await maker.sees('1610 yd ± 30 yd');
  expect(await maker.text()).not.toMatch(/\d m\b/);
  await maker.page.reload();
  await maker.sees('1606 yd');
  await maker.press('g m');
  await maker.sees('1468 m');
  await maker.close();
});

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
  await maker.page.waitForFunction(() => document.querySelectorAll('[data-shelf-place]').length === 1);
  await maker.page.locator('::-p-aria([name="Search the shelf"])').fill('nothing of the kind');
  await maker.sees('No yarn on the shelf');
  await maker.close();
});

test('the tools’ figures can be measured, and impossible ones are refused at the field', async () => {
  const maker = await set.maker();
  await maker.goTo('/bench');
  await maker.press('Put in what I measured on the large winder');
  await maker.fill('maxDiameterMm', '31 mm');
  await maker.fill('coreDiameterMm', '4 cm');
  await maker.press('Keep these figures');
  await maker.sees('must be wider than the spindle');
  expect(await maker.valueOf('coreDiameterMm')).toBe('4 cm');
  await maker.fill('maxDiameterMm', '94 mm');
  await maker.fill('coreDiameterMm', '2.6 cm');
  await maker.press('Keep these figures');
  await maker.sees('2 of 6 figures measured on yours');
  await maker.sees('26 mm across');
  await maker.close();
});
