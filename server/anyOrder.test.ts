import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { TRIES } from '../tests/support/chance';
import { readIn } from '../tests/support/archiveTesting';
import { knittingValues, rowsWeighed } from '../tests/support/knittingForms';
import { miniLogValues, miniMade, miniPlanValues, miniScreenSends } from '../tests/support/minisTesting';
import {
  aKey,
  consumeValues,
  emptyDatabase,
  everything,
  logValues,
  NOW,
  plyValues,
  screenOf,
  shelved,
  startValues,
  yarnValues,
} from '../tests/support/serverTesting';
import { InputError } from '../core/common/inputError';
import { MINI_STAGES, type NewMiniEvent, remainderPlaces } from '../core/minis/miniRun';
import { PLY_METHODS } from '../core/twist/plying';
import {
  COUNTING_DEVICES,
  MARK_KINDS,
  type NewRunEvent,
  PREPARE_STEPS,
  STAGES,
  STOP_REASONS,
  TAKE_OFF_STEPS,
  woundParts,
} from '../core/winding/run';
import { CSV_TABLE_NAMES } from '../formats/tablesCsv';
import { WRITE_OFF_REASONS } from '../core/yarn/piece';
import { SEQUELS } from '../core/trouble/trouble';
import type { Db } from '../db/common/connection';
import { miniOfPiece } from '../db/minis/minis';
import { lastSales } from '../db/market/market';
import { openRuns, runById } from '../db/winding/runs';
import { pieceById, wetBy } from '../db/yarn/pieces';
import { bandValues } from '../features/yarns/band/bandValues';
import { bench, removeTool, returnTool, TOOL_KINDS } from './bench/bench';
import type { SaveResult } from './common/result';
import { calendarOf } from './days/calendar';
import { daysPage } from './days/daysPage';
import { confirmDays, markedTask, planWindingOf, saveTask, TASK_MARKS } from './days/tasks';
import { today } from './days/today';
import { exportArchive } from './exchange/archive';
import { csvOf } from './exchange/csv';
import { importYarns } from './exchange/importYarns';
import { bathFormPage, bathPage, dyeBook } from './dyeing/bathPages';
import { deleteBath, intoPot, keepOutcome, saveBath } from './dyeing/baths';
import { planSeries } from './dyeing/series';
import { labelOf, slipOf } from './exchange/labels';
import { runPaper, storyPaper } from './exchange/papers';
import { benchAnswers } from './logbook/benchAnswers';
import { findAll } from './logbook/findAll';
import { logbookPage, readLogAsked } from './logbook/logbook';
import { operationPage } from './logbook/operationPage';
import { yarnOverview } from './logbook/yarnOverview';
import { marketPage } from './market/marketPage';
import { offer, sell, takeBack, withdraw } from './market/sales';
import { cutMapDrawing } from './minis/drawings';
import { packKit, weighDried } from './minis/miniCare';
import { miniPlanPage } from './minis/miniPlanPages';
import { endMiniPlan, planMinisPage, saveMiniPlan } from './minis/miniPlans';
import { readMiniRunPlan } from './minis/miniRunPlan';
import { logMiniRun, miniRunPage, startMiniRun } from './minis/miniRuns';
import { knittingPage } from './projects/knitting';
import { beginKnitting, changeKnitting, markedKnitting, weighRow } from './projects/knittingForms';
import {
  markedProject,
  orderProjects,
  PROJECT_MARKS,
  projectPage,
  projectsPage,
  saveProject,
} from './projects/projects';
import { plyPage, plySingles, splitOverBobbins } from './twist/plying';
import { strandComparePage } from './twist/strandCompare';
import { twistHome, twistPage } from './twist/twist';
import { keepHanging, wheelPage } from './twist/wheelPage';
import { logTrouble } from './yarn/pieceTrouble';
import { choosePlannedUse, forgetPlannedUse } from './yarn/plannedUse';
import { planPage } from './winding/planPages';
import { runPage, stateOf } from './winding/runEvents';
import { giveUpRun, logRun, takeUpRun } from './winding/runLog';
import { startNext, startRun } from './winding/runStart';
import { coloursPage, measureColours } from './yarn/colours';
import { addSample, noteFault } from './yarn/measurementForms';
import {
  consumePiece,
  joinPieces,
  markDry,
  reelPiece,
  treatPieces,
  untreatPieces,
  weighPiece,
} from './yarn/pieceOperations';
import { redoOperation, undoOperation } from './yarn/pieces';
import { piecePage, yarnView } from './yarn/yarnViews';
import { refreshSummaries, shelfFront } from './yarn/shelf';
import { addMore, addYarn, changeBand } from './yarn/yarns';
import { lineageOf } from './yarn/lineage';
import {
  borrowFrom,
  bringBack,
  deleteYarn,
  goneFromShelf,
  mergeYarns,
  putAway,
  trustFact,
  undoImport,
} from './yarn/yarnLifecycle';

/**
 * Whatever is done in the whole house, in whatever order and however late: it is done or refused in words, what is refused
 * changes nothing, every page can be drawn, and what there is goes into an archive and comes out of it as it was.
 */

const WHAT = [
  'add',
  'more',
  'band',
  'weigh',
  'sample',
  'fault',
  'colours',
  'treat',
  'untreat',
  'dry',
  'bath',
  'into pot',
  'outcome',
  'series',
  'delete bath',
  'use',
  'reel',
  'join',
  'undo',
  'redo',
  'away',
  'delete',
  'back',
  'merge',
  'borrow',
  'trust',
  'list',
  'unlist',
  'wind',
  'count',
  'log',
  'cancel',
  'take up',
  'next',
  'minis',
  'start minis',
  'count minis',
  'log minis',
  'end minis',
  'weigh dried',
  'pack',
  'ply',
  'bobbins',
  'plan use',
  'forget use',
  'project',
  'change project',
  'mark project',
  'order projects',
  'knit',
  'change knitting',
  'weigh row',
  'mark knitting',
  'plan winding',
  'task',
  'mark task',
  'confirm',
  'offer',
  'withdraw',
  'sell',
  'take back',
  'hang',
  'trouble',
  'remove tool',
  'return tool',
] as const;

/** What takes several acts to come to something is tried the more often. */
const IN_STEPS = [
  'wind',
  'count',
  'log',
  'minis',
  'start minis',
  'count minis',
  'log minis',
  'weigh dried',
  'weigh row',
] as const;

const act = fc.record({
  what: fc.constantFrom(...WHAT, ...IN_STEPS, ...IN_STEPS),
  a: fc.nat(40),
  b: fc.nat(40),
  grams: fc.integer({ min: 1, max: 130 }),
});
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never;

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-any-order-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));

const scaled = { tare: '', humidity: '', scaleResolutionG: 0.1, note: '' };

const COLOURS = ['#5f7a4c', '#8b8f90', '#9c4a24'];

const helped = { attempt: 'anew', minutes: 3, lostM: 0.4 };

/** A few things that happen in a winding, one after another. */
function windingEvents(part: number, from: number, grams: number): NewRunEvent[] {
  const atTurn = from * 7;
  const device = one(COUNTING_DEVICES, from)!;
  const all: NewRunEvent[] = [
    { kind: 'turns', part, amount: grams },
    { kind: 'turns', part, amount: grams * 20, by: 'pace' },
    { kind: 'mark', part, mark: one(MARK_KINDS, grams)!, atTurn },
    { kind: 'mark', part, mark: 'colour change', atTurn, hex: one(COLOURS, grams)! },
    { kind: 'stage', part, stage: one(STAGES, grams)! },
    { kind: 'turns', part, amount: -grams },
    { kind: 'stop', part, reason: one(STOP_REASONS, grams)!, atTurn },
    { kind: 'reading', part, device, session: `session ${grams % 3}`, total: atTurn, drives: grams % 4 > 0 },
    { kind: 'reading', part, device, session: 'session 1', total: atTurn / 2, drives: true, byLength: true },
    { kind: 'resume', part },
    { kind: 'unmark', part },
    { kind: 'weighed', part, massG: grams % 3 ? grams : null },
    { kind: 'uncounted', part, is: grams % 2 === 0 },
    { kind: 'hand over', part, who: 'Ailsa', atTurn },
    { kind: 'trouble', part, trouble: 'lump', ...helped, then: one(SEQUELS, grams)!, atTurn },
    { kind: 'turns at least', part, turns: atTurn },
    { kind: 'tick', part, step: one([...PREPARE_STEPS, ...TAKE_OFF_STEPS], grams)!, done: grams % 5 > 0 },
  ];
  return [0, 1, 2, 3].map((i) => one(all, from + i * (1 + (grams % 5)))!);
}

/** The same of a counting of minis. */
function miniEvents(part: number, from: number, grams: number): NewMiniEvent[] {
  const reading = { massG: grams / 7, resolutionG: 0.1 };
  const all: NewMiniEvent[] = [
    { kind: 'loops', part, amount: grams % 70 },
    { kind: 'loops', part, amount: -(grams % 9) },
    { kind: 'stage', part, stage: one(MINI_STAGES, grams)! },
    { kind: 'weigh', part, ...reading, odd: grams % 2 === 0 },
    { kind: 'unweigh', part },
    { kind: 'weigh parent', part, ...reading },
    { kind: 'unweigh parent', part },
    { kind: 'skip', part, skipped: grams % 3 > 0 },
    { kind: 'pause', part },
    { kind: 'resume', part },
    { kind: 'trouble', part, trouble: 'tangled hank', ...helped, then: one(SEQUELS, grams)!, atLoop: grams },
  ];
  return [0, 1, 2].map((i) => one(all, from + i * (1 + (grams % 4)))!);
}

/** Where a refusal is thrown rather than answered. */
function unlessRefused<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

function one<T>(list: readonly T[], n: number): T | undefined {
  return list[n % Math.max(1, list.length)];
}

class House {
  db: Db = emptyDatabase();
  batches = ['no-such-batch'];

  ids(table: string): number[] {
    return (this.db.prepare(`SELECT id FROM ${table} ORDER BY id`).all() as { id: number }[]).map(({ id }) => id);
  }

  does({ what, a, b, grams }: Act, now: Date): SaveResult | undefined {
    const { db } = this;
    const [yarns, pieces] = [this.ids('yarn'), this.ids('piece')];
    const there = pieces.filter((id) => pieceById(db, id)?.consumedBy === null);
    // Now and then somebody asks for what is no longer there.
    const piece = (b % 5 === 0 ? one(pieces, a) : one(there, a)) ?? 999;
    const other = one(there, b) ?? 999;
    const yarn = one(yarns, a) ?? 999;
    const operation = one(this.ids('operation').slice(-8), a) ?? 999;
    const open = openRuns(db).filter(({ kind }) => (kind === 'minis') === what.includes('minis'));
    const run = one(b % 8 === 0 ? this.ids('run') : open.map(({ id }) => id), b) ?? 999;
    const wet = there.filter((id) => wetBy(db, id) !== null);
    const minis = there.filter((id) => miniOfPiece(db, id));
    const plan = one(this.ids('mini_plan'), a) ?? 999;
    const project = one(this.ids('project'), a) ?? 999;
    const knitting = one(this.ids('knitting'), b) ?? 999;
    const task = one(this.ids('task'), a) ?? 999;
    const bath = one(this.ids('bath'), b) ?? 999;
    const ware = b % 3 === 0 ? { planId: plan, kit: 1 + (a % 2) } : { pieceId: one(minis, b) ?? piece };
    const requestKey = aKey();
    const mass = String(grams);
    const spun = { plies: '1', twistDirection: 'Z' as const, twist: '380 t/m', form: 'bobbin' as const, loop: '' };
    switch (what) {
      case 'add':
        return addYarn(
          db,
          yarnValues({
            line: `Line ${a % 4}`,
            masses: [mass, ''],
            count: '2',
            ...(a % 3 === 0 ? spun : {}),
            ...(b % 4 === 0 ? { putUpLength: '' } : {}),
            ...(b % 7 === 0 ? { putUpMass: '', weightClass: '', needle: '' } : {}),
          }),
          'metric',
          now,
        );
      case 'more':
        return addMore(
          db,
          yarn,
          {
            requestKey,
            form: one(['hank', 'ball', 'cone', 'cake', 'bobbin'] as const, b)!,
            count: '1',
            loop: '',
            masses: [mass],
            tare: '',
            humidity: b % 3 === 0 ? '70' : '',
            scaleResolutionG: 1,
          },
          'metric',
          now,
        );
      case 'band': {
        const entered = { line: `Line ${b % 4}`, twist: b % 2 === 0 ? '' : '240 t/m' };
        const putUpLength = b % 3 === 0 ? '' : `${200 + 10 * a} m`;
        return changeBand(db, yarn, { ...bandValues(yarnView(db, yarn)!), ...entered, putUpLength }, 'metric');
      }
      case 'weigh':
        return weighPiece(db, piece, { ...scaled, requestKey, mass, humidity: a % 4 === 0 ? '60' : '' }, 'metric', now);
      case 'sample': {
        const washed = a % 2 === 0;
        const shared = { requestKey, note: '', washed };
        const how = one(
          [
            { how: 'length', ...shared, length: '10 m', mass: '2.8', humidity: '', scaleResolutionG: 0.1 },
            { how: 'wraps', ...shared, wraps: '14', over: '1 in' },
            {
              how: 'reel',
              ...shared,
              scaleResolutionG: 1,
              humidity: '',
              loops: '60',
              loop: '150 cm',
              spread: '',
              mass: b % 2 ? '' : '40',
            },
            { how: 'twist', ...shared, turns: '30', over: '10 cm', leans: a % 3 ? 'Z' : 'S' },
          ],
          b,
        );
        return addSample(db, piece, how, 'metric', now);
      }
      case 'colours':
        return measureColours(
          db,
          piece,
          {
            requestKey: aKey(),
            from: one(['', 'inner', 'outer'] as const, b)!,
            stretches: Array.from({ length: 2 + (grams % 4) }, (_, i) => ({
              hex: one(COLOURS, a + i * (1 + (b % 2)))!,
              length: i > 1 + (b % 3) ? '' : `${(grams / 10).toFixed(1)} m`,
            })),
          },
          'metric',
          now,
        );
      case 'fault':
        return noteFault(
          db,
          piece,
          {
            requestKey,
            kind: one(['knot', 'thin spot', 'colour change'], a),
            at: `${grams} m`,
            from: b % 2 ? 'inner' : 'outer',
          },
          'metric',
          now,
        );
      case 'treat':
        return treatPieces(
          db,
          { requestKey, kind: one(['wash', 'dye', 'open'] as const, b)!, pieceIds: [piece, other], note: '' },
          now,
        );
      case 'bath':
        return saveBath(
          db,
          b % 3 === 0 ? bath : null,
          {
            requestKey,
            name: `Colour ${a % 4}`,
            fibre: mass,
            pieceIds: b % 4 === 0 ? [] : [piece, ...(a % 2 ? [other] : [])],
            operationId: b % 7 === 0 ? operation : null,
            ingredients: [
              { kind: one(['dye', 'plant', 'mordant'] as const, a)!, name: 'moss', amount: `${b + 1} ml`, stock: '1' },
              { kind: 'mordant', name: 'alum', amount: `${a + 1}`, stock: '' },
            ],
            water: a % 2 ? '30' : '',
            heat: '85',
            time: '',
            pot: b % 2 ? '3 l' : '',
            note: '',
          },
          'metric',
          now,
        );
      case 'into pot':
        return intoPot(db, bath, { key: requestKey }, now);
      case 'outcome':
        return keepOutcome(db, bath, { name: `Colour ${a % 4}`, hex: b % 4 ? '#4a5a2c' : '', dyeLot: `B${bath}` });
      case 'series':
        return planSeries(
          db,
          {
            requestKey,
            name: 'Series',
            bathId: bath,
            kind: a % 2 ? 'shade' : 'gradient',
            lastId: one(this.ids('bath'), a) ?? null,
            from: '0.5',
            to: '4',
            steps: b % 2 ? 'geometric' : 'linear',
            count: '2',
            pieceIds: b % 3 === 0 ? [] : [piece, other],
            fibre: b % 3 === 0 ? mass : '',
          },
          'metric',
          now,
        );
      case 'delete bath':
        return deleteBath(db, bath, a % 2 === 0, now);
      case 'untreat':
        return untreatPieces(db, [one(wet, a) ?? piece], now);
      case 'dry':
        return markDry(db, one(wet, a) ?? piece, { ...scaled, requestKey, mass: b % 2 ? mass : '' }, 'metric', now);
      case 'use':
        return consumePiece(
          db,
          piece,
          consumeValues({
            howMuch: one(['all', 'left', 'took'] as const, b)!,
            mass,
            took: a % 2 ? `${grams} m` : mass,
            why: one([null, ...WRITE_OFF_REASONS], a) ?? null,
            projectId: one([null, ...this.ids('project')], b) ?? null,
          }),
          'metric',
          now,
        );
      case 'reel': {
        const form = a % 2 ? ('hank' as const) : ('mini skein' as const);
        return reelPiece(
          db,
          piece,
          {
            ...scaled,
            requestKey,
            form,
            loops: mass,
            loop: '146 cm',
            mass: b % 2 ? '' : mass,
            rest: '',
            fromEnd: 'outer',
            left: '',
            laid: '',
          },
          'metric',
          now,
        );
      }
      case 'join':
        return joinPieces(
          db,
          {
            ...scaled,
            requestKey,
            pieceIds: [piece, other],
            form: 'ball',
            joint: a % 2 ? 'knot' : 'splice',
            mass: b % 2 ? mass : '',
          },
          'metric',
          now,
        );
      case 'undo':
        return undoOperation(db, operation, now);
      case 'redo':
        return redoOperation(db, operation, now);
      case 'away':
        return putAway(db, yarn, now);
      case 'delete':
        return deleteYarn(db, yarn, now);
      case 'back':
        return bringBack(db, yarn, now);
      case 'merge':
        return mergeYarns(db, yarn, one(yarns, b) ?? 999, now);
      case 'borrow':
        return borrowFrom(db, yarn, b % 4 === 0 ? null : (one(yarns, b) ?? 999));
      case 'trust':
        return trustFact(db, yarn, one([null, 'band', 'samples'] as const, b) ?? null);
      case 'list': {
        const batch = `batch-${aKey()}`;
        this.batches.push(batch);
        const line = `Maker,Line,Weight (g),Length (m),Quantity\nSaltmarsh,Row ${a},100,${100 + 10 * b},${1 + (a % 3)}`;
        const ask = JSON.stringify({ columns: null, skipTwice: b % 2 === 0, batch });
        unlessRefused(() => importYarns(db, { bytes: new TextEncoder().encode(line), ask, system: 'metric' }, now));
        return undefined;
      }
      case 'unlist':
        undoImport(db, one(this.batches, a)!, now);
        return undefined;
      case 'wind':
        return startRun(
          db,
          piece,
          startValues({
            toolKey: one(['winder 1', 'winder 2', 'form 1', 'form 2', 'winder 99'], a)!,
            swiftId: b % 3 === 0 ? null : 1,
            split:
              b % 4 === 0
                ? { by: 'matched', name: '', count: '', amount: `${grams} m`, begin: b % 3 || null }
                : { by: 'equal', cakes: 1 + (b % 3) },
            twice: a % 5 === 0,
            fromEnd: b % 2 ? 'inner' : 'outer',
          }),
          'metric',
          now,
          'made',
        );
      case 'count': {
        if (runById(db, run)?.kind !== 'wind') return undefined;
        const screen = screenOf(db, run, `screen-${aKey()}`);
        const events = windingEvents(b % 3, a, grams).map((each, i) => screen.event(each, now.getTime() + i * (a - 9)));
        unlessRefused(() => screen.send(events, {}, now));
        return undefined;
      }
      case 'log': {
        const begun = runById(db, run);
        const wound = begun?.kind === 'wind' ? woundParts(stateOf(db, begun)).length : 1;
        const values = { rest: b % 4 === 0 ? '3' : '', waste: a % 4 === 0 ? '1' : '' };
        return logRun(db, run, logValues(Array(wound).fill(String(1 + (grams % 60))), values), 'metric', now);
      }
      case 'cancel':
        return giveUpRun(db, run, now);
      case 'take up':
        return takeUpRun(db, run);
      case 'next':
        return startNext(db, run, 'metric', now);
      case 'minis': {
        // What cannot be planned at the screen is not sent.
        const values = unlessRefused(() => miniPlanValues(highs, db, { pieceIds: [...new Set([piece, other])] }));
        if (!values) return undefined;
        return saveMiniPlan(db, b % 3 === 0 ? plan : null, values, 'metric', now);
      }
      case 'start minis':
        return startMiniRun(db, plan, one(miniPlanPage(db, plan)?.parents ?? [], b)?.pieceId ?? piece, now);
      case 'count minis': {
        if (runById(db, run)?.kind !== 'minis') return undefined;
        miniScreenSends(
          db,
          run,
          b % 2 ? miniMade(b % 4, grams % 50, a % 2 ? grams / 10 : null) : miniEvents(b % 4, a, grams),
          now.getTime(),
        );
        return undefined;
      }
      case 'log minis': {
        const begun = runById(db, run);
        const places = begun?.kind === 'minis' ? remainderPlaces(readMiniRunPlan(begun.plan)).length : 1;
        const left = Array.from({ length: places }, () => ({ mass: b % 2 ? String(a % 9) : '', kept: a % 2 === 0 }));
        return logMiniRun(db, run, miniLogValues(left), 'metric', now);
      }
      case 'end minis':
        return endMiniPlan(db, plan, a % 3 !== 0, now);
      case 'weigh dried':
        return weighDried(
          db,
          {
            ...scaled,
            requestKey,
            pieceIds: [one(minis, a) ?? piece, one(minis, b) ?? other],
            masses: [mass, ''],
            sure: a % 2 === 0,
          },
          'metric',
          now,
        );
      case 'pack':
        return packKit(db, plan, b % 3, [...new Set([one(minis, a) ?? piece, one(minis, b) ?? other])]);
      case 'ply':
        return plySingles(
          db,
          plyValues(a % 2 ? [piece, other] : [piece], {
            method: one(PLY_METHODS, b)!,
            mass: b % 2 ? mass : '',
          }),
          'metric',
          now,
        );
      case 'bobbins':
        return splitOverBobbins(
          db,
          piece,
          { ...scaled, requestKey, masses: [mass, String(a + 1)], left: '', end: 'outer' },
          'metric',
          now,
        );
      case 'plan use':
        return choosePlannedUse(
          db,
          piece,
          { rewind: null, use: { end: a % 2 ? 'inner' : 'outer', left: 'turning' } },
          now,
        );
      case 'forget use':
        return forgetPlannedUse(db, piece);
      case 'project':
      case 'change project':
        return saveProject(
          db,
          what === 'project' ? null : project,
          {
            requestKey,
            name: `Project ${a}`,
            notes: '',
            dueOn: b % 2 ? '2026-04-20' : '',
            castOn: a % 2 ? '2026-03-20' : '',
            margin: '5',
            spare: String(b % 3),
            needs: [
              {
                colour: 'A',
                amount: a % 2 ? `${grams} g` : `${grams * 3} m`,
                done: b % 3 ? '' : '40',
                yarnIds: [...new Set([yarn, one(yarns, b) ?? yarn])],
              },
            ],
          },
          'metric',
          now,
        );
      case 'order projects':
        return orderProjects(db, b % 4 ? [one(this.ids('project'), a) ?? 1, one(this.ids('project'), b) ?? 2] : []);
      case 'mark project':
        return markedProject(db, project, one(PROJECT_MARKS, b)!, a % 2 === 0, now);
      case 'knit':
      case 'change knitting': {
        const fields = {
          ...knittingValues(),
          projectId: one([null, ...this.ids('project')], b) ?? null,
          rows: one(['even', 'grow', 'shrink', 'chart', 'unknown'] as const, a)!,
          stitches: b % 4 ? '24' : '',
          chart: b % 5 ? '(40 42) x 60' : '40 x 3',
          border: one(['none', 'amount', 'rows', 'width'] as const, b)!,
          lastRow: a % 2 ? String(grams) : '',
        };
        return what === 'knit'
          ? beginKnitting(db, piece, { ...fields, ...rowsWeighed(String(b), b % 3 ? mass : '') }, 'metric', now)
          : changeKnitting(db, knitting, fields, 'metric');
      }
      case 'weigh row': {
        const pieceId = a % 3 ? (knittingPage(db, knitting)?.ballId ?? piece) : piece;
        const values = { ...rowsWeighed(String(a * 4), mass), requestKey, pieceId, usedUp: b % 6 === 0, note: '' };
        return weighRow(db, knitting, values, 'metric', now);
      }
      case 'mark knitting':
        return markedKnitting(db, knitting, one(PROJECT_MARKS, b)!, a % 2 === 0, now);
      case 'plan winding':
        return planWindingOf(db, project, requestKey, now);
      case 'task':
        return saveTask(
          db,
          b % 3 === 0 ? task : null,
          {
            requestKey,
            kind: one(['wind', 'minis', 'ply', 'wash', 'dye', 'measure', 'weigh', 'other'] as const, a),
            title: a % 2 ? '' : 'Something',
            pieceId: b % 2 ? piece : null,
            projectId: b % 4 === 0 ? project : null,
            minutes: a % 3 === 0 ? String(grams) : '',
            dueOn: a % 4 === 0 ? '2026-03-18' : '',
            plannedOn: b % 5 === 0 ? '2026-03-10' : '',
            after: this.ids('task')
              .slice(0, b % 3)
              .map((taskId) => ({ taskId, waitDays: a % 2 ? '2' : '' })),
          },
          now,
        );
      case 'mark task':
        return markedTask(db, task, one(TASK_MARKS, b)!, a % 2 === 0, now);
      case 'confirm':
        return confirmDays(db, { [task]: b % 3 === 0 ? null : '2026-03-21' });
      case 'offer':
        return offer(db, { what: a % 2 ? [ware] : [{ pieceId: piece }, ware], price: b % 4 ? `${grams} €` : '' });
      case 'withdraw':
        return withdraw(db, ware);
      case 'sell':
        return sell(db, { what: ware }, requestKey, now);
      case 'take back':
        return takeBack(db, one(lastSales(db, 20), a)?.id ?? 999, now);
      case 'hang': {
        const hung = { loop: '1.46 m', halfTurns: String(b), sides: a % 2 ? 'S' : 'Z', washed: b % 2 === 0, note: '' };
        return keepHanging(db, { ...hung, requestKey, pieceId: piece }, 'metric', now);
      }
      case 'trouble': {
        const report = { ...helped, trouble: 'lump', then: one(SEQUELS, grams)! };
        return logTrouble(db, piece, { ...report, requestKey }, 'metric', now);
      }
      case 'remove tool':
        return removeTool(db, one(TOOL_KINDS, a)!, 1 + (b % 3), now);
      case 'return tool':
        return returnTool(db, one(TOOL_KINDS, a)!, 1 + (b % 3));
    }
  }

  /** Every page of the house, as a maker would walk through it. */
  pages(now: Date): Record<string, unknown> {
    const { db } = this;
    refreshSummaries(db);
    const [yarns, pieces] = [this.ids('yarn'), this.ids('piece')];
    return {
      today: today(db, now),
      shelf: shelfFront(db, {}, 'metric'),
      gone: goneFromShelf(db),
      days: daysPage(db, now),
      bench: bench(db),
      answers: benchAnswers(db),
      log: logbookPage(db, readLogAsked({}), now),
      found: findAll(db, 'line hank'),
      projects: projectsPage(db),
      project: this.ids('project').map((id) => projectPage(db, id)),
      knittings: this.ids('knitting').map((id) => knittingPage(db, id)),
      market: marketPage(db, { planId: this.ids('mini_plan')[0] ?? null, pieceId: null, yarnId: null, kit: null }, now),
      wheel: wheelPage(db),
      sideBySide: pieces.map((oneId, i) =>
        strandComparePage(db, { oneId, otherId: pieces[i + 1] ?? null, otherYarnId: null }),
      ),
      twist: twistHome(db),
      plying: plyPage(db, pieces.slice(0, 2)),
      minis: planMinisPage(db, { yarns: yarns.slice(0, 3).join(',') }),
      miniPlans: this.ids('mini_plan').map((id) => miniPlanPage(db, id)),
      dyeBook: dyeBook(db),
      baths: this.ids('bath').map((id) => [bathPage(db, id), bathFormPage(db, { bathId: id })]),
      runs: this.ids('run').map((id) => runPage(db, id) ?? miniRunPage(db, id)),
      yarns: yarns.map((id) => [yarnView(db, id), yarnOverview(db, id), coloursPage(db, id)]),
      pieces: pieces.map((id) => [piecePage(db, id), planPage(db, id), twistPage(db, id, now), lineageOf(db, id)]),
      operations: this.ids('operation').map((id) => operationPage(db, id)),
      calendar: calendarOf(db, now),
      tables: (['yarns', ...CSV_TABLE_NAMES] as const).map((table) => [...csvOf(db, table)].join('')),
      drawings: this.ids('mini_plan').map((id) => cutMapDrawing(db, id, 'imperial')),
      stories: yarns.map((id) => storyPaper(db, id, 'imperial', 'http://localhost')),
      sheets: this.ids('run').flatMap((id) =>
        runPage(db, id) ? [runPaper(db, id, 'metric', 'http://localhost')] : [],
      ),
      labels: pieces.flatMap((id) =>
        pieceById(db, id)
          ? [labelOf(db, { pieceId: id }, 'metric', 'http://localhost'), slipOf(db, id, 'imperial', 'http://localhost')]
          : [],
      ),
    };
  }
}

/** Where a page has a figure that is none. */
function oddFigures(value: unknown, place: string): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${place}: ${value}`];
  if (typeof value === 'string') return /\bNaN\b|undefined|Infinity|\[object/.test(value) ? [`${place}: ${value}`] : [];
  if (value instanceof Map) return [...value].flatMap(([key, each]) => oddFigures(each, `${place}.${String(key)}`));
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([key, each]) => oddFigures(each, `${place}.${key}`));
  return [];
}

test('whatever is done in whatever order is done or refused, and every page says what is', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 24 }), async (acts) => {
      const house = new House();
      const { db } = house;
      shelved(db, { count: '2', masses: ['112', '98'] });
      shelved(db, {
        line: 'Skerry',
        plies: '1',
        twistDirection: 'Z',
        twist: '380 t/m',
        form: 'bobbin',
        loop: '',
        count: '2',
        masses: ['52', '50'],
      });
      let now = NOW;
      for (const each of acts) {
        now = new Date(now.getTime() + (each.b % 4 === 0 ? 36 : 0.1) * 3600_000);
        const before = everything(db);
        const saved = house.does(each, now);
        if (saved && !saved.ok) {
          expect(Object.values(saved.errors).join()).toMatch(/\w/);
          expect(everything(db)).toBe(before);
        }
      }
      expect(oddFigures(house.pages(now), 'page')).toEqual([]);
      for (const id of house.ids('yarn')) {
        const { cameInG, thereG, consumedG, differsG } = yarnOverview(db, id)!.balance;
        const parts = [...Object.values(consumedG), ...Object.values(differsG)].reduce((sum, g) => sum + g, 0);
        expect(thereG + parts).toBeCloseTo(cameInG, 6);
      }
      expect(db.pragma('foreign_key_check')).toEqual([]);
      const archive = exportArchive(db, FOLDER, NOW);
      const fresh = emptyDatabase();
      await readIn(fresh, FOLDER, JSON.stringify(archive));
      expect(exportArchive(fresh, FOLDER, NOW).tables).toEqual(archive.tables);
      fresh.close();
      db.close();
    }),
    { numRuns: 6 * TRIES },
  );
});
