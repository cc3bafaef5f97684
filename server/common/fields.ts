import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { requireWithin } from '../../core/common/require';
import { parseNumber, parseQuantity, type Quantity, type UnitSystem } from '../../core/common/units';
import { type AskedNeed, parseNeed } from '../../core/projects/askedNeed';

/** The building blocks of form schemas: what was typed in, what it means out. */

const LONGEST_TEXT = 400;

/** The largest amounts that can be meant: past them a unit is wrong. */
const LARGEST: Record<Quantity, number> = { mass: 100_000, length: 1_000_000 };

/** What no paper, drawing or list can show; a note may have lines and tabs. */
const SHOWN = [/^[^\u0000-\u001f\u007f]*$/, 'this contains characters that cannot be shown'] as const;
const SHOWN_IN_LINES = [/^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]*$/, SHOWN[1]] as const;

/** No name has longer words, and a line of a phone or a label holds no longer ones. */
const LONGEST_WORD = 40;
const NO_LONGER_WORD = new RegExp(String.raw`^(?!.*\S{${LONGEST_WORD + 1}})`);

export const text = z
  .string()
  .trim()
  .max(LONGEST_TEXT, `at most ${LONGEST_TEXT} characters`)
  .regex(...SHOWN)
  .regex(NO_LONGER_WORD, `no word longer than ${LONGEST_WORD} letters: put a space in it`);

export const longText = z
  .string()
  .trim()
  .max(10_000, 'at most 10,000 characters')
  .regex(...SHOWN_IN_LINES);

/** The colour of a swatch. */
export const colourHex = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^#[0-9a-f]{6}$/, 'a colour like #6b705c');

export const requestKey = z.string().min(8).max(80);

/** A field read by one of core's own readers; its complaint becomes the field's message. */
export function read<T>(reader: (typed: string) => T) {
  return z.string().transform((typed, context): T => {
    try {
      return reader(typed);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      context.addIssue({ code: 'custom', message: error.message });
      return z.NEVER;
    }
  });
}

/** The same, where an empty field means "not known". */
export function readOptional<T>(reader: (typed: string) => T) {
  return read((typed): T | null => (typed.trim() === '' ? null : reader(typed)));
}

/**
 * A form without what was left in fields that the choice made in it does not ask for: they are not on the page, and nobody
 * can put right what is wrong there.
 *
 * @param asked which fields each choice asks for, of those that any of them does
 * @example
 * onlyAsked({ howMuch: 'all', took: '3 balls' }, 'howMuch', { all: [], took: ['took'] }) // => { howMuch: 'all', took: '' }
 */
export function onlyAsked(input: unknown, choice: string, asked: Readonly<Record<string, readonly string[]>>): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const chosen = asked[String((input as Record<string, unknown>)[choice])];
  if (!chosen) return input;
  const left = Object.values(asked)
    .flat()
    .filter((name) => !chosen.includes(name));
  return { ...input, ...Object.fromEntries(left.map((name) => [name, ''])) };
}

/** Reads a mass (g) or a length (m) in any unit. */
export function quantity(kind: Quantity, system: UnitSystem): (typed: string) => number {
  return (typed) => keepable(kind, parseQuantity(typed, kind, system, ''));
}

function keepable(kind: Quantity, value: number): number {
  // Half a milligram or millimetre would be stored as none.
  if (value < 0.001) throw new InputError('too little to record', '');
  if (value > LARGEST[kind]) throw new InputError('too much for one piece of yarn; is the unit right?', '');
  return value;
}

/** Reads an amount of yarn, a mass (g) or a length (m) in any unit, or so many balls of a put-up: what a pattern asks for. */
export function amount(system: UnitSystem): (typed: string) => AskedNeed['amount'] {
  return (typed) => {
    const { amount } = parseNeed(typed, system, '');
    return 'grams' in amount
      ? { grams: keepable('mass', amount.grams) }
      : { metres: keepable('length', amount.metres) };
  };
}

/** Reads a whole number within bounds. */
export function wholeNumber(low: number, high: number): (typed: string) => number {
  return (typed) => {
    if (/\.\d{3}$/.test(typed.trim())) throw new InputError('a whole number, without a point', '');
    const value = parseNumber(typed, '');
    if (!Number.isInteger(value)) throw new InputError('a whole number', '');
    return requireWithin(value, low, high, '');
  };
}

/** Reads a number within bounds. */
export function number(low: number, high: number): (typed: string) => number {
  return (typed) => requireWithin(parseNumber(typed, ''), low, high, '');
}

/** Reads a percentage within bounds, with its sign or without. */
export function percent(low: number, high: number): (typed: string) => number {
  return (typed) => number(low, high)(typed.replace(/%\s*$/, ''));
}
