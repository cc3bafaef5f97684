import type { Browser } from 'puppeteer-core';
import { App } from './app';
import { Maker, openBrowser } from './browser';
import { type More, layOutDemo } from './demo';

/** What one file of browser tests plays on: an app with a database of its own, and a browser. */
export interface Stage {
  app: App;
  browser: Browser;
  /** A new tab, closed after the test that opened it unless it lasts. */
  maker: (size?: { width: number; height: number }, lasts?: 'lasts') => Promise<Maker>;
}

/** Sets the stage before the tests of a file and clears it after them. */
export function stage({ demo, ...more }: { demo: boolean } & More): Stage {
  const set = {} as Stage;
  beforeAll(async () => {
    set.app = await App.start(demo ? (databaseFile) => layOutDemo(databaseFile, more) : undefined);
    set.browser = await openBrowser();
    set.maker = async (size, lasts) => {
      const maker = await Maker.at(set.browser, set.app.url, size);
      if (!lasts) opened.push(maker);
      return maker;
    };
  });
  // A test that failed half way must not hold what the next one needs: a run counts on one screen alone.
  let opened: Maker[] = [];
  beforeEach(() => {
    opened = [];
  });
  afterEach(async () => {
    for (const maker of opened) if (!maker.page.isClosed()) await maker.close();
  });
  afterAll(async () => {
    await set.browser?.close();
    await set.app?.end();
  });
  return set;
}
