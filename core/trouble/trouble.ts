/**
 * Trouble at the bench, as data: what is seen, what to ask, and what a careful maker would try, in which order. A word
 * between asterisks is a term of the craft, explained in `terms.ts`.
 */

/** What an attempt goes near, so that a caution has to stand beside it. */
export const HAZARDS = [
  'moving parts',
  'gears of a motor',
  'blade',
  'loose strands',
  'hot water',
  'dye',
  'fire',
  'pests',
  'bound finger',
] as const;
export type Hazard = (typeof HAZARDS)[number];

/** What to take care of near each. */
const CAUTION_AT: Readonly<Record<Hazard, string>> = {
  'moving parts': 'Hair, sleeves, cords and jewellery away from what turns; nothing is touched until it stands still.',
  'gears of a motor': 'Unplug the motor before anything else, and leave it unplugged until the last strand is out.',
  blade: 'Scissors stay closed until the strand to be cut is held apart from all others.',
  'loose strands': 'Keep children and animals away: yarn that was swallowed is an emergency.',
  'hot water': 'Steam and hot water scald, and untreated wool felts in them. Go by the label of the yarn.',
  dye: 'Gloves, fresh air, pots never used for food. The safety sheet of the dye and local rules for what is left go before this.',
  fire: 'Only for whoever has learned it: outdoors, away from children and from the rest of the yarn, water at hand.',
  pests:
    'Sprays and poisons are used by their own label only. Heat and cold can harm a fibre: look at the yarn’s label.',
  'bound finger': 'If a finger stays pale, blue or numb after a few minutes, have it seen by a professional.',
};

/** What the drawing beside an attempt shows a hand doing. */
export const ACTS = [
  'lay down',
  'hook',
  'from outside',
  'tube in',
  'clip',
  'unplug',
  'turn back',
  'lift off',
  'spread',
  'lift over',
  'snap',
  'hang',
  'open loops',
  'tie',
  'join',
  'weigh',
  'measure',
  'let hang',
  'twist in',
  'steam',
  'slide off',
  'turn over',
  'look',
  'tuck',
  'alternate',
  'put away',
  'work on',
] as const;
export type Act = (typeof ACTS)[number];

/** How one goes on once an attempt has helped. */
export const SEQUELS = ['go on', 'wind again', 'join', 'write off'] as const;
export type Sequel = (typeof SEQUELS)[number];

export interface Question {
  id: string;
  words: string;
  answers: readonly (readonly [id: string, words: string])[];
}

export interface Attempt {
  id: string;
  name: string;
  /** What is done, one act to a sentence. */
  steps: readonly string[];
  act: Act;
  minutes: readonly [least: number, most: number];
  /** When it is given up, or has done its work. */
  stopWhen: string;
  /** Metres that it costs, at least and at most; left out: none. */
  lostM?: readonly [least: number, most: number];
  hazards?: readonly Hazard[];
  /** The answers it is for, by question; left out: for all. */
  where?: Readonly<Record<string, readonly string[]>>;
  then: Sequel;
}

/** Where a trouble is met. */
export const PLACES = [
  'the hank',
  'the winder',
  'the cake',
  'the yarn',
  'plying and dyeing',
  'records and hands',
] as const;
export type Place = (typeof PLACES)[number];

export interface Trouble {
  id: string;
  place: Place;
  /** What is seen. */
  name: string;
  /** What makers call it, so that it is found by their own words. */
  alsoCalled: readonly string[];
  /** What to do at once, before anything is tried. */
  first: string;
  cause: string;
  questions: readonly Question[];
  attempts: readonly Attempt[];
  prevention: string;
}

/** What happened and what helped, as a bench reports it. */
export interface TroubleReport {
  trouble: string;
  attempt: string;
  minutes: number;
  /** Cut out, or lost otherwise. */
  lostM: number;
  then: Sequel;
}

/** The answers given so far, by question. */
export type Answers = Readonly<Record<string, string>>;

/**
 * What to try, in order, for these answers; a question that was not answered leaves open what is for one answer only.
 *
 * @example
 * attemptsFor({ attempts: [{ id: 'as it lies', where: { size: ['small'] } }, { id: 'outer end' }] }, { size: 'large' }).map(({ id }) => id) // => ['outer end']
 */
export function attemptsFor(trouble: Trouble, answers: Answers): Attempt[] {
  return trouble.attempts.filter(({ where = {} }) =>
    Object.entries(where).every(([question, wanted]) => {
      const answer = answers[question];
      return answer === undefined || wanted.includes(answer);
    }),
  );
}

/**
 * The cautions that stand beside an attempt; that of a motor not where a hand turns.
 *
 * @example
 * cautionsOf({ hazards: ['gears of a motor'] }, { driven: 'hand' }) // => []
 */
export function cautionsOf({ hazards = [] }: Pick<Attempt, 'hazards'>, answers: Answers = {}): string[] {
  return hazards
    .filter((hazard) => hazard !== 'gears of a motor' || answers.driven !== 'hand')
    .map((hazard) => CAUTION_AT[hazard]);
}

/**
 * Every way to answer a trouble's questions, each question skipped or answered.
 *
 * @example
 * waysToAnswer({ questions: [] }) // => [{}]
 */
export function waysToAnswer({ questions }: Pick<Trouble, 'questions'>): Answers[] {
  return questions.reduce<Answers[]>(
    (ways, { id, answers }) =>
      ways.flatMap((way) => [way, ...answers.map(([answer]): Answers => ({ ...way, [id]: answer }))]),
    [{}],
  );
}

/**
 * The troubles whose name, cause or other names hold every one of these words; the closest first.
 *
 * @example
 * findTroubles([{ id: 'lump', name: 'A lump comes out', alsoCalled: ['barf'], cause: '', place: 'the cake' }], 'barf').map(({ id }) => id) // => ['lump']
 */
export function findTroubles(troubles: readonly Trouble[], asked: string): Trouble[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const rank = ({ name, alsoCalled, cause, place }: Trouble) => {
    const named = [name, ...alsoCalled].join(' ').toLowerCase();
    const all = `${named} ${cause} ${place}`.toLowerCase();
    if (words.every((word) => named.includes(word))) return 0;
    return words.every((word) => all.includes(word)) ? 1 : null;
  };
  return troubles
    .map((trouble) => ({ trouble, at: rank(trouble) }))
    .filter(({ at }) => at !== null)
    .sort((a, b) => a.at! - b.at!)
    .map(({ trouble }) => trouble);
}
