import puppeteer, { type Browser, type CDPSession, type EvaluateFunc, type Page, type Protocol } from 'puppeteer-core';
import { pause } from './app';

const ARGUMENTS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Longer than a screen that was lost may hold a run, on a machine that does nine other things. */
const PATIENCE_MS = 60_000;

/** A slow line shows what goes by an answer that has not come yet. */
const LATENCY_MS = Number(process.env.LATENCY_MS ?? 0);

export function openBrowser(more: string[] = []): Promise<Browser> {
  const executablePath = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell';
  return puppeteer.launch({ executablePath, args: [...ARGUMENTS, ...more] });
}

/**
 * Runs in each new page before its own code. React says to what devtools put in its way when it has done what follows a
 * change of the page (effects: drafts are put in, keys are listened to): a page is live where that was its last button.
 */
function noteLivePages(): void {
  const isTakenOver = (element: Element) => Object.keys(element).some((key) => key.startsWith('__reactFiber'));
  const devtools = {
    supportsFiber: true,
    inject: () => 1,
    onCommitFiberRoot: () => {},
    onCommitFiberUnmount: () => {},
    onPostCommitFiberRoot: () => {
      const main = document.querySelector('main');
      const last = [...(main?.querySelectorAll('button, input, a') ?? [])].slice(-1);
      if (main && [main, ...last].every(isTakenOver))
        document.documentElement.setAttribute('data-live', location.pathname);
    },
  };
  Object.assign(window, { __REACT_DEVTOOLS_GLOBAL_HOOK__: devtools });
}

/** A page as a maker works it: by what it says, with the keys of a keyboard. */
export class Maker {
  readonly troubles: string[] = [];

  private constructor(
    readonly page: Page,
    private readonly url: string,
  ) {}

  static async at(browser: Pick<Browser, 'newPage'>, url: string, size = { width: 1280, height: 800 }): Promise<Maker> {
    const page = await browser.newPage();
    page.setDefaultTimeout(PATIENCE_MS);
    await page.setViewport(size);
    // Nothing is judged, or pictured, half way through a transition.
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    // What runs TypeScript for the scripts has each function name itself by a helper that a page lacks.
    await page.evaluateOnNewDocument('globalThis.__name ??= (named) => named');
    await page.evaluateOnNewDocument(noteLivePages);
    const maker = new Maker(page, url);
    if (LATENCY_MS) await maker.answersTake(LATENCY_MS);
    page.on('pageerror', (error) => maker.troubles.push(String(error)));
    return maker;
  }

  async goTo(path: string): Promise<void> {
    await this.page.goto(this.url + path, { waitUntil: 'load' });
    await this.live();
  }

  /** Waits until the page answers: React has taken it over, and all that a page does once it is there is done. */
  async live(): Promise<void> {
    await this.waitsFor(() => document.documentElement.getAttribute('data-live') === location.pathname);
  }

  get path(): string {
    return new URL(this.page.url()).pathname;
  }

  /** All that the page says. */
  text(): Promise<string> {
    return this.page.$eval('main', (main) => main.innerText.replaceAll('\u00a0', ' '));
  }

  async sees(words: string | RegExp): Promise<void> {
    const pattern = typeof words === 'string' ? escapeRegExp(words) : words.source;
    try {
      await this.waitsFor(
        (source) => new RegExp(source, 'i').test(document.body.innerText.replace(/\s+/g, ' ')),
        pattern,
      );
    } catch (cause) {
      throw new Error(`"${words}" is not on the page; it says: ${await this.text()}`, { cause });
    }
  }

  async arrivesAt(path: RegExp): Promise<void> {
    await this.waitsFor((source) => new RegExp(source).test(location.pathname), path.source);
    await this.live();
  }

  /** Presses the button or link with this name, first brought out from under what lies over it. */
  async press(name: string): Promise<void> {
    const named = this.page.locator(`::-p-aria([name="${name}"])`);
    const button = await named.waitHandle();
    await button.evaluate((element) => {
      const { x, y, width, height } = (element as Element).getBoundingClientRect();
      const onTop = document.elementFromPoint(x + width / 2, y + height / 2);
      if (onTop !== null && !element.contains(onTop)) (element as Element).scrollIntoView({ block: 'center' });
    });
    await named.click();
  }

  /** Presses what goes away by itself the moment it is there: a mouse on a busy machine may come too late. */
  async pressAtOnce(name: string): Promise<void> {
    const press = (wanted: string) => {
      const button = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === wanted);
      button?.click();
      return button !== undefined;
    };
    await this.page.waitForFunction(press, { polling: 'mutation', timeout: PATIENCE_MS }, name);
  }

  /** Switches to these units, each by itself. */
  async units(mass: 'g' | 'oz', length: 'm' | 'yd'): Promise<void> {
    for (const unit of [mass, length]) await this.page.locator(`header [title="${unit}"]`).click();
  }

  /** Puts text into the field of this id in place of what it held. */
  async fill(id: string, text: string): Promise<void> {
    const field = `[id="${id}"]`;
    await this.page.waitForSelector(field);
    await this.page.focus(field);
    await this.page.$eval(field, (input) => (input as HTMLInputElement).select());
    if (text === '') await this.page.keyboard.press('Backspace');
    else await this.page.keyboard.type(text);
  }

  /** Opens the list of this id and takes the choice with this value. */
  async choose(id: string, value: string): Promise<void> {
    await this.page.locator(`[id="${id}"]`).click();
    await this.page.locator(`.ant-select-dropdown:not(.ant-select-dropdown-hidden) [data-value="${value}"]`).click();
  }

  valueOf(id: string): Promise<string> {
    return this.page.$eval(`[id="${id}"]`, (input) => (input as HTMLInputElement).value);
  }

  /** What stands beneath a field, before its first letter is made a capital. */
  about(id: string): Promise<string> {
    return this.page.$eval(`[id="${id}-about"]`, (about) => about.textContent.replaceAll('\u00a0', ' '));
  }

  async keys(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key as 'Enter');
  }

  /** Presses the space bar so many times, as a pedal would. */
  async count(times: number): Promise<void> {
    for (let i = 0; i < times; i++) await this.page.keyboard.press('Space');
  }

  /** The large count; waits until it is this. */
  async counts(turns: number): Promise<void> {
    await this.has(`[data-count="${turns}"]`).catch(async () => {
      const shown = await this.page
        .$eval('[data-count]', (button) => button.getAttribute('data-count'))
        .catch(() => 'none');
      throw new Error(`expected ${turns} turns, but the count is ${shown}`);
    });
  }

  /** From now on each answer takes so much longer. */
  answersTake(ms: number): Promise<void> {
    return this.page.emulateNetworkConditions({ download: -1, upload: -1, latency: Math.max(ms, LATENCY_MS) });
  }

  /** Meanwhile all that is sent is done, and no answer to it arrives: the line breaks in between. */
  async losingAnswers(work: () => Promise<void>): Promise<void> {
    await this.between('Response', work, (line, { requestId, request: { method } }) =>
      method === 'POST'
        ? line.send('Fetch.failRequest', { requestId, errorReason: 'ConnectionReset' })
        : line.send('Fetch.continueRequest', { requestId }),
    );
  }

  /** Meanwhile the page asks for what the app had once and has no more, as one does that was opened before an update. */
  async asBeforeAnUpdate(work: () => Promise<void>): Promise<void> {
    await this.between('Request', work, (line, { requestId, request }) => {
      const headers = Object.entries(request.headers).map(([name, value]) => ({
        name,
        value: name.toLowerCase() === 'next-action' ? value.replace(/./g, '0') : value,
      }));
      return line.send('Fetch.continueRequest', { requestId, headers });
    });
  }

  /** Meanwhile each request is held at this stage, and `goOn` says how it goes on. */
  private async between(
    requestStage: 'Request' | 'Response',
    work: () => Promise<void>,
    goOn: (line: CDPSession, held: Protocol.Fetch.RequestPausedEvent) => Promise<unknown>,
  ): Promise<void> {
    const line = await this.page.createCDPSession();
    line.on('Fetch.requestPaused', (held) => void goOn(line, held));
    await line.send('Fetch.enable', { patterns: [{ requestStage }] });
    await work();
    await line.detach();
  }

  /** Closes the tab as one does by hand. */
  async close(): Promise<void> {
    const closed = new Promise((resolve) => this.page.once('close', resolve));
    await this.page.close({ runBeforeUnload: true });
    await closed;
  }

  /** Waits until this screen is the one that counts. */
  async holds(): Promise<void> {
    await this.has('[data-count]:not([disabled])');
  }

  /** Waits until the server has everything that was counted in this browser. */
  async kept(): Promise<void> {
    await this.waitsFor(() => !Object.keys(localStorage).some((key) => /^run \d/.test(key)));
  }

  /** Waits until the page has such an element. */
  has(selector: string): Promise<void> {
    return this.waitsFor((wanted) => document.querySelector(wanted) !== null, selector);
  }

  /**
   * Waits until this holds in the page. A page that is reloaded meanwhile, or left for another, is asked anew: a
   * question that waits inside a page is lost with it.
   */
  waitsFor<Given extends unknown[]>(holds: EvaluateFunc<Given>, ...given: Given): Promise<void> {
    return this.until(() =>
      this.page.evaluate(holds, ...given).then(
        (held) => held === true,
        () => false,
      ),
    );
  }

  async until(condition: () => Promise<boolean>): Promise<void> {
    for (const end = Date.now() + PATIENCE_MS; Date.now() < end; await pause(50)) if (await condition()) return;
    throw new Error('it did not come to be');
  }
}

function escapeRegExp(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}
