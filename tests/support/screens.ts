import { readFileSync } from 'node:fs';
import type axe from 'axe-core';
import { ALL_OF_IT } from './demo';
import { stage } from './stage';

/** Screens of yarns, projects, winding and minis, with the demo data. Behind a # stands what was chosen there before. */
export const YARN_SCREENS = {
  today: '/',
  'quick answers': '/quick',
  shelf: '/yarns',
  'the shelf as a list': '/yarns#shelf as=list',
  'a new yarn': '/yarns/new',
  'a yarn with a long thread': '/yarns/6',
  'a yarn of guesses': '/yarns/3',
  'a yarn that is contradicted': '/yarns/11',
  'a yarn with a picture': '/yarns/10',
  'a handspun yarn': '/yarns/7',
  'a band': '/yarns/6/band',
  'more of a yarn': '/yarns/6/more',
  'another lot of a yarn': '/yarns/new?lot=6',
  'a list read in': '/yarns/import',
  'off the shelf': '/yarns/gone',
  'a reel': '/pieces/20?how=reel',
  projects: '/projects',
  'a project': '/projects/1',
  'a new project': '/projects/new?yarn=6',
  'a project that is changed': '/projects/1/edit',
  'weighed as it is knitted': '/projects/knitting/1',
  'a knitting that is changed': '/projects/knitting/1/edit',
  'colours along a yarn': '/yarns/26/colours',
  'a knitting that is begun': '/projects/knitting/new?piece=91',
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
  'the dye book': '/dyeing',
  'a dye bath': '/dyeing/2',
  'a bath that is planned': '/dyeing/3',
  'a new bath': '/dyeing/new?piece=99',
  'a bath that is changed': '/dyeing/3/edit',
  'a series of shades': '/dyeing/series?from=2',
  'two baths': '/dyeing/compare?one=1&other=2',
  'the market table': '/market',
  'what could be sold': '/market?plan=2',
  'a kit that was scanned': '/market?kit=2-1',
};

/** Screens of twist, pieces, the log, days and the bench. */
export const TWIST_AND_LOG_SCREENS = {
  twist: '/twist',
  'the twist of a soft single': '/twist/78',
  'the twist of a four-ply': '/twist/19',
  'a twist that is not known': '/twist/79',
  'a ply that dries': '/twist/83',
  ply: '/twist/ply?pieces=78',
  'at the wheel': '/twist/wheel',
  'two strands': '/twist/compare?one=83&other=22',
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
  trouble: '/trouble',
  'yarn in the gears': '/trouble?what=in%20the%20gears',
  nothing: '/yarns/999',
};

/** The last: the smallest phone, or a table's screen enlarged four times. */
const WIDTHS = [1280, 1024, 390, 320];

/** Without its words of explanation: each page reads it anew. */
const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** What axe looks for where the page is as most see it, and in other colours, where only what looks at colours can change. */
const RULES = {
  light: { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] },
  dark: { type: 'rule' as const, values: ['color-contrast', 'link-in-text-block'] },
};

/** Runs in the page: the words of which some are left out for want of room. */
function wordsCut(): string[] {
  const cut = [...document.querySelectorAll<HTMLElement>('body *')].filter(
    (element) =>
      element.clientWidth > 2 &&
      element.scrollWidth > element.clientWidth + 0.5 &&
      getComputedStyle(element).textOverflow === 'ellipsis',
  );
  const pen = document.createElement('canvas').getContext('2d')!;
  const placeholdersCut = [...document.querySelectorAll('input')].filter((input) => {
    const { font, paddingLeft, paddingRight } = getComputedStyle(input);
    pen.font = font;
    const room = input.clientWidth - parseFloat(paddingLeft) - parseFloat(paddingRight);
    return input.value === '' && room > 0 && pen.measureText(input.placeholder).width > room + 1;
  });
  return [...cut.map(({ innerText }) => innerText), ...placeholdersCut.map(({ placeholder }) => placeholder)];
}

/** Looks at each screen light and dark and at every width, and expects nothing to object to. */
export function lookAtEach(screens: Record<string, string>): void {
  const set = stage({ demo: true, ...ALL_OF_IT });
  // A test that failed leaves its tab open, and with it the run that it held.
  afterEach(async () => {
    const [, ...left] = await set.browser.pages();
    for (const page of left) await page.close();
  });

  test.each(Object.entries(screens))('%s is sound light and dark, and fits every width', async (_, path) => {
    const maker = await set.maker();
    const { page } = maker;
    await set.browser.setCookie({ name: 'theme', value: 'light', domain: '127.0.0.1' });
    const [address, chosen] = path.split('#') as [string, string?];
    const [choice = '', answer = ''] = chosen?.split('=') ?? [];
    if (chosen) await page.evaluateOnNewDocument((...kept) => localStorage.setItem(...kept), choice, answer);
    await maker.goTo(address);
    // A run asks first whether it may count; what it shows until then is gone in a blink.
    if (path.includes('/run/')) await maker.holds();
    await page.evaluate(AXE);
    for (const [theme, rules] of Object.entries(RULES)) {
      if (theme === 'dark') await maker.press('Change to dark');
      await maker.waitsFor(
        (shown) =>
          (document.documentElement.dataset.theme ?? 'light') === shown && document.getAnimations().length === 0,
        theme,
      );
      const found = await page.evaluate(async (runOnly) => {
        const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, { runOnly });
        return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
      }, rules);
      expect({ theme, found }).toEqual({ theme, found: [] });
    }
    // A plan shows all it has once it knows what is wanted.
    if (path.startsWith('/minis/new')) {
      await maker.fill('sizes.0.amount', '12 g');
      await maker.sees('Next they will be');
    }
    for (const width of WIDTHS) {
      await page.setViewport({ width, height: 800 });
      // A chart takes its new width a moment after its box.
      await maker
        .waitsFor((wide) => innerWidth === wide && document.documentElement.scrollWidth <= wide, width)
        .catch(() => Promise.reject(new Error(`it runs out of the page sideways at ${width}`)));
      // A shelf is laid out anew a moment after its window.
      let cut: string[] = [];
      await maker.until(async () => (cut = await page.evaluate(wordsCut)).length === 0).catch(() => {});
      expect({ width, cut }).toEqual({ width, cut: [] });
    }
    expect(maker.troubles).toEqual([]);
    if (chosen) await page.evaluate((name) => localStorage.removeItem(name), choice);
    await maker.close();
  });
}
