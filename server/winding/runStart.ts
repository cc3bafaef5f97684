import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { handlingOf, kindOfYarn } from '../../core/yarn/fibre';
import { parseLoopM } from '../../core/bench/hankLoop';
import { withUnits } from '../../core/common/bareUnits';
import { InputError } from '../../core/common/inputError';
import { massOf, woundBefore } from '../../core/yarn/piece';
import { planPiece } from '../../core/winding/piecePlan';
import { endsOf } from '../../core/bench/schools';
import { readSplit, splitOfNext } from '../../core/winding/split';
import { swiftSetting } from '../../core/bench/swift';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { pieceById, setLoop } from '../../db/yarn/pieces';
import { insertRun, openRunOfPiece, runById } from '../../db/winding/runs';
import { setWorkFrom } from '../../db/yarn/yarns';
import { bench } from '../bench/bench';
import { readOptional, text } from '../common/fields';
import { planTools, toolOfKey } from '../bench/planTools';
import { runForm, ConflictError, type SaveResult } from '../common/result';
import { withLimits } from './limits';
import { readPlan, type RunPlan } from './runPlan';
import { schools } from '../bench/schools';
import { coloursOfPiece, coloursOfYarn } from '../yarn/colours';
import { pieceView, yarnView } from '../yarn/yarnViews';
import { fromMm, toMm } from '../common/storageUnits';

const toolKey = z.string().regex(/^(winder|form) \d{1,9}$/);

const typedSplit = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('equal'), cakes: z.int().min(1).max(99) }),
  z.strictObject({ by: z.literal('size'), size: text }),
  z.strictObject({
    by: z.literal('matched'),
    name: text,
    count: text,
    amount: text,
    begin: z.int().min(0).max(999).nullable(),
  }),
  z.strictObject({
    by: z.literal('pieces'),
    over: z.enum(['own cake', 'shared']),
    pieces: z
      .array(z.strictObject({ name: text, count: text, amount: text }))
      .min(1, 'say at least one piece')
      .max(40, 'at most 40 kinds of piece'),
  }),
]);

function startForm(system: UnitSystem) {
  return z.strictObject({
    toolKey,
    /** Another tool for single cakes, by their place in the plan. */
    toolOfPart: z.record(z.string().regex(/^\d{1,2}$/), toolKey),
    /** Null: held by hands, not on a swift. */
    swiftId: z.int().nullable(),
    loop: readOptional((typed) => parseLoopM(typed, system, '')),
    firmness: z.enum(['loose', 'usual', 'firm']),
    split: typedSplit,
    cutAtKnots: z.boolean(),
    twice: z.boolean(),
    /** Fuller than the tool is thought to hold, and wound all the same. */
    anyway: z.boolean().default(false),
    fromEnd: z.enum(PACKAGE_ENDS),
    workFrom: z.enum(['centre', 'outside']),
    /** Other pieces of the yarn, to be wound in the same way after this one. */
    queue: z.array(z.int().positive()).max(99),
  });
}
export type StartForm = z.input<ReturnType<typeof startForm>>;
type Start = z.output<ReturnType<typeof startForm>>;

/** Begins a run on a piece, with the plan's figures set down as they are now. Goes on with the open run if there is one. */
export function startRun(
  db: Db,
  pieceId: number,
  input: unknown,
  system: UnitSystem,
  now: Date,
  /** Where the piece needs more equal cakes than were asked for, it gets them, without being asked again. */
  more: 'refused' | 'made' = 'refused',
): SaveResult {
  return runForm(startForm(system), input, (form) =>
    db
      .transaction(() => {
        const open = openRunOfPiece(db, pieceId);
        if (open) return open.id;
        if (form.loop !== null) setLoop(db, pieceId, toMm(form.loop));
        const { plan, yarnId } = planOf(db, pieceId, form, system, input as Record<string, unknown>, more);
        setWorkFrom(db, yarnId, form.workFrom);
        return insertRun(db, { pieceId, plan: JSON.stringify(plan), startedAt: now.toISOString() });
      })
      .immediate(),
  );
}

/**
 * Begins the next winding of a queue, as the one before was asked for; null where nothing is left to wind.
 *
 * It gets as many cakes as it needs, where it is heavier than the first.
 */
export function startNext(db: Db, runId: number, system: UnitSystem, now: Date): SaveResult {
  const run = runById(db, runId);
  const plan = run?.kind === 'wind' ? readPlan(run.plan) : null;
  const [next, ...queue] = plan ? stillToWind(db, plan) : [];
  if (!plan?.asked || next === undefined) return { ok: false, errors: { '': 'no other piece waits to be wound' } };
  const asked = plan.asked as unknown as StartForm;
  const loopMm = pieceById(db, next)?.loopMm;
  const loop = loopMm ? `${fromMm(loopMm)} m` : asked.loop;
  return startRun(
    db,
    next,
    { ...asked, split: splitOfNext(asked.split), toolOfPart: {}, queue, loop },
    system,
    now,
    'made',
  );
}

/** Those of a plan's queue that are still there and not being wound. */
export function stillToWind(db: Db, plan: RunPlan): number[] {
  return plan.queue.filter((id) => pieceById(db, id)?.consumedBy === null && !openRunOfPiece(db, id));
}

function planOf(
  db: Db,
  pieceId: number,
  form: Start,
  system: UnitSystem,
  asked: Record<string, unknown>,
  more: 'refused' | 'made',
): { plan: RunPlan; yarnId: number } {
  const row = pieceById(db, pieceId);
  if (!row || row.consumedBy !== null) throw new ConflictError('this piece is not there any more');
  const yarn = yarnView(db, row.yarnId)!;
  const piece = pieceView(db, yarn, row);
  const { mass: fact, grist } = piece;
  if (!fact || !grist) throw new ConflictError('its mass and its length must be known before it can be planned');
  if (!endsOf(row.form).includes(form.fromEnd))
    throw new InputError(`a ${row.form} does not give its yarn from the ${form.fromEnd} end`, 'fromEnd');
  for (const id of form.queue)
    if (pieceById(db, id)?.yarnId !== row.yarnId) throw new InputError('these are of another yarn', 'queue');
  const tools = bench(db);
  const again = woundBefore(row.form);
  const swift = tools.swifts.find(({ id }) => id === form.swiftId) ?? null;
  const loopM = row.loopMm === null ? null : fromMm(row.loopMm);
  const planned = planPiece(
    {
      massG: massOf(fact),
      grist,
      faults: piece.faults,
      colours: coloursOfPiece(db, piece),
      fromEnd: form.fromEnd,
    },
    { ...form, split: readSplit(form.split, grist.mean, system) },
    withLimits(db, planTools(tools, { id: yarn.id, kind: kindOfYarn(yarn.fibres), grist, again }), tools),
  );
  if (more === 'refused' && form.split.by === 'equal' && form.split.cakes < planned.fewest)
    throw new InputError(`this much yarn needs at least ${planned.fewest} cakes here`, 'split.cakes');
  if (planned.tooLarge.length > 0)
    throw new InputError(
      'some of these are more than their tool holds; take a larger one or make more cakes of them',
      'split',
    );
  const { ties, startingEnd, joinedEnds, slip } = schools(db);
  return {
    yarnId: row.yarnId,
    plan: {
      mass: fact,
      gristMPerG: grist.mean,
      gristSdMPerG: grist.sd,
      swift: swift && {
        name: swift.name,
        kind: swift.kind,
        setting: loopM === null ? null : swiftSetting({ ...swift, hankLoopM: loopM }),
      },
      handling: handlingOf(yarn.fibres),
      yarnKind: kindOfYarn(yarn.fibres),
      fromEnd: form.fromEnd,
      again,
      twice: form.twice,
      workFrom: form.workFrom,
      schools: { ties, startingEnd, joinedEnds, slip },
      faults: planned.faults,
      colours: planned.colours,
      palette: coloursOfYarn(db, yarn.id).order,
      queue: form.queue,
      // The next may be begun by somebody who weighs and measures in other units.
      asked: withUnits(asked, system),
      cakes: planned.cakes.map((cake, i) => {
        const {
          density,
          secondsPerTurn,
          crankRatioSd,
          gristCancels: _cancels,
          limitSlack: _slack,
          holds: _holds,
          key,
          ...tool
        } = planned.tools[i]!;
        const { limitedBy: _by, fillPercent: _full, ...figures } = cake;
        return {
          ...figures,
          densityGPerCm3: density.mean,
          densitySd: density.sd,
          crankRatioSd,
          secondsPerTurn,
          tool: { ...tool, id: toolOfKey(key).id },
        };
      }),
    },
  };
}
