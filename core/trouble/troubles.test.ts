import { TERMS } from './terms';
import {
  type Attempt,
  attemptsFor,
  cautionsOf,
  findTroubles,
  HAZARDS,
  PLACES,
  type Trouble,
  waysToAnswer,
} from './trouble';
import { troubleById, TROUBLES } from './troubles';

const trouble = (id: string): Trouble => troubleById(id)!;
const orderOf = (id: string, answers: Record<string, string> = {}) =>
  attemptsFor(trouble(id), answers).map((attempt) => attempt.id);
const ALL_ATTEMPTS = TROUBLES.flatMap((each) =>
  each.attempts.map((attempt) => [`${each.id}, ${attempt.id}`, attempt] as const),
);
const textOf = ({ name, steps, stopWhen }: Attempt) => [name, ...steps, stopWhen].join(' ');

test('each is known by one name, and found at a place', () => {
  expect(new Set(TROUBLES.map(({ id }) => id)).size).toBe(TROUBLES.length);
  expect(new Set(TROUBLES.map(({ name }) => name)).size).toBe(TROUBLES.length);
  for (const place of PLACES) expect(TROUBLES.filter((each) => each.place === place).length).toBeGreaterThan(2);
});

test.each(TROUBLES.map((each) => [each.id, each] as const))('%s: every path ends in something to try', (_, each) => {
  expect(each.questions.length).toBeLessThanOrEqual(3);
  expect(new Set(each.attempts.map(({ id }) => id)).size).toBe(each.attempts.length);
  const reached = new Set<string>();
  for (const answers of waysToAnswer(each)) {
    const attempts = attemptsFor(each, answers);
    expect(attempts.length).toBeGreaterThan(0);
    for (const { id } of attempts) reached.add(id);
  }
  expect(reached.size).toBe(each.attempts.length);
});

test.each(
  TROUBLES.flatMap((each) =>
    each.questions.map((question) => [`${each.id}: ${question.words}`, each, question] as const),
  ),
)('%s is worth asking: its answers lead to different attempts', (_, each, question) => {
  const ways = question.answers.map(([answer]) =>
    attemptsFor(each, { [question.id]: answer })
      .map(({ id }) => id)
      .join(),
  );
  expect(new Set(ways).size).toBeGreaterThan(1);
});

test('what an attempt is for is a question of its trouble, and an answer to it', () => {
  for (const { attempts, questions } of TROUBLES)
    for (const { where = {} } of attempts)
      for (const [question, answers] of Object.entries(where)) {
        const known = questions.find(({ id }) => id === question)!.answers.map(([answer]) => answer);
        expect(known).toEqual(expect.arrayContaining([...answers]));
      }
});

describe('no attempt contradicts a caution', () => {
  const NEAR: [words: RegExp, hazard: (typeof HAZARDS)[number]][] = [
    [/\bcut(s| one| it| twice| the| close)\b/i, 'blade'],
    [/\bunplug|\bplug\b/i, 'gears of a motor'],
    [/\b(steam|wash it|washed|dampen it)\b/i, 'hot water'],
    [/\bdye (it|again|the place)\b/i, 'dye'],
    [/\b(burn|ash)\b/i, 'fire'],
    [/\b(freeze|moth)\b/i, 'pests'],
  ];

  test.each(ALL_ATTEMPTS)('%s', (name, attempt) => {
    for (const [words, hazard] of NEAR)
      // "See moth or damage" leads elsewhere, where the caution stands.
      if (words.test(textOf(attempt)) && !/see moth/.test(textOf(attempt)) && name !== 'damage, write off')
        expect([hazard, attempt.hazards]).toEqual([hazard, expect.arrayContaining([hazard])]);
    expect(textOf(attempt)).not.toMatch(/pull (hard|it out|it tight|the lump|harder|firmly)|crank (back|on) by force/i);
  });

  test('a motor is unplugged before anything else, whatever else was answered', () => {
    for (const each of TROUBLES.filter(({ questions }) => questions.some(({ id }) => id === 'driven')))
      for (const answers of waysToAnswer(each).filter(({ driven }) => driven === 'motor'))
        expect(attemptsFor(each, answers)[0]!.id).toBe('unplug');
  });

  test('each hazard has its sentence, and none stands there for nothing', () => {
    for (const hazard of HAZARDS) {
      expect(cautionsOf({ hazards: [hazard] })[0]).toMatch(/^[A-Z].*\.$/);
      expect(ALL_ATTEMPTS.some(([, { hazards = [] }]) => hazards.includes(hazard))).toBe(true);
    }
    expect(cautionsOf({})).toEqual([]);
    const gears = { hazards: ['gears of a motor', 'blade'] as const };
    expect(cautionsOf(gears, { driven: 'motor' })).toHaveLength(2);
    expect(cautionsOf(gears, { driven: 'hand' })).toEqual(cautionsOf({ hazards: ['blade'] }));
  });
});

test('what it costs can be told: minutes and metres from the least to the most', () => {
  for (const [, { minutes, lostM, then }] of ALL_ATTEMPTS) {
    expect(minutes[1]).toBeGreaterThanOrEqual(minutes[0]);
    if (lostM) expect(lostM[1]).toBeGreaterThan(lostM[0]);
    // Where two ends are joined, something was cut or torn off.
    if (then === 'join') expect(lostM).toBeDefined();
  }
});

test('every term that it uses is explained, and every explanation is used', () => {
  const texts = TROUBLES.flatMap((each) => [each.first, each.prevention, ...each.attempts.map(textOf)]);
  const used = new Set(texts.flatMap((text) => [...text.matchAll(/\*([^*]+)\*/g)].map(([, term]) => term!)));
  expect([...used].sort()).toEqual(Object.keys(TERMS).sort());
});

test('sentences are whole, in one spelling', () => {
  for (const each of TROUBLES)
    for (const text of [
      each.first,
      each.cause,
      each.prevention,
      ...each.attempts.flatMap(({ steps, stopWhen }) => [...steps, stopWhen]),
    ])
      expect(text).toMatch(/^[A-Z].*\.$/);
  expect(JSON.stringify(TROUBLES)).not.toMatch(/\bcolor|counterclockwise|'/);
});

describe('found by a maker’s words', () => {
  test.each([
    ['tangled', 'tangled hank'],
    ['collapses', 'collapsed'],
    ['barf', 'lump'],
    ['lost end', 'inner end lost'],
    ['gears', 'in the gears'],
    ['kinks', 'pigtails'],
    ['slipping', 'off the umbrella'],
    ['Bird’s nest', 'tangled hank'],
    ['moth', 'damage'],
    ['numb', 'numb finger'],
    ['lost count', 'miscounted'],
    ['melted', 'plastic in heat'],
  ])('%s', (words, id) => {
    expect(findTroubles(TROUBLES, words)[0]!.id).toBe(id);
  });

  test('a name goes before a cause, and nothing is found by nothing', () => {
    const found = findTroubles(TROUBLES, 'moths').map(({ id }) => id);
    expect(found[0]).toBe('damage');
    expect(found).toContain('strand broke');
    expect(findTroubles(TROUBLES, '  ')).toEqual([]);
    expect(findTroubles(TROUBLES, 'submarine')).toEqual([]);
  });
});

test('a careful maker’s order', () => {
  expect(orderOf('lump', { size: 'small' })).toEqual(['as it lies', 'work it off', 'outer end']);
  expect(orderOf('lump', { size: 'large' })).toEqual(['work it off', 'outer end']);
  expect(orderOf('in the gears', { driven: 'motor', lifts: 'no' })).toEqual(['unplug', 'turn back', 'cut out']);
  expect(orderOf('in the gears', { driven: 'hand', lifts: 'yes' })).toEqual(['lift off', 'turn back', 'cut out']);
  expect(orderOf('tangled hank', { ties: 'no', help: 'no' })).toEqual(['hung up', 'cut']);
  expect(orderOf('lots differ', { begun: 'yes', much: 'little' })).toEqual(['alternate']);
});
