import { z } from 'zod';
import { parseLoopM } from '../../core/bench/hankLoop';
import { SPREAD_BOUNDS_MM } from '../../core/bench/reel';
import { InputError } from '../../core/common/inputError';
import { parseSpanMm } from '../../core/common/span';
import type { UnitSystem } from '../../core/common/units';
import { FAULT_KINDS, PACKAGE_ENDS } from '../../core/yarn/faults';
import type { Db } from '../../db/common/connection';
import { colourHex, longText, number, quantity, read, readOptional, requestKey, wholeNumber } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';
import { readingOfForm, weighingFields } from '../common/weighing';
import { record } from './operationCommands';
import type { Measurement } from './samples';

/** The forms of what is measured and found on a piece, each read into its command. */

const shared = { requestKey, note: longText, washed: z.boolean() };

/** What can be measured on a piece to learn its grist, its thickness or its twist. */
function sampleForm(system: UnitSystem) {
  const { tare: _, ...scale } = weighingFields(system);
  return z.discriminatedUnion('how', [
    z.strictObject({
      how: z.literal('length'),
      ...shared,
      ...scale,
      length: read(quantity('length', system)),
      mass: read(quantity('mass', system)),
    }),
    z.strictObject({
      how: z.literal('reel'),
      ...shared,
      ...scale,
      loops: read(wholeNumber(1, 100_000)),
      loop: read((typed) => parseLoopM(typed, system, '')),
      spread: readOptional((typed) => parseSpanMm(typed, system, SPREAD_BOUNDS_MM, '')),
      /** Of the whole piece; empty: as it was last weighed. */
      mass: readOptional(quantity('mass', system)),
    }),
    z.strictObject({
      how: z.literal('wraps'),
      ...shared,
      wraps: read(number(1, 400)),
      over: read((typed) => parseSpanMm(typed, system, { lowMm: 5, highMm: 500 }, '')),
    }),
    z.strictObject({
      how: z.literal('twist'),
      ...shared,
      turns: read(number(0.5, 3000)),
      over: read((typed) => parseSpanMm(typed, system, { lowMm: 20, highMm: 2000 }, '')),
      leans: z.enum(['S', 'Z'], 'does it lean like S or like Z?'),
    }),
  ]);
}
export type SampleForm = z.input<ReturnType<typeof sampleForm>>;

/** Keeps what was measured on a piece. */
export function addSample(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(sampleForm(system), input, (form) => {
    const { requestKey, note, washed } = form;
    return record(db, { kind: 'sample', pieceId, requestKey, note, washed, measured: measurementOf(form) }, now);
  });
}

function measurementOf(form: z.output<ReturnType<typeof sampleForm>>): Measurement {
  switch (form.how) {
    case 'length':
      return { how: 'length', lengthM: form.length, mass: readingOfForm(form.mass, form) };
    case 'reel': {
      const mass = readingOfForm(form.mass, form);
      return { how: 'reel', loops: form.loops, loopM: form.loop, spreadMm: form.spread, mass };
    }
    case 'wraps':
      return { how: 'wraps', wraps: form.wraps, overMm: form.over };
    case 'twist':
      return { how: 'twist', turns: form.turns, overMm: form.over, leans: form.leans };
  }
}

function faultForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    kind: z.enum(FAULT_KINDS),
    at: read(quantity('length', system)),
    /** The end that the place was measured from. */
    from: z.enum(PACKAGE_ENDS),
    /** Of a change of colour, from that end on: the colour before it and the one after; empty where nobody noted them. */
    before: z.union([z.literal(''), colourHex]).default(''),
    after: z.union([z.literal(''), colourHex]).default(''),
  });
}
export type FaultForm = z.input<ReturnType<typeof faultForm>>;

/** Notes something that lies along a piece. */
export function noteFault(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(faultForm(system), input, ({ kind, at, from, before, after, requestKey }) => {
    if (kind === 'colour change' && before && before === after)
      throw new InputError('a change leads to another colour', 'after');
    const colours = kind === 'colour change' && { innerHex: before || undefined, outerHex: after || undefined };
    const seen = { kind, atM: at, from, ...colours };
    return record(db, { kind: 'inspect', pieceId, seen, requestKey, note: '' }, now);
  });
}
