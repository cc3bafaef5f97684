import { type Db, openDatabase } from '../../db/common/connection';
import type { SaveResult } from '../../server/common/result';
import type { NewRunEvent, RunEvent, RunState } from '../../core/winding/run';
import type { RunNews } from '../../core/common/runSync';
import { runById } from '../../db/winding/runs';
import { WINDING } from '../../server/winding/runEvents';
import { syncRun } from '../../server/winding/runSync';
import type { ConsumeForm } from '../../server/yarn/pieceOperations';
import type { PlyForm } from '../../server/twist/plying';
import type { LogForm } from '../../server/winding/runLog';
import type { StartForm } from '../../server/winding/runStart';
import { addYarn, type YarnForm } from '../../server/yarn/yarns';
import { yarnPage } from '../../server/yarn/yarnViews';

/** What the tests of the use cases share. */

export const NOW = new Date('2026-03-14T09:30:00.000Z');

let empty: Buffer | undefined;

/** A database as it is at first; brought up to date once for all tests of a file, which takes longer than most of them. */
export function emptyDatabase(): Db {
  empty ??= openDatabase(':memory:').serialize();
  return openDatabase(empty);
}

let keys = 0;
export const aKey = (): string => `test-request-${++keys}`;

export function yarnValues(values: Partial<YarnForm> = {}): YarnForm {
  return {
    requestKey: aKey(),
    maker: 'Gannet Lane Dyehouse',
    line: 'Causeway',
    colourName: 'Low tide',
    colourHex: '#2f7480',
    dyeLot: '2217',
    fibres: '75 % wool, 25 % nylon',
    putUpMass: '115 g',
    putUpLength: '412 m',
    weightClass: '1',
    wpi: '',
    needle: '2.5 mm',
    hook: '',
    plies: '4',
    twistDirection: 'S',
    twist: '260 t/m',
    gauge: '',
    care: '',
    careSymbols: '',
    place: '',
    notes: '',
    form: 'hank',
    count: '1',
    loop: '162 cm',
    masses: ['112'],
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
    ...values,
  };
}

export function idOf(saved: SaveResult): number {
  if (!saved.ok) throw new Error(JSON.stringify(saved.errors));
  return saved.id;
}

export function errorsOf(saved: SaveResult): Record<string, string> {
  if (saved.ok) throw new Error('this was expected to be refused');
  return saved.errors;
}

/** One cake on the small winder, as a plan begins. */
export function startValues(values: Partial<StartForm> = {}): StartForm {
  return {
    toolKey: 'winder 1',
    toolOfPart: {},
    swiftId: 1,
    loop: '',
    firmness: 'usual',
    split: { by: 'equal', cakes: 1 },
    cutAtKnots: true,
    twice: false,
    fromEnd: 'inner',
    workFrom: 'centre',
    queue: [],
    ...values,
  };
}

/** A screen that counts: it names and numbers what happened, and sends it. */
export function screenOf(db: Db, runId: number, writer: string) {
  let seq = 0;
  return {
    event: (bare: NewRunEvent, atMs = NOW.getTime()): RunEvent => ({ ...bare, writer, seq: ++seq, atMs }),
    send: (events: RunEvent[], more = {}, now = NOW): RunNews<RunState> =>
      syncRun(db, runById(db, runId)!, { writer, events, wantState: true, ...more }, now, WINDING),
  };
}

/** The last page of a winding, with what each cake weighed. */
export function logValues(masses: string[], values: Partial<LogForm> = {}): LogForm {
  return {
    requestKey: aKey(),
    masses,
    diameters: [],
    heights: [],
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
    rest: '',
    waste: '',
    note: '',
    left: '',
    laid: [],
    ...values,
  };
}

/** Two bobbins that turned, plied against the way that they were spun. */
export function plyValues(pieceIds: number[], values: Partial<PlyForm> = {}): PlyForm {
  return {
    requestKey: aKey(),
    method: 'bobbins',
    pieceIds,
    end: 'outer',
    left: 'turning',
    plied: 'S',
    turns: '200 t/m',
    name: 'Beacon two-ply',
    form: 'hank',
    mass: '',
    rests: [],
    tare: '',
    humidity: '',
    scaleResolutionG: 0.1,
    restDays: '2',
    note: '',
    ...values,
  };
}

/** All of a piece used, for no project. */
export function consumeValues(values: Partial<ConsumeForm> = {}): ConsumeForm {
  return {
    requestKey: aKey(),
    howMuch: 'all',
    mass: '',
    took: '',
    fromEnd: 'outer',
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
    why: null,
    projectId: null,
    note: '',
    ...values,
  };
}

/** Puts a yarn on the shelf and gives the ids of its pieces. */
export function shelved(db: Db, values: Partial<YarnForm> = {}): { yarnId: number; pieceIds: number[] } {
  const yarnId = idOf(addYarn(db, yarnValues(values), 'metric', NOW));
  return { yarnId, pieceIds: yarnPage(db, yarnId)!.pieces.map(({ id }) => id) };
}

/** Every row of every table, to see that nothing was written. */
export function everything(db: Db): string {
  const tables = db.prepare("SELECT name FROM sqlite_schema WHERE type = 'table' ORDER BY name").all() as {
    name: string;
  }[];
  return JSON.stringify(tables.map(({ name }) => [name, db.prepare(`SELECT * FROM ${name}`).all()]));
}
