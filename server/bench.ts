import { z } from 'zod';
import { InputError } from '../core/inputError';
import { MILLIMETRES_PER_INCH, parseNumber, parseQuantity, type UnitSystem } from '../core/units';
import type { Swift } from '../core/swift';
import type { WinderFigures } from '../core/windingPlan';
import {
  allScales,
  allSwifts,
  allWinders,
  type SwiftRow,
  updateSwift,
  updateWinder,
  type WinderRow,
} from '../db/bench';
import type { Db } from '../db/connection';
import { number, quantity, read, text, wholeNumber } from './fields';
import { attempt, NotPossible, type Saved } from './result';
import { fromMg, fromUm, toMg, toUm } from './whole';

export interface WinderTool extends WinderFigures {
  id: number;
  name: string;
  /** False while the figures are the ones it came with. */
  measured: boolean;
}

export type SwiftTool = { id: number; name: string; measured: boolean } & (
  | Extract<Swift, { kind: 'pegs' | 'chairs' }>
  /** An umbrella also has a range that it opens over. */
  | (Extract<Swift, { kind: 'umbrella' }> & { opensMm: { min: number; max: number } })
);

export interface ScaleTool {
  id: number;
  name: string;
  resolutionG: number;
}

export interface Bench {
  winders: WinderTool[];
  swifts: SwiftTool[];
  scales: ScaleTool[];
}

/** The user's tools, in SI. */
export function bench(db: Db): Bench {
  return {
    winders: allWinders(db).map(winderTool),
    swifts: allSwifts(db).map(swiftTool),
    scales: allScales(db).map(({ id, name, resolutionMg }) => ({ id, name, resolutionG: fromMg(resolutionMg) })),
  };
}

function winderTool(row: WinderRow): WinderTool {
  return {
    id: row.id,
    name: row.name,
    spindleTurnsPerCrank: row.spindleTurnsPer1000Cranks / 1000,
    coreDiameterMm: fromUm(row.coreUm),
    heightMm: fromUm(row.heightUm),
    maxDiameterMm: fromUm(row.maxDiameterUm),
    maxMassG: fromMg(row.maxMg),
    crossingAngleDeg: row.crossingMillideg / 1000,
    measured: row.measured === 1,
  };
}

function swiftTool(row: SwiftRow): SwiftTool {
  const tool = { id: row.id, name: row.name, measured: row.measured === 1 };
  switch (row.kind) {
    case 'pegs':
      return { ...tool, kind: 'pegs', holeRadiiMm: z.array(z.number()).parse(JSON.parse(row.holeRadiiMm!)) };
    case 'umbrella':
      return { ...tool, kind: 'umbrella', ribs: row.ribs!, opensMm: { min: row.minOpenMm!, max: row.maxOpenMm! } };
    case 'chairs':
      return { ...tool, kind: 'chairs', backDepthMm: row.backDepthMm! };
  }
}

/** Reads the size of a tool's part in millimetres: "24", "24 mm", "2.4 cm", "1 in"; bare numbers as the user's units are. */
function toolSize(system: UnitSystem, lowMm: number, highMm: number): (typed: string) => number {
  return (typed) => {
    const bare = /^[\d.,\s/]+$/.test(typed);
    const bareMm = system === 'metric' ? 1 : MILLIMETRES_PER_INCH;
    const sizeMm = bare ? parseNumber(typed, '') * bareMm : parseQuantity(typed, 'length', system, '') * 1000;
    if (!(sizeMm >= lowMm && sizeMm <= highMm)) throw new InputError(`must lie between ${lowMm} and ${highMm} mm`, '');
    return sizeMm;
  };
}

function winderForm(system: UnitSystem) {
  return z.strictObject({
    name: text.min(1, 'give it a name'),
    spindleTurnsPerCrank: read(number(0.2, 20)),
    coreDiameterMm: read(toolSize(system, 5, 150)),
    heightMm: read(toolSize(system, 20, 400)),
    maxDiameterMm: read(toolSize(system, 30, 500)),
    maxMassG: read(quantity('mass', system)),
    crossingAngleDeg: read(number(0, 60)),
  });
}
export type WinderForm = z.input<ReturnType<typeof winderForm>>;

/** Takes the figures that the user has measured on a winder. */
export function changeWinder(db: Db, id: number, input: unknown, system: UnitSystem): Saved {
  return attempt(winderForm(system), input, (form) => {
    if (!allWinders(db).some((winder) => winder.id === id)) throw new NotPossible('this winder is not on the bench');
    if (form.maxDiameterMm <= form.coreDiameterMm)
      throw new InputError('must be wider than the spindle', 'maxDiameterMm');
    updateWinder(db, {
      id,
      name: form.name,
      spindleTurnsPer1000Cranks: Math.round(form.spindleTurnsPerCrank * 1000),
      coreUm: toUm(form.coreDiameterMm),
      heightUm: toUm(form.heightMm),
      maxDiameterUm: toUm(form.maxDiameterMm),
      maxMg: toMg(form.maxMassG),
      crossingMillideg: Math.round(form.crossingAngleDeg * 1000),
      measured: 1,
    });
    return id;
  });
}

function swiftForm(system: UnitSystem) {
  return z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('pegs'),
      name: text.min(1, 'give it a name'),
      holeRadiiMm: read((typed) => {
        const radii = typed
          .split(/[;,\s]+/)
          .filter(Boolean)
          .map(toolSize(system, 20, 1500));
        if (radii.length === 0) throw new InputError('give the radius of at least one hole', '');
        if (radii.some((radius, i) => i > 0 && radius <= radii[i - 1]!))
          throw new InputError('start with the hole nearest to the middle; each next one lies further out', '');
        return radii.map(Math.round);
      }),
    }),
    z.strictObject({
      kind: z.literal('umbrella'),
      name: text.min(1, 'give it a name'),
      ribs: read(wholeNumber(3, 40)),
      minOpenMm: read(toolSize(system, 50, 2000)),
      maxOpenMm: read(toolSize(system, 50, 2000)),
    }),
    z.strictObject({
      kind: z.literal('chairs'),
      name: text.min(1, 'give it a name'),
      backDepthMm: read(toolSize(system, 5, 400)),
    }),
  ]);
}
export type SwiftForm = z.input<ReturnType<typeof swiftForm>>;

/** Takes the figures that the user has measured on a swift. */
export function changeSwift(db: Db, id: number, input: unknown, system: UnitSystem): Saved {
  return attempt(swiftForm(system), input, (form) => {
    const known = allSwifts(db).find((swift) => swift.id === id);
    if (known?.kind !== form.kind) throw new NotPossible('this swift is not on the bench');
    if (form.kind === 'umbrella' && form.maxOpenMm <= form.minOpenMm)
      throw new InputError('must be wider than when it is closed', 'maxOpenMm');
    updateSwift(db, {
      ...known,
      name: form.name,
      measured: 1,
      ...(form.kind === 'pegs' && { holeRadiiMm: JSON.stringify(form.holeRadiiMm) }),
      ...(form.kind === 'umbrella' && {
        ribs: form.ribs,
        minOpenMm: Math.round(form.minOpenMm),
        maxOpenMm: Math.round(form.maxOpenMm),
      }),
      ...(form.kind === 'chairs' && { backDepthMm: Math.round(form.backDepthMm) }),
    });
    return id;
  });
}
