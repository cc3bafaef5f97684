/**
 * `npm run screenshots`: one current picture of each main view, from the demo data, into docs/screenshots; with names, of these
 * alone. `PICTURES_INTO` names another folder.
 */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import type { Browser } from 'puppeteer-core';
import { App } from '../tests/support/app';
import { Maker, openBrowser } from '../tests/support/browser';
import { ALL_OF_IT, layOutDemo } from '../tests/support/demo';

const FOLDER = process.env.PICTURES_INTO ?? path.join(process.cwd(), 'docs', 'screenshots');
const asked = process.argv.slice(2);
const DESK = { width: 1280, height: 800 };

interface View {
  name: string;
  path: string;
  size?: typeof DESK;
  theme?: 'light' | 'dark';
  /** What is done before the picture is taken. */
  act?: (maker: Maker) => Promise<unknown>;
}

const VIEWS: View[] = [
  { name: 'shelf', path: '/yarns' },
  {
    name: 'add-a-yarn',
    path: '/yarns/new',
    act: async (maker) => {
      await maker.fill('maker', 'Saltmarsh Spinning');
      await maker.fill('line', 'Squall');
      await maker.fill('fibres', '80 % wool, 20 % nylon');
      await maker.fill('putUpMass', '3.5 oz');
      await maker.fill('needle', '4 mm');
      await maker.fill('count', '3');
      await maker.fill('masses.0', '101');
      await maker.fill('masses.1', '98');
    },
  },
  { name: 'plan', path: '/winding/plan/27' },
  { name: 'run', path: '/winding/run/5', act: (maker) => maker.holds() },
  { name: 'minis-plan', path: '/minis/new?yarns=6', act: minisPlanned },
  { name: 'minis-count', path: '/minis/run/7', act: (maker) => maker.holds().then(() => maker.has('canvas')) },
  { name: 'ply', path: '/twist/ply?pieces=78', act: (maker) => maker.page.waitForSelector('canvas') },
  {
    name: 'thread',
    path: '/yarns/23',
    size: { width: 1280, height: 1480 },
    act: (maker) => maker.page.waitForSelector('canvas'),
  },
  { name: 'days', path: '/days', size: { width: 1280, height: 1000 } },
  { name: 'logbook', path: '/logbook' },
  {
    name: 'answers-dark',
    path: '/logbook/answers',
    theme: 'dark',
    size: { width: 1280, height: 880 },
    act: (maker) => maker.until(async () => (await maker.page.$$('canvas')).length === 3),
  },
  { name: 'bench', path: '/bench' },
];

/** Several views that belong together, in one picture. */
interface Sheet {
  name: string;
  /** What of each is pictured. */
  selector: string;
  columns: number;
  pages: { path: string; /** What takes a moment to be there. */ shows?: string; act?: View['act'] }[];
}

const SHEETS: Sheet[] = [
  {
    name: 'twist',
    selector: 'main',
    columns: 1,
    pages: [
      { path: '/twist/78', act: (maker) => maker.sees('Centimetre by centimetre') },
      {
        path: '/twist/wheel',
        act: async (maker) => {
          await maker.fill('wheel twist', '400 t/m');
          await maker.fill('hung loop', '1.5 m');
          await maker.fill('hung turns', '12');
        },
      },
      { path: '/twist/compare?one=83&other=86' },
    ],
  },
  {
    name: 'today',
    selector: 'main',
    columns: 1,
    pages: [{ path: '/' }, { path: '/quick', act: quickAsked }],
  },
  {
    name: 'dyeing',
    selector: 'main',
    columns: 1,
    pages: [{ path: '/dyeing/2' }, { path: '/dyeing' }, { path: '/dyeing/compare?one=1&other=2' }, { path: '/market' }],
  },
  {
    name: 'yarn',
    selector: 'main',
    columns: 1,
    pages: [
      { path: '/yarns/6', act: (maker) => maker.fill('need', '390 m') },
      {
        path: '/yarns/26/colours',
        act: async (maker) => {
          await maker.fill('fabric take', '0.248 m');
          await maker.fill('fabric width', '72');
          await maker.sees('It stripes');
        },
      },
    ],
  },
  {
    name: 'project',
    selector: 'main',
    columns: 1,
    pages: [{ path: '/projects/1' }, { path: '/projects/knitting/1', shows: 'canvas' }],
  },
  {
    name: 'by-hand',
    selector: 'section[aria-labelledby="method"]',
    columns: 2,
    pages: ['nostepinne', 'tube', 'thumb', 'fingers', 'chairs', 'hands', 'knees', 'elbow'].map((method) => ({
      path: `/winding/by-hand?method=${method}`,
    })),
  },
  {
    name: 'trouble',
    selector: 'article',
    columns: 2,
    pages: ['tangled hank', 'in the gears', 'lump', 'collapsed', 'over the base', 'single drifts'].map((what) => ({
      path: `/trouble?what=${encodeURIComponent(what)}`,
    })),
  },
];

/** A ball on the scale, and what is asked of it. */
async function quickAsked(maker: Maker): Promise<void> {
  const typed = {
    mass: '104',
    putUpMass: '3.5 oz',
    putUpLength: '225 yd',
    need: '180 m',
    mini: '15',
    loop: '162 cm',
  };
  for (const [name, text] of Object.entries(typed)) await maker.fill(name, text);
}

/** Two sizes of minis out of what there is of one yarn, knots and all. */
async function minisPlanned(maker: Maker): Promise<void> {
  await maker.fill('sizes.0.amount', '12 g');
  await maker.press('Another size');
  await maker.fill('sizes.1.amount', '5 g');
  await maker.fill('sizes.1.count', '8');
  await maker.fill('sizes.1.name', 'swatch');
  await maker.sees('What if');
}

async function main(): Promise<void> {
  const app = await App.start((databaseFile) => layOutDemo(databaseFile, ALL_OF_IT));
  const browser = await openBrowser();
  mkdirSync(FOLDER, { recursive: true });
  try {
    for (const view of VIEWS.filter(isAsked)) await takePicture(browser, app.url, view);
    for (const sheet of SHEETS.filter(isAsked)) await takeSheet(browser, app.url, sheet);
  } finally {
    await browser.close();
    await app.end();
  }
}

const isAsked = ({ name }: { name: string }) => asked.length === 0 || asked.includes(name);

async function takePicture(browser: Browser, url: string, view: View): Promise<void> {
  const { name, path: at, size = DESK, theme = 'light', act } = view;
  await browser.setCookie({ name: 'theme', value: theme, domain: '127.0.0.1' });
  const maker = await Maker.at(browser, url, size);
  await maker.goTo(at);
  await act?.(maker);
  await maker.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await maker.page.screenshot({ path: path.join(FOLDER, `${name}.png`) as `${string}.png` });
  await maker.close();
  console.log(`${name}.png`);
}

async function takeSheet(browser: Browser, url: string, { name, selector, columns, pages }: Sheet): Promise<void> {
  const maker = await Maker.at(browser, url, DESK);
  const pictures: string[] = [];
  for (const { path: at, shows = selector, act } of pages) {
    await maker.goTo(at);
    await maker.has(shows);
    await act?.(maker);
    pictures.push(await (await maker.page.$(selector))!.screenshot({ encoding: 'base64' }));
  }
  await maker.page.setContent(
    `<!doctype html><body style="display: grid; grid-template-columns: repeat(${columns}, 1fr); gap: 24px; margin: 16px">
     ${pictures.map((picture) => `<img src="data:image/png;base64,${picture}" style="width: 100%">`).join('')}`,
  );
  await maker.page.screenshot({ path: path.join(FOLDER, `${name}.png`) as `${string}.png`, fullPage: true });
  await maker.close();
  console.log(`${name}.png`);
}

void main();
