import fc from 'fast-check';
import { changesAlong, turnsWithin } from '../../core/twist/twistChange';
import { mostChanged } from '../../core/twist/twistSeverity';
import { ternRock } from '../../scripts/ternRock';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import { LAYING_WAYS, LEAVING_WAYS, waysToLeave } from '../../core/twist/strandWays';
import { choosePlannedUse } from '../../server/yarn/plannedUse';
import { emptyDatabase, idOf, NOW } from '../../tests/support/serverTesting';
import { twistHome, type TwistPage, twistPage } from '../../server/twist/twist';
import { noteTwist } from '../../server/twist/twistNotes';
import { textOf } from '../../tests/support/uiTesting';
import { notesOf } from './notes';
import { coneSize, differs, type Scenario, scenarioOutcome, scenarioOf } from './scenario';
import { TwistHome } from './TwistHome';
import { PliedPanel } from './ply/PliedPanel';
import { TwistScreen } from './TwistScreen';
import { plannedUseOf, waysFrom } from './RewindOptions';
import { changeSentences, noseWords, singleWords } from './words';

const db = emptyDatabase();
ternRock(db, NOW);
ternRockTwist(db, NOW);
const lines = twistHome(db).lines;
const lineOf = (yarn: string) => lines.find(({ yarnName }) => yarnName.startsWith(yarn))!;
const pageOf = (yarn: string): TwistPage => twistPage(db, lineOf(yarn).id, NOW)!;
const shownText = (page: TwistPage, system: 'metric' | 'imperial' = 'metric') =>
  textOf(<TwistScreen page={page} />, system);

describe('what the screen says', () => {
  test('of a soft single: stretch by stretch what it loses, and what will be seen of it', () => {
    const words = shownText(pageOf('Skerry single'));
    expect(words).toContain('Its own twist: 125 t/m Z, counted 2 times');
    expect(words).toMatch(
      /Worked from the centre, the right way up: The first \d+ m from the centre lose 10 to 8 % of their Z: it may drift apart\. The last \d+ m lose 8 to 3 % of their Z: softer/,
    );
    expect(words).toContain('Work it from the outside, on a peg that turns');
    expect(words).toContain('leaves it as it was made');
    expect(words).toContain('in a single, 3 % is noticeable and 8 % is a problem (a rule of thumb)');
  });

  test('in turns to the inch for whoever thinks in those', () => {
    expect(shownText(pageOf('Skerry single'), 'imperial')).toContain('Its own twist: 3.2 tpi Z');
  });

  test('of a four-ply: hardly to be seen', () => {
    expect(shownText(pageOf('Causeway'))).toMatch(/All of it, \d+ m, gains 2 to 1 % S: hardly noticeable/);
  });

  test('of a cake from a fair: that it is not known, and never that nothing was changed', () => {
    const words = shownText(pageOf('Fair single'));
    expect(words).toContain('Not known. It came wound already');
    expect(words).toContain('From its centre outwards it runs');
    expect(words).not.toContain('as it was made, all along');
    expect(words).toContain('Its own twist is not known');
  });

  test('of a cone: how wide it is, and that over its nose the twist comes and goes', () => {
    const { id } = db.prepare("SELECT id FROM piece WHERE form = 'cone'").get() as { id: number };
    const page = twistPage(db, id, NOW)!;
    expect(shownText(page)).toContain('Across its nose');
    const [{ operationId }] = page.story as [(typeof page.story)[0]];
    const scenario = { ...scenarioOf(page), laid: { [operationId]: 'spindle ccw' as const } };
    const size = { coreDiameterMm: 50, outerDiameterMm: 150 };
    expect(noseWords(coneSize(page, { ...scenario, sizes: { [operationId]: size } })!, 'metric')).toMatch(
      /6\.4\st\/m from the nose, 2\.1\st\/m from the base/,
    );
    const turns = (sizes: Scenario['sizes']) => {
      const { used } = scenarioOutcome(page, { ...scenario, sizes, use: { end: 'outer', left: 'near' } });
      return turnsWithin(used!, 0, used!.lengthM) / used!.lengthM;
    };
    expect(turns({ [operationId]: size })).toBeCloseTo(-1 / (Math.PI * 0.1), 9);
    expect(turns({})).toBeCloseTo(-1 / (Math.PI * 0.0925), 9);
  });

  test('of a hank: that it is as it was made, and the way to wind it', () => {
    const yarn = db.prepare("SELECT id FROM piece WHERE form = 'hank' ORDER BY id LIMIT 1").get() as { id: number };
    const words = shownText(twistPage(db, yarn.id, NOW)!);
    expect(words).toContain('its twist is as it was made, all along');
    expect(words).toContain('Wind it off a swift that turns');
  });

  test('of what was plied: how, what was measured before and after, and what it waits for', () => {
    const [{ id }] = db
      .prepare("SELECT p.id FROM piece p JOIN yarn y ON y.id = p.yarn_id WHERE y.line = 'Lookout two-ply'")
      .all() as [{ id: number }];
    const page = twistPage(db, id, NOW)!;
    const words = textOf(<PliedPanel page={page} plied={page.plied!} />);
    expect(words).toContain('Turning bobbins of bobbin 1, Lookout single, Storm');
    expect(words).toContain('spun Z, 384 t/m; plied S, meant to have 250 t/m');
    expect(words).toContain('It dries since 13 Mar; once it is dry, weigh it');
    expect(words).toContain('ply twist 244 t/m S count it');
    expect(words).toContain('loops 119 of 146 cm: 174 m count them');
  });
});

test('the list: what working each does, unknown as unknown', () => {
  const words = textOf(<TwistHome lines={lines} older={false} />);
  expect(words).toMatch(/Cake 1 Skerry single, Sea thrift pulled from the centre: loses up to 10 %, a problem/);
  expect(words).toMatch(/Cake 1 Fair single, Gorse not known: see what is missing/);
  expect(textOf(<TwistHome lines={[]} older={false} />)).toContain('Nothing is wound yet');
});

describe('what is tried', () => {
  const page = pageOf('Skerry single');

  test('as it was noted, the piece is what the account says', () => {
    const scenario = scenarioOf(page);
    expect(differs(page, scenario)).toBe(false);
    expect(scenarioOutcome(page, scenario).piece.change.wraps).toEqual([]);
    expect(mostChanged(scenarioOutcome(page, scenario).used!)).toBeCloseTo(lineOf('Skerry single').worked!.mostPerM, 9);
  });

  test('each way next comes to what its trial comes to', () => {
    const scenario = scenarioOf(page);
    const ways = waysFrom(page, scenario);
    expect(ways.length).toBeGreaterThan(10);
    for (const way of ways) {
      const { rewind, use } = plannedUseOf(way, page);
      const again = scenarioOutcome(page, { ...scenario, again: rewind, use });
      const [one, other] = [changesAlong(way.change, 9), changesAlong(again.used!, 9)];
      one.forEach((perM, i) => expect(other[i]).toBeCloseTo(perM, 6));
    }
  });

  test('anything may be tried: it comes to a figure or to a reason, and never to nothing at all', () => {
    const [came, wound] = page.story.map(({ operationId }) => operationId) as [number, number];
    fc.assert(
      fc.property(
        fc.constantFrom('' as const, ...waysToLeave('hank', 'inner')),
        fc.constantFrom('' as const, ...LAYING_WAYS.filter((way) => way !== 'reel')),
        fc.constantFrom('inner' as const, 'outer' as const),
        fc.constantFrom('' as const, ...LEAVING_WAYS),
        (left, laid, end, used) => {
          const outcome = scenarioOutcome(page, {
            left: { [wound]: { end: 'inner', left } },
            laid: { [came]: '', [wound]: laid },
            access: {},
            sizes: {},
            again: null,
            use: { end, left: used },
          });
          expect(outcome.used === null).toBe(outcome.problem !== null);
          expect(outcome.piece.gap !== null).toBe(left === '');
          const canBe = used !== '' && waysToLeave('cake', end).includes(used);
          if (!canBe || (laid === '' && used !== 'turning')) expect(outcome.used).toBeNull();
          else expect(outcome.used).not.toBeNull();
        },
      ),
    );
  });

  test('what is put right is what the log then says', () => {
    const scenario = scenarioOf(page);
    const { operationId } = page.story[1]!;
    const otherwise = {
      ...scenario,
      left: { ...scenario.left, [operationId]: { end: 'inner' as const, left: 'cw' as const } },
      laid: { ...scenario.laid, [operationId]: 'spindle ccw' as const },
    };
    expect(differs(page, otherwise)).toBe(true);
    const { notes, otherEnd } = notesOf(page, otherwise);
    expect(otherEnd).toBe(false);
    const { used } = scenarioOutcome(page, otherwise);
    idOf(noteTwist(db, page.piece.id, notes));
    const noted = twistPage(db, page.piece.id, NOW)!;
    const now = scenarioOutcome(noted, scenarioOf(noted)).used!;
    changesAlong(now, 5).forEach((perM, i) => expect(perM).toBeCloseTo(changesAlong(used!, 5)[i]!, 6));
    // And back, for the other tests.
    idOf(noteTwist(db, page.piece.id, notesOf(noted, scenario).notes));
    expect(twistPage(db, page.piece.id, NOW)!.story).toEqual(page.story);
  });

  test('of a ball without a tail nothing comes from the centre, and none of the ways says so', () => {
    const scenario = scenarioOf(page);
    const { operationId } = page.story[1]!;
    const buried = {
      ...scenario,
      access: { [operationId]: { innerEnd: 'buried' as const, farSide: 'closed' as const } },
    };
    expect(scenarioOutcome(page, buried)).toMatchObject({
      used: null,
      problem: expect.stringContaining('buried') as string,
    });
    expect(scenarioOutcome(page, { ...buried, use: { end: 'outer', left: 'far' } }).problem).toContain('closed');
    for (const { rewind, use } of waysFrom(page, buried))
      expect(rewind?.from ?? use).not.toMatchObject({ mode: 'over-end', end: 'inner' });
    idOf(noteTwist(db, page.piece.id, notesOf(page, buried).notes));
    expect(scenarioOf(twistPage(db, page.piece.id, NOW)!).access[operationId]).toEqual({
      innerEnd: 'buried',
      farSide: 'closed',
    });
    idOf(noteTwist(db, page.piece.id, notesOf(page, scenario).notes));
    expect(twistPage(db, page.piece.id, NOW)!.story).toEqual(page.story);
  });

  test('from which end it was wound stays as it was logged', () => {
    const scenario = scenarioOf(pageOf('Causeway'));
    const { operationId } = pageOf('Causeway').story.find(({ event }) => event.kind === 'taken')!;
    const left = { ...scenario.left, [operationId]: { end: 'outer' as const, left: 'turning' as const } };
    expect(notesOf(pageOf('Causeway'), { ...scenario, left }).otherEnd).toBe(true);
  });

  test('what is planned is tried first', () => {
    const [way] = waysFrom(page, scenarioOf(page)).filter(({ rewind }) => rewind !== null);
    idOf(choosePlannedUse(db, page.piece.id, plannedUseOf(way!, page), NOW));
    const planned = twistPage(db, page.piece.id, NOW)!;
    expect(scenarioOf(planned)).toMatchObject({ again: { toolKey: way!.rewind!.tool.key } });
    expect(shownText(planned)).toContain('In the plan: wind it again');
  });
});

describe('sentences', () => {
  const limits = pageOf('Causeway').limits;
  const fading = { lengthM: 300, wraps: [{ sense: -1, start: 0.012 ** 2, perM: 5e-6 }] };

  test('without a twist of its own the turns alone are told', () => {
    expect(changeSentences(fading, 'inner', null, limits, 'two-ply', 'metric').map(({ what }) => what)).toEqual([
      'All of it, 300\u00a0m, gets 13.3 to 3.9\u00a0t/m S.',
    ]);
  });

  test('the stretches follow one another from the end that is used', () => {
    const own = { direction: 'S' as const, turnsPerM: 180 };
    const words = changeSentences(fading, 'outer', own, limits, 'single', 'metric').map(({ what }) => what);
    expect(words).toHaveLength(2);
    expect(words[0]).toMatch(
      /^The first 250\u00a0m from the outside gain 7 to 2|^The first \d+\u00a0m from the outside gain 7 to 3 % S: firmer/,
    );
    expect(words[1]).toMatch(/^the last \d+\u00a0m gain 3 to 2 % S: hardly/);
  });

  test('what a soft single would do is told where this yarn does not', () => {
    const own = { direction: 'Z' as const, turnsPerM: 160 };
    expect(singleWords(fading, own, limits, 'more plies')).toBe(
      'A soft single might drift apart; hardly this yarn of several plies.',
    );
    expect(singleWords(fading, own, limits, 'single')).toBeNull();
    expect(singleWords({ lengthM: 300, wraps: [] }, own, limits, 'two-ply')).toBeNull();
  });
});
