import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Browser } from 'puppeteer-core';
import { SAMPLES_PER_S } from '../core/counting/hearing';
import { writeWav, writeY4m } from '../devices/recording';
import { standInPicture, STICKER_AT } from '../devices/standInPicture';
import { change, evenly, standInSound } from '../devices/standInSound';
import { learnedSound } from '../devices/learnedSound';
import { pause } from './support/app';
import { Maker, openBrowser } from './support/browser';
import { stage } from './support/stage';

/**
 * A real browser hears and sees a made-up winder as its microphone and its camera, and a run is counted by them. A busy
 * machine loses a part of the sound and of the frames before they reach the page: how exactly they are counted is tested
 * in `core/counting`, and here that they are.
 */

const set = stage({ demo: true });
const RUN = '/winding/run/5';
const WINDER = 'Small winder';
const stand = (seconds: number) => evenly(seconds, 0);
const begin = (turnsPerS: number) => change(0.8, 0, turnsPerS);

let folder: string;
let browser: Browser | undefined;
beforeAll(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-recordings-'))));
afterEach(async () => {
  await browser?.close();
  browser = undefined;
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A bench that counts by this, in a browser with these devices. */
async function benchWith(driver: string, devices: string[], kept: Record<string, string> = {}): Promise<Maker> {
  browser = await openBrowser(devices);
  const maker = await Maker.at(browser, set.app.url);
  await maker.page.evaluateOnNewDocument(
    (entries) => entries.forEach(([key, value]) => localStorage.setItem(key, value)),
    Object.entries({ 'what counts': driver, ...kept }),
  );
  await maker.goTo(RUN);
  await maker.holds();
  return maker;
}

const FAKE = ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'];
const MOST = 0.7;
const countOf = (maker: Maker) =>
  maker.page.$eval('[data-count]', (button) => Number(button.getAttribute('data-count')));

/** The count, once it has stood still for a while. */
async function standing(maker: Maker): Promise<number> {
  for (let count = await countOf(maker); ;) {
    await pause(4000);
    const now = await countOf(maker);
    if (now === count) return now;
    count = now;
  }
}

test('the microphone counts a winder that it knows, and a press sets right what it missed', async () => {
  const recording = path.join(folder, 'winder.wav');
  const { samples, turnsAtS } = standInSound({
    seed: 11,
    stretches: [stand(3), begin(1.5), evenly(12, 1.5), stand(200)],
  });
  writeWav(recording, samples);
  const maker = await benchWith('microphone', [...FAKE, `--use-file-for-fake-audio-capture=${recording}%noloop`], {
    [`sound of ${WINDER}`]: learnedSound(11),
  });
  const before = await countOf(maker);
  await maker.press('Listen to this winder');
  await maker.until(async () => (await countOf(maker)) >= before + MOST * turnsAtS.length);
  const heard = (await standing(maker)) - before;
  await maker.sees('hears the winder stand still');
  expect(heard).toBeLessThanOrEqual(turnsAtS.length + 2);
  await maker.keys('Space');
  await maker.counts(before + heard + 1);
  await maker.keys('Backspace', 'Backspace');
  await maker.counts(before + heard - 1);
  await maker.kept();
  await maker.page.reload();
  await maker.counts(before + heard - 1);
  await maker.close();
});

test('ten turns are shown it by two presses; where no turn stands out they are counted all the same', async () => {
  const recording = path.join(folder, 'fan.wav');
  writeWav(recording, standInSound({ seed: 5, stretches: [stand(30)], noise: 0.5 }).samples);
  const maker = await benchWith('microphone', [...FAKE, `--use-file-for-fake-audio-capture=${recording}`]);
  const before = await countOf(maker);
  await maker.press('Listen');
  await maker.press('Begin');
  await maker.sees('0 of 10');
  await maker.keys('Space');
  await maker.sees('1 of 10');
  await maker.counts(before + 1);
  await maker.press('Ten are done');
  await maker.sees('No turn stands out');
  await maker.counts(before + 10);
  await maker.press('Stop listening');
  await maker.sees('Listen');
  await maker.close();
});

test('a microphone that gives nothing is said to be silent, and the keys count', async () => {
  const recording = path.join(folder, 'dead.wav');
  writeWav(recording, new Float32Array(SAMPLES_PER_S));
  const maker = await benchWith('microphone', [...FAKE, `--use-file-for-fake-audio-capture=${recording}`], {
    [`sound of ${WINDER}`]: learnedSound(11),
  });
  const before = await countOf(maker);
  await maker.press('Listen to this winder');
  await maker.sees('Nothing is heard');
  await maker.keys('Space');
  await maker.counts(before + 1);
  await maker.close();
});

test.each([
  ['microphone', 'Listen'],
  ['camera', 'Look'],
])('without leave, the %s says so and how to give it; the keys count', async (device, button) => {
  const maker = await benchWith(device, ['--deny-permission-prompts']);
  const before = await countOf(maker);
  await maker.press(button);
  await maker.sees(/(does not allow the|No) (microphone|camera)/);
  await maker.sees('The keys count as before');
  await maker.keys('Space');
  await maker.counts(before + 1);
  await maker.close();
});

// A round of the swift is two or three turns of this crank.
test.each([
  ['crank', 1, 1],
  ['swift', 2, 3],
] as const)(
  'the camera counts a sticker on the %s that was tapped, over a light that flickers',
  async (on, least, most) => {
    const recording = path.join(folder, 'crank.y4m');
    const scene = { seed: 3, stretches: [stand(20), begin(1), evenly(9, 1), stand(6)], flicker: 0.25 };
    let turned = 0;
    writeY4m(
      recording,
      (function* () {
        for (const picture of standInPicture(scene)) {
          turned = picture.turned;
          yield picture.frame;
        }
      })(),
    );
    const maker = await benchWith('camera', [...FAKE, `--use-file-for-fake-video-capture=${recording}`]);
    const before = await countOf(maker);
    await maker.press('Look');
    await maker.waitsFor(() => (document.querySelector('video')?.getBoundingClientRect().height ?? 0) > 50);
    await maker.page.locator(`[title="${on}"]`).click();
    const { x, y, width, height } = (await (await maker.page.$('video'))!.boundingBox())!;
    await maker.page.mouse.click(x + STICKER_AT.x * width, y + STICKER_AT.y * height);
    await maker.sees('Sees the sticker come by');
    const whole = Math.floor(turned);
    await maker.until(async () => (await countOf(maker)) >= before + MOST * least * whole);
    expect((await standing(maker)) - before).toBeLessThanOrEqual(most * (whole + 1));
    await maker.press('Stop looking');
    await maker.sees('Look');
    await maker.close();
  },
);
