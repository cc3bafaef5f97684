import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Plans of every kind, and what happens along a winding: pieces of a project, faults, hands, queues, thumbs. */

const HANK = 27;
const MINI = 1;

const set = stage({ demo: true });
let maker: Maker;
beforeAll(async () => (maker = await set.maker()));

const click = (words: string) => maker.page.locator(`::-p-text(${words})`).click();
/** Makes it so many turns on, ten to a press. */
async function countTens(tens: number): Promise<void> {
  await maker.page.focus('[data-count]');
  await maker.count(tens);
}

test('what lies along a hank is noted at its place, and a slip is taken back', async () => {
  await maker.goTo(`/pieces/${HANK}`);
  await maker.press('Mark a knot, a thin spot or a colour change');
  await maker.fill('at', '9 km');
  await maker.press('Mark it');
  await maker.sees(/it is only about 37\d m long/);
  expect(await maker.valueOf('at')).toBe('9 km');
  await maker.fill('at', '40 m');
  await maker.press('Mark it');
  await maker.sees('knot at 40 m from the end that leaves first');
  await maker.press('Undo');
  // The offer goes too: it could lie over the button that is pressed next.
  await maker.waitsFor(() => !/knot at 40 m|It is noted/.test(document.body.innerText));
  // By the keyboard: the button moves up as the undone line above it goes, and a mouse can miss it then.
  await maker.page.focus('::-p-aria([name="Mark a knot, a thin spot or a colour change"])');
  await maker.keys('Enter');
  await maker.fill('at', '100 m');
  await maker.press('Mark it');
  await maker.sees('knot at 100 m');
});

test('pieces of a project are planned over two winders, and more than there is, is told', async () => {
  await maker.goTo(`/winding/plan/${HANK}`);
  await maker.sees('1 knot along it');
  await click('pieces');
  await maker.sees('Say how much each piece takes');
  await maker.fill('split.pieces.0.name', 'sleeve');
  await maker.fill('split.pieces.0.count', '2');
  await maker.fill('split.pieces.0.amount', '600 m');
  await maker.sees(/are missing/);
  expect(
    await maker.page.$eval('::-p-aria([name="Wind it at the bench"])', (b) => (b as HTMLButtonElement).disabled),
  ).toBe(true);
  await maker.fill('split.pieces.0.amount', '40 g');
  await maker.press('One more piece');
  await maker.fill('split.pieces.1.name', 'body');
  await maker.fill('split.pieces.1.amount', '140 g');
  await maker.sees(/Body is 140 g, and the small winder holds 12\d g/);
  await maker.press('Wind this one on the large winder.');
  await maker.sees('each within what its tool holds');
  await maker.sees('Sleeve 1');
  await click('Hank 4');
  await maker.sees(/2 in all: \d cakes, \d+ turns, about \d+ min/);
});

test('at the bench each piece has its name, its tool and its own count', async () => {
  await maker.press('Wind it at the bench');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.sees('Sleeve 1, on the small winder');
  await maker.press('Begin to wind at once');
  await maker.press('How I count');
  await click('10 turns');
  await maker.keys('Escape');
  await countTens(4);
  await maker.counts(40);
});

test('each thing that happens is one key, and one more takes it back', async () => {
  await maker.keys('t', 'c', 'w', 'k', 'u');
  await maker.sees('1 thin spot marked, 1 colour change marked, 1 change of tension marked');
  expect(await maker.text()).not.toMatch(/knot marked/);
  await maker.keys('b');
  await maker.sees('Stopped at 40: yarn over the base');
  await maker.sees('Unplug a motor before your fingers go near the gears');
  await click('Go on winding at 40');
  await maker.counts(40);
});

test('a pedal is taught its key by pressing it once', async () => {
  await maker.press('How I count');
  await maker.page.locator('::-p-aria([name="marks a knot"])').click();
  await maker.keys('z');
  expect(await maker.page.$eval('::-p-aria([name="marks a knot"])', (input) => (input as HTMLInputElement).value)).toBe(
    'z',
  );
  await maker.keys('Escape');
  await maker.page.focus('[data-count]');
  await maker.keys('z');
  await maker.sees('1 knot marked');
  await maker.keys('u');
  await maker.waitsFor(() => !document.body.innerText.includes('1 knot marked'));
});

test('another pair of hands takes over, and that is kept', async () => {
  await maker.press('Hand over');
  await maker.has('form input');
  await maker.page.locator('form input').fill('Ebba');
  await maker.press('Takes over');
  await maker.sees('Ebba winds');
  await maker.page.reload();
  await maker.live();
  await maker.sees('Ebba winds');
  await maker.sees('1 thin spot marked');
  await maker.counts(40);
  await maker.holds();
});

test('a tick counts while hands follow it, and holds with the space bar; a reload takes nothing away', async () => {
  await maker.press('How I count');
  await maker.page.locator('[title="my pace"]').click();
  await maker.sees('It ticks at your own pace');
  await maker.keys('Escape');
  await maker.page.focus('[data-count]');
  await maker.sees('space starts the tick');
  await maker.keys(' ');
  await maker.waitsFor(() => Number(document.querySelector('[data-count]')!.getAttribute('data-count')) >= 43);
  await maker.sees(/crank to the tick, \d+ a minute/);
  await maker.keys(' ');
  await maker.sees('space starts the tick');
  await maker.sees(/By the tick, give or take \d+ turns/);
  const count = () => maker.page.$eval('[data-count]', (button) => Number(button.getAttribute('data-count')));
  const held = await count();
  await maker.page.reload();
  await maker.live();
  await maker.holds();
  expect(await count()).toBe(held);
  // Back to forty, and to counting by hand.
  await maker.press('How I count');
  await maker.page.locator('[title="me"]').click();
  await maker.page.locator('[title="1 turn"]').click();
  await maker.keys('Escape');
  await maker.page.focus('[data-count]');
  for (let turns = held; turns > 40; turns--) await maker.keys('Backspace');
  await maker.counts(40);
  await maker.press('How I count');
  await click('10 turns');
  await maker.keys('Escape');
});

test('when something goes wrong, help is one key away; what helped is logged, and the knot is marked', async () => {
  await maker.keys('?');
  await maker.page.locator('::-p-aria([name="What do you see?"])').fill('grease');
  await maker.press('Yarn is in the gears Yarn is in the gears');
  await maker.sees('Never crank on, and never crank back by force');
  await click('a motor');
  await maker.sees('1. Unplug the motor');
  // Behind the sheet nothing is counted.
  await maker.keys(' ');
  await maker.fill('Cut out what is greasy or worn lost', '2 bananas');
  await maker.sees('Write it like 1.5 m or 2 yd');
  await maker.fill('Cut out what is greasy or worn lost', '1.5 m');
  await maker.page.locator('li:last-child > div ::-p-text(This helped: log it)').click();
  await maker.sees('1 knot marked');
  await maker.counts(40);
  await maker.keys('u');
  await maker.waitsFor(() => !document.body.innerText.includes('1 knot marked'));
});

test('too much on a winder is told before it spills over', async () => {
  const [, planned] = /of (\d+) turns/.exec(await maker.text())!;
  await countTens(Math.ceil(Number(planned) / 10) - 4);
  await maker.sees(/Stop at \d+: cut here|past the cut: stop/);
  await countTens(4);
  await maker.sees('past the cut: stop');
  // On and on, as if nobody looked.
  for (let presses = 0; presses < 60; presses++) {
    const cue = await maker.page.$eval('[data-cue]', (element) => element.getAttribute('data-cue'));
    if (cue === 'nearly full') break;
    await countTens(1);
  }
  await maker.sees('Nearly full: the last layers, slowly');
  for (let presses = 0; presses < 60; presses++) {
    const cue = await maker.page.$eval('[data-cue]', (element) => element.getAttribute('data-cue'));
    if (cue === 'full') break;
    await countTens(1);
  }
  await maker.sees('Full: cut here, before it slides over the base');
});

test('on another winder the end is seated anew, and the next cake begins at nothing', async () => {
  await maker.press('Cut: take it off');
  await maker.count(5);
  await maker.sees('Wind cake 3 (2 of');
  // Weighed before the next, it corrects the turns to come; and it can be taken back.
  await maker.fill('weighed', 'a lot');
  await maker.sees('Write it like 52.3 g or 1.8 oz');
  await maker.fill('weighed', '45 g');
  await maker.press('Save its weight');
  await maker.sees(/45 g for \d+ turns\. The next gets 40 g: \d+ turns/);
  await maker.press('It was not weighed');
  await maker.fill('weighed', '45 g');
  await maker.press('Save its weight');
  await maker.sees(/45 g for \d+ turns/);
  await maker.page.focus('[data-count]');
  await maker.count(1);
  await maker.counts(0);
  await countTens(2);
  await maker.press('Cut: take it off');
  await maker.count(5);
  await maker.sees('All done');
  await maker.count(1);
  await maker.sees('Body, on the large winder');
  await maker.sees('Catch the end in the notch');
  expect(await maker.text()).not.toMatch(/Put it on the swift/);
  await maker.count(3);
  await maker.counts(0);
  await countTens(3);
  await maker.press('Cut: take it off');
  await maker.press('No more cakes: to the scale');
});

test('each cake is weighed under its name, measured, and its places go into the log', async () => {
  await maker.sees('45 g when it came off, without a bowl');
  for (const [i, mass] of ['45', '40', '120'].entries()) await maker.fill(`masses.${i}`, mass);
  await maker.fill('rest', '21');
  await maker.fill('diameters.0', '20 mm');
  await maker.fill('heights.0', '68 mm');
  await maker.press('Log it');
  await maker.sees('a cake is wider than what it was wound on');
  await maker.fill('diameters.0', '62 mm');
  await maker.fill('heights.0', '');
  await maker.press('Log it');
  await maker.sees('both, or neither');
  await maker.fill('heights.0', '68 mm');
  await maker.sees('It balances');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.sees('thin spot');
  await maker.sees('colour change');
  await maker.sees('Ebba');
  await maker.sees('62 mm across, 68 mm high');
  await maker.sees('Yarn is in the gears, after 40 turns: cut out what is greasy or worn; 1 min, 1.5 m lost');
});

test('the knot lies in the cake that it went into, and is seen on its page', async () => {
  // At 100 m of 374: in the first of 45, 40, 120 g at 1.65 m to the gram it is past 74 m, so in the second.
  await click('Cake 3');
  await maker.arrivesAt(/^\/pieces\/\d+$/);
  await maker.sees(/knot at 2\d m from the inner end/);
  await maker.page.goBack();
  await maker.live();
});

test('the next hank of the queue begins in the same way', async () => {
  await maker.press('Wind the next one: 1 waits');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.sees('Hank 4');
  await maker.press('Cancel winding');
  await maker.press('Discard the count');
  await maker.arrivesAt(/^\/pieces\/\d+$/);
});

test('in a browser that is told to keep nothing a winding is counted all the same, and a choice holds until it is closed', async () => {
  const shy = await set.maker();
  await shy.page.evaluateOnNewDocument(() => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        get: () => {
          throw new DOMException('told to keep nothing', 'SecurityError');
        },
      });
  });
  await shy.goTo('/yarns');
  await shy.page.locator('label::-p-text(List)').click();
  await shy.waitsFor(() => document.querySelector('table') !== null);
  await shy.goTo(`/winding/plan/${MINI + 1}`);
  await shy.press('Wind it at the bench');
  await shy.arrivesAt(/^\/winding\/run\/\d+$/);
  await shy.holds();
  await shy.press('Begin to wind at once');
  await shy.page.focus('[data-count]');
  await shy.count(3);
  // While the app is away it says where the counts are, and sends them on once it is back.
  await set.app.kill();
  await shy.count(2);
  await shy.sees('kept on this page alone');
  await set.app.restart();
  await shy.counts(5);
  await shy.waitsFor(() => !document.body.innerText.includes('on this page alone'));
  await maker.goTo(shy.path);
  await maker.counts(5);
  await shy.press('Cancel winding');
  await shy.press('Discard the count');
  await shy.arrivesAt(/^\/pieces\/\d+$/);
  expect(shy.troubles).toEqual([]);
  await shy.close();
});

test('the bench has learned from the cake, and says from which', async () => {
  await maker.goTo('/bench');
  await maker.sees('Learned from 6 of your cakes');
});

test('a mini is wound on the thumb, with care for it, and becomes a ball', async () => {
  await maker.goTo(`/winding/plan/${MINI}`);
  await maker.page.locator('::-p-aria([role="combobox"])').click();
  await maker.page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) [data-value="form 3"]').click();
  await maker.sees('Wind it by hand');
  await maker.sees(/wraps by hand/);
  await maker.press('Wind it by hand');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.sees('Hold the end in your palm');
  for (let step = 0; step < 12 && !(await maker.text()).includes('turns pale, blue or numb'); step++)
    await maker.count(1);
  await maker.sees('turns pale, blue or numb');
  await maker.press('Begin to wind at once');
  await countTens(3);
  await maker.counts(30);
  await maker.press('All wound: take it off');
  await maker.sees('Lift it off the thumb');
  await maker.count(5);
  await maker.sees('All done');
  await maker.count(1);
  await maker.fill('masses.0', '20');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.sees('Ball 1');
});

test('a cake is just wound: nobody counts, a reload takes nothing away, and the scale tells what it is', async () => {
  await maker.goTo(`/winding/plan/${MINI + 1}`);
  await maker.press('Wind it at the bench');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  await maker.holds();
  await maker.press('Begin to wind at once');
  await maker.press('How I count');
  await click('nobody: I just wind');
  await maker.keys('Escape');
  // Nothing has begun: it can neither be taken off nor lose its way back.
  expect(await maker.page.$eval('::-p-text(take it off)', (b) => b.closest('button')!.disabled)).toBe(true);
  await maker.page.focus('[data-count]');
  await maker.keys('Space');
  await maker.sees('A knot that you mark now is placed by the time');
  await maker.keys('Space', 'Space');
  await maker.keys('KeyK');
  await maker.sees('1 knot marked');
  await maker.page.reload();
  await maker.sees('A knot that you mark now is placed by the time');
  await maker.sees('1 knot marked');
  // A phone beside it whose clock is ten minutes ahead does not take it for ten minutes more.
  const phone = await set.maker();
  await phone.page.evaluateOnNewDocument(() => {
    const { now } = Date;
    Date.now = () => now() + 600_000;
  });
  await phone.goTo(maker.path);
  await phone.waitsFor(() => /\b[1-4]\smin so far/.test(document.body.innerText));
  await phone.close();
  await maker.press('All wound: take it off');
  await maker.press('To the scale at once');
  await maker.sees('not counted');
  await maker.fill('masses.0', '20');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  await maker.sees('not counted, planned');
  await maker.sees(/knot by the time/);
  await maker.page.evaluate(() => localStorage.setItem('what counts', 'hand'));
});

test('by hand every way is shown: moving, step by step, or still beside each other; a left hand sees its mirror', async () => {
  await maker.goTo('/winding/by-hand?method=thumb');
  // Nothing is to move here: every step stands there with its words.
  for (const words of [
    'Hold the end in your palm',
    'Figures of eight',
    'Fold it, and wind round it',
    'Lift it off the thumb',
  ])
    await maker.sees(words);
  await maker.sees('turns pale, blue or numb');
  await maker.sees(/about \d+ min: \d+ wraps/);
  await maker.fill('amount-mass', '5 hours');
  await maker.sees('An amount with its unit');
  await maker.fill('amount-mass', '25 g');
  await maker.sees(/about \d+ min: \d+ wraps/);
  const mirrored = () => document.querySelectorAll('svg > g[transform^="matrix(-1"]').length;
  expect(await maker.page.evaluate(mirrored)).toBe(0);
  await click('Left-handed');
  await maker.waitsFor(() => document.querySelectorAll('svg > g[transform^="matrix(-1"]').length > 8);
  await maker.page.reload();
  await maker.waitsFor(() => document.querySelectorAll('svg > g[transform^="matrix(-1"]').length > 8);
  await click('Left-handed');
  await click('Over two chairs');
  await maker.arrivesAt(/^\/winding\/by-hand/);
  await maker.sees('Back to back, with a weight on each seat');
  await maker.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'no-preference' }]);
  await maker.sees('1 of 4');
  await maker.press('Next');
  await maker.sees('2 of 4');
  await click('Lift the strand off');
  await maker.sees('3 of 4');
  await maker.sees('Never pull: chairs tip');
  await maker.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  await maker.page.click('a[href="/trouble?what=corner%20snag"]');
  await maker.arrivesAt(/^\/trouble/);
});

test('what goes wrong with a piece away from the bench is logged by one press, and taken back by another', async () => {
  await maker.goTo('/pieces/9');
  await maker.press('Something went wrong');
  await maker.arrivesAt(/^\/trouble/);
  await maker.sees('With hank 1 of Slack Water');
  await click('The strand broke');
  await maker.sees('Something else');
  await maker.page.click('::-p-text(This helped: log it)');
  await maker.arrivesAt(/^\/pieces\/9/);
  await maker.sees('It is in the log, with what helped');
  await maker.sees('looked over');
  await maker.press('Undo');
  await maker.waitsFor(() => !/looked over/i.test(document.body.innerText));
  // A piece that is not there is helped all the same, and nothing is offered to be logged.
  await maker.goTo('/trouble?piece=999&what=lump');
  await maker.sees('Try, in this order');
  expect(await maker.text()).not.toMatch(/log it/);
});

test('a tool is put on the bench and taken off again, and either can be undone', async () => {
  await maker.goTo('/bench');
  await maker.press('+ a winder');
  await maker.fill('name', 'Loft winder');
  await maker.fill('spindleTurnsPerCrank-counted', '52');
  expect(await maker.valueOf('spindleTurnsPerCrank')).toBe('5.2');
  await maker.fill('coreDiameterMm-counted', '10 cm');
  expect(await maker.valueOf('coreDiameterMm')).toBe('31.83 mm');
  await maker.press('Add to my tools');
  await maker.sees('Loft winder');
  await maker.sees('5.2 turns of the spindle to one');
  await maker.press('Remove this tool (loft winder)');
  await maker.sees('Loft winder is removed');
  await maker.press('Undo');
  await maker.page.waitForSelector('::-p-aria([name="Remove this tool (loft winder)"])');
  await maker.press('Remove this tool (loft winder)');
  await maker.waitsFor(
    () => ![...document.querySelectorAll('h3')].some((title) => title.textContent === 'Loft winder'),
  );
});

test('nothing on the way broke in the browser', () => expect(maker.troubles).toEqual([]));

test('many cakes, and the address of a pattern in a note, stay within the page', async () => {
  const maker = await set.maker();
  const isWithin = () => maker.waitsFor(() => document.documentElement.scrollWidth <= innerWidth);
  await maker.goTo('/winding/plan/13');
  for (let cakes = 2; cakes <= 12; cakes++) {
    await maker.press('One cake more');
    await maker.sees(`in ${cakes} cakes`);
  }
  await isWithin();
  await maker.goTo('/projects/new');
  await maker.fill('name', 'Breakwater wrap');
  await maker.fill('needs.0.amount', '400 m');
  await maker.fill('notes', `https://patterns.example/${'breakwater_'.repeat(14)}wrap`);
  await maker.press('Start the project');
  await maker.arrivesAt(/^\/projects\/\d+$/);
  await maker.page.setViewport({ width: 390, height: 844 });
  await isWithin();
});

test('whoever goes on while one press is being answered stays there, and hears what became of it', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects/new');
  await maker.fill('name', 'Slack water cuffs');
  await maker.fill('needs.0.amount', '90 m');
  await maker.press('Start the project');
  await maker.arrivesAt(/^\/projects\/\d+$/);
  const { path } = maker;
  const leavePressing = async (name: string, hears: RegExp) => {
    await maker.goTo(path);
    await maker.answersTake(700);
    await maker.press(name);
    await maker.page.locator('header nav a[href="/bench"]').click();
    await maker.arrivesAt(/^\/bench$/);
    await maker.answersTake(0);
    await maker.sees(hears);
    expect(maker.path).toBe('/bench');
  };
  await leavePressing('Plan its winding', /That was not done\. .*\./);
  await leavePressing('Mark as finished', /Slack water cuffs is finished\./);
  await maker.press('Undo');
  await maker.waitsFor(() => !document.body.innerText.includes('is finished.'));
  expect(maker.path).toBe('/bench');
  await maker.goTo(path);
  await maker.press('Mark as finished');
  await maker.arrivesAt(/^\/projects$/);
  expect(maker.troubles).toEqual([]);
});
