import { z } from 'zod';
import { parseLoopM } from '../../core/bench/hankLoop';
import { InputError } from '../../core/common/inputError';
import { REEL_KINDS, type ReelKind } from '../../core/minis/miniLoops';
import { SPREAD_BOUNDS_MM } from '../../core/bench/reel';
import { HAND_FORMS } from '../../core/winding/run';
import { parseSizeMm } from '../../core/common/span';
import type { UnitSystem } from '../../core/common/units';
import type { Swift } from '../../core/bench/swift';
import type { WinderFigures } from '../../core/winding/windingPlan';
import {
  type BenchRows,
  insertTool,
  setRemoved,
  type SwiftRow,
  toolById,
  toolsOf,
  type ToolTable,
  updateTool,
} from '../../db/bench/bench';
import type { Db } from '../../db/common/connection';
import { number, percent, quantity, read, readOptional, text, wholeNumber } from '../common/fields';
import { learnedOf, type LearnedTool } from './calibration';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';
import { fromMg, fromMm, fromUm, toMg, toMm, toUm } from '../common/storageUnits';

interface ToolBase {
  id: number;
  name: string;
  /** Names of those figures that were measured on the user's own; the others are the ones it came with. */
  measured: string[];
}

/** As it was seen or measured on the bare core. */
type OnBench = Omit<WinderFigures, 'leadMm'> & { crossingAngleDeg: number };

export interface WinderTool extends ToolBase, OnBench {
  /** Which way the spindle turns, seen from above, while it is cranked as usual. */
  turning: 'clockwise' | 'counterclockwise' | null;
  drive: 'hand' | 'motor';
  base: 'flat' | 'dished' | 'rimmed';
  learned: LearnedTool;
}

/** What yarn is wound on by hand; a turn there is a wrap. */
export interface HandTool extends ToolBase, OnBench {
  kind: (typeof HAND_FORMS)[number];
  learned: LearnedTool;
}

export type SwiftTool = ToolBase &
  (
    | Extract<Swift, { kind: 'pegs' | 'chairs' }>
    /** An umbrella also has a range that it opens over. */
    | (Extract<Swift, { kind: 'umbrella' }> & { opensMm: { min: number; max: number } })
  );

export interface ScaleTool extends ToolBase {
  resolutionG: number;
  maxMassG: number | null;
  /** A known weight, and what it showed of it. */
  check: { knownG: number; shownG: number } | null;
}

export interface CounterTool extends ToolBase {
  mmPerPulse: number;
}

/** What minis are wound round. */
export interface ReelTool extends ToolBase {
  kind: ReelKind;
  loopM: number;
  /** How wide its loops can lie. */
  spreadMm: number;
}

/** What one spins on: a wheel with its whorls, or a spindle, whose treadle is a roll along the leg. */
export interface WheelTool extends ToolBase {
  kind: 'wheel' | 'spindle';
  /** Of the flyer or spindle to each treadle or roll, the slowest whorl first. */
  turnsEach: number[];
  /** By how much the band slips, 0 to 0.5. */
  slip: number;
  drawM: number;
  pacePerMin: number;
}

export interface Bench {
  winders: WinderTool[];
  handForms: HandTool[];
  swifts: SwiftTool[];
  scales: ScaleTool[];
  counters: CounterTool[];
  reels: ReelTool[];
  wheels: WheelTool[];
}

/** How steeply strands cross that are laid by hand. */
const HAND_CROSSING_DEG = 25;

/** The user's tools, in SI, with what their own cakes have taught of them. */
export function bench(db: Db): Bench {
  return {
    winders: toolsOf(db, 'winder').map((row) => winderTool(db, row)),
    handForms: toolsOf(db, 'hand_form').map((row) => handTool(db, row)),
    swifts: toolsOf(db, 'swift').map(swiftTool),
    scales: scales(db),
    counters: toolsOf(db, 'counter').map((row) => ({ ...base(row), mmPerPulse: fromUm(row.umPerPulse) })),
    reels: reels(db),
    wheels: wheels(db),
  };
}

/** What minis are wound round, alone. */
export function reels(db: Db): ReelTool[] {
  return toolsOf(db, 'reel').map((row) => ({
    ...base(row),
    kind: row.kind,
    loopM: fromMm(row.loopMm),
    spreadMm: fromUm(row.spreadUm),
  }));
}

/** What one spins on, alone. */
export function wheels(db: Db): WheelTool[] {
  return toolsOf(db, 'wheel').map((row) => ({
    ...base(row),
    kind: row.kind,
    turnsEach: z
      .array(z.number())
      .parse(JSON.parse(row.turnsPer1000))
      .map((turns) => turns / 1000),
    slip: row.slipPerMille / 1000,
    drawM: fromMm(row.drawMm),
    pacePerMin: row.pacePerMin,
  }));
}

/** The scales alone, for screens that only weigh. */
export function scales(db: Db): ScaleTool[] {
  return toolsOf(db, 'scale').map((row) => ({
    ...base(row),
    resolutionG: fromMg(row.resolutionMg),
    maxMassG: row.maxMg === null ? null : fromMg(row.maxMg),
    check:
      row.knownMg === null || row.shownMg === null
        ? null
        : { knownG: fromMg(row.knownMg), shownG: fromMg(row.shownMg) },
  }));
}

function base({ id, name, measuredFigures }: BenchRows[ToolTable]): ToolBase {
  return { id, name, measured: z.array(z.string()).parse(JSON.parse(measuredFigures)) };
}

function limits(row: BenchRows['winder' | 'hand_form']) {
  return {
    coreDiameterMm: fromUm(row.coreUm),
    heightMm: fromUm(row.heightUm),
    maxDiameterMm: fromUm(row.maxDiameterUm),
    maxMassG: fromMg(row.maxMg),
  };
}

function winderTool(db: Db, row: BenchRows['winder']): WinderTool {
  return {
    ...base(row),
    ...limits(row),
    spindleTurnsPerCrank: row.spindleTurnsPer1000Cranks / 1000,
    crossingAngleDeg: row.crossingMillideg / 1000,
    turning: row.turning,
    drive: row.drive,
    base: row.base,
    learned: learnedOf(db, 'winder', row.id, row.spindleTurnsPer1000Cranks / 1000),
  };
}

function handTool(db: Db, row: BenchRows['hand_form']): HandTool {
  return {
    ...base(row),
    ...limits(row),
    kind: row.kind,
    spindleTurnsPerCrank: 1,
    crossingAngleDeg: HAND_CROSSING_DEG,
    learned: learnedOf(db, 'hand_form', row.id, 1),
  };
}

function swiftTool(row: SwiftRow): SwiftTool {
  switch (row.kind) {
    case 'pegs':
      return { ...base(row), kind: 'pegs', holeRadiiMm: z.array(z.number()).parse(JSON.parse(row.holeRadiiMm!)) };
    case 'umbrella':
      return {
        ...base(row),
        kind: 'umbrella',
        ribs: row.ribs!,
        opensMm: { min: row.minOpenMm!, max: row.maxOpenMm! },
      };
    case 'chairs':
      return { ...base(row), kind: 'chairs', backDepthMm: row.backDepthMm! };
  }
}

const name = text.min(1, 'give it a name');

/** All figures that the user says were measured; one that was changed is so without being said to be. */
const measured = z.array(z.string().max(40)).max(20);

function size(system: UnitSystem, lowMm: number, highMm: number) {
  return read((typed) => parseSizeMm(typed, system, { lowMm, highMm }, ''));
}

function room(system: UnitSystem) {
  return {
    coreDiameterMm: size(system, 5, 150),
    heightMm: size(system, 20, 400),
    maxDiameterMm: size(system, 30, 500),
    maxMassG: read(quantity('mass', system)),
  };
}

/** What can be put on the bench, kind by kind. */
function toolForm(system: UnitSystem) {
  return z.discriminatedUnion('tool', [
    z.strictObject({
      tool: z.literal('winder'),
      name,
      measured,
      ...room(system),
      spindleTurnsPerCrank: read(number(0.2, 20)),
      crossingAngleDeg: read(number(0, 60)),
      turning: z.enum(['clockwise', 'counterclockwise', '']),
      drive: z.enum(['hand', 'motor']),
      base: z.enum(['flat', 'dished', 'rimmed']),
    }),
    z.strictObject({ tool: z.literal('hand_form'), name, measured, ...room(system), kind: z.enum(HAND_FORMS) }),
    z.strictObject({
      tool: z.literal('pegs'),
      name,
      measured,
      holeRadiiMm: read((typed) => {
        // Each may carry its unit; without commas they are bare numbers.
        const radii = typed
          .split(/[;,]/.test(typed) ? /[;,]/ : /\s+(?=\d)/)
          .filter((radius) => radius.trim() !== '')
          .map((radius) => parseSizeMm(radius, system, { lowMm: 20, highMm: 1500 }, ''));
        if (radii.length === 0) throw new InputError('give the radius of at least one hole', '');
        if (radii.some((radius, i) => i > 0 && radius <= radii[i - 1]!))
          throw new InputError('start with the hole nearest to the middle; each next one lies further out', '');
        return radii.map(Math.round);
      }),
    }),
    z.strictObject({
      tool: z.literal('umbrella'),
      name,
      measured,
      ribs: read(wholeNumber(3, 40)),
      minOpenMm: size(system, 50, 2000),
      maxOpenMm: size(system, 50, 2000),
    }),
    z.strictObject({ tool: z.literal('chairs'), name, measured, backDepthMm: size(system, 5, 400) }),
    z.strictObject({
      tool: z.literal('scale'),
      name,
      measured,
      resolutionG: read(quantity('mass', system)),
      maxMassG: readOptional(quantity('mass', system)),
      knownG: readOptional(quantity('mass', system)),
      shownG: readOptional(quantity('mass', system)),
    }),
    z.strictObject({ tool: z.literal('counter'), name, measured, mmPerPulse: size(system, 0.1, 2000) }),
    z.strictObject({
      tool: z.literal('reel'),
      name,
      measured,
      kind: z.enum(REEL_KINDS),
      loopM: read((typed) => parseLoopM(typed, system, '')),
      spreadMm: size(system, SPREAD_BOUNDS_MM.lowMm, SPREAD_BOUNDS_MM.highMm),
    }),
    z.strictObject({
      tool: z.literal('wheel'),
      name,
      measured,
      turnsEach: read((typed) => {
        const turns = typed
          .split(/[;,]/.test(typed) ? /[;,]/ : /\s+/)
          .filter((each) => each.trim() !== '')
          .map((each) => number(0.5, 60)(each.replace(/\s*:\s*1\s*$/, '')));
        if (turns.length === 0) throw new InputError('give the turns of at least one whorl', '');
        return [...new Set(turns)].sort((a, b) => a - b);
      }),
      slipPercent: readOptional(percent(0, 50)),
      drawM: read((typed) => parseLoopM(typed, system, '')),
      pacePerMin: read(wholeNumber(1, 400)),
    }),
    z.strictObject({
      tool: z.literal('spindle'),
      name,
      measured,
      turnsEach: read((typed) => [number(0.2, 60)(typed)]),
      drawM: read((typed) => parseLoopM(typed, system, '')),
      pacePerMin: read(wholeNumber(1, 400)),
    }),
  ]);
}
export type ToolForm = z.input<ReturnType<typeof toolForm>>;
export type ToolKind = ToolForm['tool'];
type ReadTool = z.output<ReturnType<typeof toolForm>>;

const TABLE_OF: Record<ToolKind, ToolTable> = {
  winder: 'winder',
  hand_form: 'hand_form',
  pegs: 'swift',
  umbrella: 'swift',
  chairs: 'swift',
  scale: 'scale',
  counter: 'counter',
  reel: 'reel',
  wheel: 'wheel',
  spindle: 'wheel',
};
export const TOOL_KINDS = Object.keys(TABLE_OF) as ToolKind[];

/** Keeps the pace that a foot or a hand has at a wheel or a spindle. */
export function keepPace(db: Db, wheelId: number, pacePerMin: number): SaveResult {
  return saving(() => {
    const wheel = toolById(db, 'wheel', wheelId);
    if (!wheel) throw new ConflictError('this tool is not on the bench');
    const measured = new Set([...base(wheel).measured, 'pacePerMin']);
    updateTool(db, 'wheel', { ...wheel, pacePerMin, measuredFigures: JSON.stringify([...measured]) });
    return wheelId;
  });
}

/** Puts a tool on the bench, or takes the figures that the user has measured on one that is there (`id`). */
export function saveTool(db: Db, id: number | null, input: unknown, system: UnitSystem): SaveResult {
  return runForm(toolForm(system), input, (form) => {
    const table = TABLE_OF[form.tool];
    const known = id === null ? undefined : toolById(db, table, id);
    if (id !== null && !known) throw new ConflictError('this tool is not on the bench');
    if (known && 'kind' in known && (table === 'swift' || table === 'wheel') && known.kind !== form.tool)
      throw new ConflictError('this tool is of another kind');
    requirePossible(form);
    const row = rowOf(form);
    const figures = { ...row, measuredFigures: JSON.stringify(measuredNow(form, row, known)) };
    if (id === null) return insertTool(db, table, figures as never);
    updateTool(db, table, { ...figures, id } as never);
    return id;
  });
}

/** Figures that contradict one another. */
function requirePossible(form: ReadTool): void {
  switch (form.tool) {
    case 'winder':
    case 'hand_form':
      if (form.maxDiameterMm <= form.coreDiameterMm)
        throw new InputError('must be wider than the spindle', 'maxDiameterMm');
      return;
    case 'umbrella':
      if (form.maxOpenMm <= form.minOpenMm) throw new InputError('must be wider than when it is closed', 'maxOpenMm');
      return;
    case 'scale':
      if (form.maxMassG !== null && form.maxMassG < 10 * form.resolutionG)
        throw new InputError('a scale holds more than ten of its steps', 'maxMassG');
      if ((form.knownG === null) !== (form.shownG === null))
        throw new InputError('both, or neither: a known weight and what it showed', 'shownG');
      if (form.knownG !== null && Math.abs(form.shownG! / form.knownG - 1) > 0.2)
        throw new InputError('that is more than a fifth off; are the units right?', 'shownG');
      return;
    case 'pegs':
    case 'chairs':
    case 'counter':
    case 'reel':
    case 'wheel':
    case 'spindle':
      return;
  }
}

const NO_SWIFT = { holeRadiiMm: null, ribs: null, minOpenMm: null, maxOpenMm: null, backDepthMm: null };

/** The figures of a tool as they are stored, under the names of its row. */
function rowOf(form: ReadTool): Record<string, string | number | null> & { name: string } {
  switch (form.tool) {
    case 'winder':
      return {
        ...roomRow(form),
        spindleTurnsPer1000Cranks: Math.round(form.spindleTurnsPerCrank * 1000),
        crossingMillideg: Math.round(form.crossingAngleDeg * 1000),
        turning: form.turning || null,
        drive: form.drive,
        base: form.base,
      };
    case 'hand_form':
      return { ...roomRow(form), kind: form.kind };
    case 'pegs':
      return { ...NO_SWIFT, name: form.name, kind: 'pegs', holeRadiiMm: JSON.stringify(form.holeRadiiMm) };
    case 'umbrella':
      return {
        ...NO_SWIFT,
        name: form.name,
        kind: 'umbrella',
        ribs: form.ribs,
        minOpenMm: Math.round(form.minOpenMm),
        maxOpenMm: Math.round(form.maxOpenMm),
      };
    case 'chairs':
      return { ...NO_SWIFT, name: form.name, kind: 'chairs', backDepthMm: Math.round(form.backDepthMm) };
    case 'scale':
      return {
        name: form.name,
        resolutionMg: toMg(form.resolutionG),
        maxMg: form.maxMassG === null ? null : toMg(form.maxMassG),
        knownMg: form.knownG === null ? null : toMg(form.knownG),
        shownMg: form.shownG === null ? null : toMg(form.shownG),
      };
    case 'counter':
      return { name: form.name, umPerPulse: toUm(form.mmPerPulse) };
    case 'reel':
      return { name: form.name, kind: form.kind, loopMm: toMm(form.loopM), spreadUm: toUm(form.spreadMm) };
    case 'wheel':
    case 'spindle':
      return {
        name: form.name,
        kind: form.tool,
        turnsPer1000: JSON.stringify(form.turnsEach.map((turns) => Math.round(turns * 1000))),
        slipPerMille: form.tool === 'wheel' ? Math.round((form.slipPercent ?? 0) * 10) : 0,
        drawMm: toMm(form.drawM),
        pacePerMin: form.pacePerMin,
      };
  }
}

function roomRow(form: Extract<ReadTool, { tool: 'winder' | 'hand_form' }>) {
  return {
    name: form.name,
    coreUm: toUm(form.coreDiameterMm),
    heightUm: toUm(form.heightMm),
    maxDiameterUm: toUm(form.maxDiameterMm),
    maxMg: toMg(form.maxMassG),
  };
}

/** Each figure of a form, with the column that it is stored in. */
const COLUMN_OF: Record<string, string> = {
  coreDiameterMm: 'coreUm',
  heightMm: 'heightUm',
  maxDiameterMm: 'maxDiameterUm',
  maxMassG: 'maxMg',
  spindleTurnsPerCrank: 'spindleTurnsPer1000Cranks',
  crossingAngleDeg: 'crossingMillideg',
  holeRadiiMm: 'holeRadiiMm',
  ribs: 'ribs',
  minOpenMm: 'minOpenMm',
  maxOpenMm: 'maxOpenMm',
  backDepthMm: 'backDepthMm',
  resolutionG: 'resolutionMg',
  mmPerPulse: 'umPerPulse',
  loopM: 'loopMm',
  spreadMm: 'spreadUm',
  turnsEach: 'turnsPer1000',
  slipPercent: 'slipPerMille',
  drawM: 'drawMm',
  pacePerMin: 'pacePerMin',
};

/** What the user says was measured, and what they changed: nobody changes a figure to a guess. */
function measuredNow(
  form: ReadTool,
  row: Record<string, string | number | null>,
  known: BenchRows[ToolTable] | undefined,
): string[] {
  const old = known as Record<string, unknown> | undefined;
  return Object.keys(form).filter(
    (figure) =>
      figure in COLUMN_OF &&
      (form.measured.includes(figure) || (old !== undefined && row[COLUMN_OF[figure]!] !== old[COLUMN_OF[figure]!])),
  );
}

/** The least that has to stay on the bench, so that every screen has one to plan with. */
const LAST_ONE: Partial<Record<ToolTable, string>> = {
  winder: 'a plan needs a winder; put another on the bench first',
  swift: 'a hank needs something to hold it; put another on the bench first',
  scale: 'yarn is weighed on something; put another on the bench first',
  reel: 'minis are wound round something; put another on the bench first',
};

/** Takes a tool off the bench; what was wound with it keeps its own figures. */
export function removeTool(db: Db, kind: ToolKind, id: number, now: Date): SaveResult {
  return saving(() => {
    const table = TABLE_OF[kind];
    const tools = toolsOf(db, table);
    if (!tools.some((tool) => tool.id === id)) throw new ConflictError('this tool is not on the bench');
    if (tools.length === 1 && LAST_ONE[table]) throw new ConflictError(LAST_ONE[table]);
    setRemoved(db, table, id, now.toISOString());
    return id;
  });
}

/** Puts a tool back that was taken off. */
export function returnTool(db: Db, kind: ToolKind, id: number): SaveResult {
  return saving(() => {
    const table = TABLE_OF[kind];
    if (!toolById(db, table, id)) throw new ConflictError('there is no such tool');
    setRemoved(db, table, id, null);
    return id;
  });
}
