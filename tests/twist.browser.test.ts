import { openDatabase } from '../db/common/connection';
import { percentOfOwn } from '../core/twist/twist';
import { changeAt, changesAlong } from '../core/twist/twistChange';
import { type Scenario, scenarioOutcome, scenarioOf } from '../features/twist/scenario';
import { changeSentences } from '../features/twist/words';
import { plannedUse } from '../server/yarn/plannedUse';
import { practicePage } from '../server/twist/practice';
import { today } from '../server/days/today';
import { twistOfYarn, type TwistPage, twistPage } from '../server/twist/twist';
import { yarnPage, yarnView } from '../server/yarn/yarnViews';
import type { Maker } from './support/browser';
import { stage } from './support/stage';

/** Twist from the log to the plan: what is seen is what the core has, through reloads and a killed server. */

const set = stage({ demo: true, minis: true, twist: true });

afterEach(async () => {
  const [, ...left] = await set.browser.pages();
  for (const page of left) await page.close();
});

/** The cake of the soft single, and the cake that came wound from a fair. */
const SOFT = 78;
const FAIR = 79;

function inDatabase<T>(read: (db: ReturnType<typeof openDatabase>) => T): T {
  const db = openDatabase(set.app.databaseFile);
  const found = read(db);
  db.close();
  return found;
}
const pageNow = (pieceId: number): TwistPage => inDatabase((db) => twistPage(db, pieceId)!);

/** Chooses a picture by what it says in full, within the card or the question of this name. */
async function picture(maker: Maker, long: string | RegExp, nth = 0): Promise<void> {
  const source = typeof long === 'string' ? long.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : long.source;
  await maker.page.evaluate(
    (pattern, at) => {
      const inputs = [...document.querySelectorAll<HTMLInputElement>('input[type=radio]')];
      const found = inputs.filter((input) => new RegExp(pattern).test(input.getAttribute('aria-label') ?? ''));
      if (!found[at]) throw new Error(`no picture says ${pattern}`);
      found[at].click();
    },
    source,
    nth,
  );
}

/** The sentences that core's figures make for a trial. */
function sentencesOf(page: TwistPage, scenario: Scenario): string {
  const { used } = scenarioOutcome(page, scenario);
  return changeSentences(used!, scenario.use.end, page.yarn.ownTwist, page.limits, page.build, 'metric')
    .map(({ what }, i) => (i === 0 ? what : `${what[0]!.toUpperCase()}${what.slice(1)}`))
    .join(' ')
    .replaceAll('\u00a0', ' ');
}

/** The curve as it is drawn: the points of the thick line, in the chart's own figures. */
async function curveOf(maker: Maker): Promise<{ x: number; y: number }[]> {
  await maker.has('canvas');
  return maker.page.evaluate(() => {
    interface Fiber {
      child: Fiber | null;
      sibling: Fiber | null;
      memoizedProps: { data?: { datasets: { borderWidth: number; data: { x: number; y: number }[] }[] } } | null;
    }
    // From the root of what is shown: a part of the page may still hold what it was drawn from before.
    const [, host] = Object.entries(document).find(([key]) => key.startsWith('__reactContainer'))!;
    const left = [(host as { stateNode: { current: Fiber } }).stateNode.current];
    for (let fiber = left.pop(); fiber; fiber = left.pop()) {
      const thick = fiber.memoizedProps?.data?.datasets?.find(({ borderWidth }) => borderWidth === 4);
      if (thick) return thick.data;
      left.push(...[fiber.sibling, fiber.child].filter((next) => next !== null));
    }
    throw new Error('there is no curve');
  });
}

async function agrees(maker: Maker, page: TwistPage, scenario: Scenario): Promise<void> {
  await maker.sees(sentencesOf(page, scenario));
  const { used } = scenarioOutcome(page, scenario);
  const curve = await curveOf(maker);
  const pixels = await maker.page.$eval('canvas', (canvas) => canvas.clientWidth);
  expect(curve.length).toBeLessThanOrEqual(pixels);
  const along = changesAlong(used!, curve.length);
  curve.forEach(({ y }, i) => expect(y).toBeCloseTo(percentOfOwn(along[i]!, page.yarn.ownTwist!), 6));
}

describe('the twist of a cake', () => {
  test('each step changed on the spot: the sentence and the curve are those of the core', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/${SOFT}`);
    const page = pageNow(SOFT);
    let scenario = scenarioOf(page);
    await agrees(maker, page, scenario);

    // Turned over, it gains where it lost.
    await picture(maker, 'the side down that was up');
    scenario = { ...scenario, use: { end: 'inner', left: 'far' } };
    await agrees(maker, page, scenario);
    await maker.sees('Worked from the centre, turned over');

    // From the outside, on a peg that turns: nothing.
    await maker.page.locator('::-p-text(outside)').click();
    await picture(maker, 'The cake turned');
    await maker.sees('its twist is as it was made, all along');

    // The hank hung still instead.
    await picture(maker, 'It hung still, and the strand ran round it anticlockwise');
    const [, wound] = page.story;
    scenario = {
      ...scenario,
      left: { [wound!.operationId]: { end: 'inner', left: 'ccw' } },
      use: { end: 'outer', left: 'turning' },
    };
    await agrees(maker, page, scenario);
    await maker.sees('Some of this differs from what was noted');
    await maker.press('Back to what was noted');
    await maker.sees(sentencesOf(page, scenarioOf(page)));
    expect(maker.troubles).toEqual([]);
    await maker.close();
  });

  test('wound once more, as it is tried; a place is looked at by keys', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/${SOFT}`);
    const page = pageNow(SOFT);
    await maker.press('Wind it once more');
    const [tool] = page.tools;
    const scenario: Scenario = {
      ...scenarioOf(page),
      again: { end: 'inner', left: 'near', toolKey: tool!.key, laid: 'spindle cw' },
      use: { end: 'inner', left: 'near' },
    };
    await agrees(maker, page, scenario);
    const { used } = scenarioOutcome(page, scenario);
    await maker.page.focus('[role=slider]');
    await maker.keys('End');
    const there = Math.abs(changeAt(used!, used!.lengthM));
    const valueText = await maker.page.$eval('[role=slider]', (input) => input.getAttribute('aria-valuetext'));
    expect(valueText).toContain(there.toFixed(1));
    await maker.close();
  });

  test('every centimetre is looked at in the worker', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/${SOFT}`);
    const page = pageNow(SOFT);
    const { used } = scenarioOutcome(page, scenarioOf(page));
    await maker.sees(/Centimetre by centimetre: \d+ m noticeable, \d+ m a problem/);
    const metres = /(\d+) m noticeable, (\d+) m a problem/
      .exec(await maker.text())!
      .slice(1)
      .map(Number);
    expect(Math.abs(metres[0]! + metres[1]! - used!.lengthM)).toBeLessThanOrEqual(1.5);
    const own = page.yarn.ownTwist!;
    expect(Math.abs(percentOfOwn(changeAt(used!, metres[1]!), own))).toBeCloseTo(page.limits.single.troublePercent, 0);
    await maker.close();
  });

  test('which way next: into the plan by one press, kept through a reload, taken back', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/${SOFT}`);
    await maker.sees('Which way next?');
    await maker.page.locator('::-p-text(Plan it)').click();
    await maker.sees('In the plan: work it from the outside, on a peg that turns');
    expect(inDatabase((db) => plannedUse(db, SOFT))).toEqual({ rewind: null, use: { end: 'outer', left: 'turning' } });
    await maker.page.reload();
    await maker.live();
    await maker.sees('In the plan: work it from the outside');
    await maker.press('Take it out');
    await maker.waitsFor(() => !document.body.innerText.includes('In the plan'));
    // One that winds it again is where the winding is planned.
    await maker.page.evaluate(() => {
      const ways = [...document.querySelectorAll<HTMLButtonElement>('button[aria-label^="Plan it: Wind it again"]')];
      ways[0]!.click();
    });
    await maker.sees('In the plan: wind it again');
    await maker.goTo(`/winding/plan/${SOFT}`);
    await maker.sees('For its twist you chose: wind it again');
    await maker.goTo(`/twist/${SOFT}`);
    await maker.press('Take it out');
    await maker.waitsFor(() => !document.body.innerText.includes('In the plan'));
    await maker.close();
  });

  test('limits of one’s own: bad ones are refused beside their field and kept as typed, good ones grade anew', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/${SOFT}`);
    await maker.page.locator('::-p-text(How much matters)').click();
    await maker.fill('single.seenPercent', '20');
    await maker.fill('single.troublePercent', '12');
    await maker.press('Use these');
    await maker.sees('must be above where it is seen');
    expect(await maker.valueOf('single.troublePercent')).toBe('12');
    await maker.fill('single.troublePercent', '40');
    await maker.press('Use these');
    await maker.sees('in a single, 20 % is noticeable and 40 % is a problem');
    await maker.sees(/All of it, 414 m, loses 10 to 3 % of its Z: hardly noticeable/);
    await maker.press('Back to the starting figures');
    await maker.press('Use these');
    await maker.sees('in a single, 3 % is noticeable and 8 % is a problem');
    await maker.close();
  });
});

test('a cake that came wound is not known; once one has looked how it lies, what is pulled off it is', async () => {
  const maker = await set.maker();
  await maker.goTo(`/twist/${FAIR}`);
  await maker.sees('It came wound already: nobody here saw how');
  expect(await maker.text()).not.toContain('as it was made');
  await picture(maker, /^clockwise, seen from above/);
  await maker.sees('What has been done since, and what is tried, adds this');
  await maker.press('That is how it was: note it');
  await maker.sees('It is noted');
  // Taken back, and noted again.
  await maker.press('Undo');
  await maker.waitsFor(() => !document.body.innerText.includes('adds this'));
  expect(inDatabase((db) => twistOfYarn(db, yarnView(db, pageNow(FAIR).yarn.id)!).get(FAIR)!.laid)).toBeNull();
  await picture(maker, /^clockwise, seen from above/);
  const { operationId } = pageNow(FAIR).story[0]!;
  await maker.fill(`size-${operationId}-core`, '30');
  await maker.fill(`size-${operationId}-outer`, '30');
  await maker.sees('it is wider than that');
  await maker.fill(`size-${operationId}-outer`, '9.5 cm');
  await maker.press('That is how it was: note it');
  await maker.waitsFor(() => !document.body.innerText.includes('differs from what was noted'));
  const { gap, laid } = inDatabase((db) => twistOfYarn(db, yarnView(db, pageNow(FAIR).yarn.id)!).get(FAIR)!);
  // What was before it came stays unknown.
  expect(gap).toBe('came wound');
  expect(laid!.sense).toBeGreaterThan(0);
  expect(Math.sqrt(laid!.start)).toBeCloseTo(0.015, 9);
  await maker.page.reload();
  await maker.live();
  const kept = await maker.page.$eval(`#size-${operationId}-outer`, (input) => (input as HTMLInputElement).value);
  expect(kept).toMatch(/^95\smm$/);
  await maker.sees(/get \d+\.\d to \d+\.\d t\/m Z|gets \d+\.\d to \d+\.\d t\/m Z/);
  await maker.close();
});

test('counting its twist: a bad count is refused beside its field, a good one is the yarn’s own from then on', async () => {
  const maker = await set.maker();
  await maker.goTo(`/pieces/${FAIR}?how=twist`);
  await maker.fill('turns', '4000');
  await maker.fill('over', '25 cm');
  await maker.press('Save this measurement');
  await maker.sees(/3,?000/);
  expect(await maker.valueOf('turns')).toBe('4000');
  await maker.fill('turns', '41');
  await maker.page.locator('::-p-aria([name="It leans like the letter"]) ::-p-text(Z)').click();
  await maker.sees('That is 164 t/m Z');
  await maker.press('Save this measurement');
  await maker.sees('The measurement is saved');
  await maker.goTo(`/twist/${FAIR}`);
  await maker.sees('Its own twist: 164 t/m Z, counted once');
  await maker.close();
});

describe('plying', () => {
  test('both ends of a cake: figures, a sample that judges, through a killed server into the log, and the rest in today', async () => {
    const maker = await set.maker();
    await maker.goTo(`/twist/ply?pieces=${SOFT}`);
    await maker.sees(/The strand from the centre loses up to 10 %/);
    await maker.sees(/The strand from the outside gains up to 4 %/);
    await maker.sees('83 t/m to begin with');
    await maker.fill('share', '5');
    await maker.sees('must lie between 0.2 and 1.5');
    await maker.fill('share', '0.7');
    await maker.fill('foldTurns', '9');
    await maker.sees('90 t/m as your sample has it');
    await maker.fill('mass', '8000');
    await maker.press('Log it');
    await maker.sees('that is more than went in');
    await maker.fill('mass', '82.6');

    // The server dies with everything typed; it is all there when it comes back.
    await set.app.kill();
    await maker.press('Log it');
    await maker.sees('cannot be reached');
    await set.app.restart();
    await maker.page.reload();
    await maker.live();
    expect(await maker.valueOf('mass')).toBe('82.6');
    expect(await maker.valueOf('foldTurns')).toBe('9');
    await maker.press('Log it');
    await maker.arrivesAt(/^\/logbook\/\d+$/);
    await maker.sees('Plied');
    const [wait] = inDatabase((db) =>
      today(db, new Date()).pendingCare.filter(({ yarnName }) => yarnName.startsWith('Skerry')),
    );
    expect(wait).toMatchObject({ stage: 'resting' });
    await maker.goTo('/');
    await maker.sees(/Skerry single, Sea thrift, two-ply, Sea thrift, hank 1: rests until/);

    // Into the water before its time, and the offer to take that back.
    await maker.goTo(wait!.href);
    await maker.sees('Both ends of cake 1');
    await maker.sees('meant to have 90 t/m');
    await maker.press('It is in the water');
    await maker.sees('It dries since');
    await maker.press('Undo');
    await maker.sees('It rests until');
    expect(maker.troubles.filter((trouble) => !/fetch/i.test(trouble))).toEqual([]);
    await maker.close();
  });

  test('a hank of single over two bobbins, half each, and both plied from where they turn', async () => {
    const maker = await set.maker();
    // The handspun hank has no twist that anybody counted: it is asked for, not made up.
    const hank = inDatabase((db) =>
      yarnPage(db, 7)!.pieces.find(({ consumedBy, form }) => consumedBy === null && form === 'hank')!,
    );
    await maker.goTo(`/twist/ply?pieces=${hank.id}`);
    await maker.page.locator('.ant-segmented-item ::-p-text(bobbins)').click();
    await maker.sees('Split it over two bobbins first');
    await maker.sees('How much is shown once the singles’ twist is known');
    await maker.fill('spun', 'lots');
    await maker.sees('write it like 180 t/m or 4.5 tpi');
    await maker.fill('spun', '240');
    await maker.sees('to begin with');
    const halves = hank.mass!.massG / 2;
    await maker.sees(`until the scale shows ${halves.toFixed(1)} g`);
    await maker.fill('masses.0', halves.toFixed(1));
    await maker.fill('masses.1', (halves - 0.8).toFixed(1));
    await maker.press('They are on two bobbins');
    await maker.sees('The two are alike');
    const bobbins = inDatabase((db) =>
      yarnPage(db, 7)!.pieces.filter(({ form, consumedBy }) => form === 'bobbin' && consumedBy === null),
    );
    expect(bobbins).toHaveLength(2);
    expect(await maker.text()).not.toContain('Split it over two bobbins first');
    await maker.goTo(`/twist/ply?pieces=${bobbins.map(({ id }) => id).join(',')}`);
    await maker.sees('The two are alike');
    await maker.close();
  });
});

test('a winding logs how its strand ran, as the bench has it or otherwise', async () => {
  const maker = await set.maker();
  // A hank of the sock yarn, wound and logged in the quickest way.
  const hank = inDatabase((db) =>
    yarnPage(db, 6)!.pieces.find(({ form, consumedBy }) => form === 'hank' && consumedBy === null)!,
  );
  await maker.goTo(`/winding/plan/${hank.id}`);
  await maker.press('Wind it at the bench');
  await maker.arrivesAt(/^\/winding\/run\/\d+$/);
  const runId = Number(maker.path.split('/').at(-1));
  await set.app.kill();
  inDatabase((db) => {
    const insert = db.prepare(
      'INSERT INTO run_event (run_id, writer, seq, at_ms, part, kind, detail) VALUES (?, ?, ?, 1, 0, ?, ?)',
    );
    insert.run(runId, 'twist-test', 1, 'stage', '{"stage":"wind"}');
    insert.run(runId, 'twist-test', 2, 'turns', '{"amount":420}');
    insert.run(runId, 'twist-test', 3, 'stage', '{"stage":"weigh"}');
    db.prepare('UPDATE run SET state = NULL, state_upto = NULL, lease_owner = NULL WHERE id = ?').run(runId);
  });
  await set.app.restart();
  await maker.page.reload();
  await maker.live();
  await maker.sees('Put the cake on the scale');
  await maker.sees('how did the yarn come off? As your bench has it');
  await maker.page.locator('::-p-text(Twist \\(optional\\))').click();
  await picture(maker, 'It hung still, and the strand ran round it clockwise');
  await maker.fill('masses.0', '113');
  await maker.press('Log it');
  await maker.arrivesAt(/^\/logbook\/\d+$/);
  const cake = inDatabase((db) => yarnPage(db, 6)!.pieces.at(-1)!);
  const { change, gap, laid } = inDatabase((db) => twistOfYarn(db, yarnView(db, 6)!).get(cake.id)!);
  expect(gap).toBeNull();
  expect(changeAt(change, 3)).toBeCloseTo(1 / 1.62, 6);
  expect(laid!.sense).toBeLessThan(0);
  await maker.goTo('/yarns/6');
  await maker.sees('up to 0.2 % less twist');
  await maker.close();
});

describe('practice', () => {
  const answersKept = () => inDatabase((db) => practicePage(db).total);

  test('by keys: asked, judged with the reason, pulled, counted, and kept through a reload', async () => {
    const maker = await set.maker();
    await maker.goTo('/twist/practice');
    const before = answersKept();
    for (let i = 0; i < 4; i++) {
      // Whoever guesses well is led on to the next level: these are the first.
      await maker.page.locator('::-p-text(First pulls)').click();
      await maker.sees('Which way does the new twist lean?');
      await maker.keys(String((i % 3) + 1));
      await maker.sees(/That is right|Not quite/);
      const { right, chosen, reason } = await maker.page.evaluate(() => {
        const choices = [...document.querySelectorAll<HTMLElement>('ol button[data-state]')];
        return {
          right: choices.find(({ dataset }) => dataset.state === 'right')!.innerText,
          chosen: choices.find(({ innerText }) => /✗|✓/.test(innerText))!.innerText,
          reason: document.querySelector('main')!.innerText,
        };
      });
      const letter = /like ([SZ])/.exec(right)?.[1];
      expect(reason).toContain(letter ? `that is ${letter}.` : 'no turn is put in');
      expect(chosen).toBeTruthy();
      // Where no motion is wanted, it is drawn pulled at once.
      await maker.waitsFor(() => document.querySelector('[role=slider]')!.getAttribute('aria-valuenow') === '100');
      expect(await maker.page.$eval('svg[role=img]', (svg) => svg.getAttribute('aria-label'))).toMatch(
        letter ? `like ${letter}` : 'flat',
      );
      await maker.keys('Enter');
    }
    await maker.until(() => Promise.resolve(answersKept() === before + 4));
    await maker.page.reload();
    await maker.live();
    await maker.sees(`${before + 4} answered in all`);
    await maker.close();
  });

  test('the harder ones can be gone to at once', async () => {
    const maker = await set.maker();
    await maker.goTo('/twist/practice');
    await maker.page.locator('::-p-text(For spinners)').click();
    await maker.sees(
      /What do the two pulls come to|Which of the two strands gains|left most as it was|How many turns does the first metre get/,
    );
    await maker.keys('1');
    await maker.sees(/That is right|Not quite/);
    await maker.close();
  });

  test('figures that are typed to find something answer nothing', async () => {
    const maker = await set.maker();
    await maker.goTo('/twist/practice');
    await maker.page.locator('::-p-text(First pulls)').click();
    const before = answersKept();
    // After a choice by mouse the letters of the whole app are heard as well.
    await maker.keys('f');
    await maker.waitsFor(() => document.activeElement?.matches('[role=dialog] input') === true);
    await maker.keys('1', '2');
    await maker.waitsFor(() => (document.activeElement as HTMLInputElement).value === '12');
    await maker.keys('Escape');
    await maker.waitsFor(() => document.activeElement?.closest('[role=dialog]') === null);
    expect(await maker.page.$('ol button[data-state]')).toBeNull();
    expect(answersKept()).toBe(before);
    await maker.close();
  });

  test('an answer that could not be kept is said, and the practice goes on', async () => {
    const maker = await set.maker();
    await maker.goTo('/twist/practice');
    await maker.page.locator('::-p-text(First pulls)').click();
    await maker.sees('Which way does the new twist lean?');
    await set.app.kill();
    await maker.keys('1');
    await maker.sees('This answer could not be kept');
    await maker.press('The next one');
    await maker.waitsFor(() => document.querySelector('ol button[data-state]') === null);
    await maker.sees(/lean\?|gain or lose\?|change most\?/);
    await set.app.restart();
    await maker.close();
  });
});
