'use client';

import { type PackageEnd } from '../../../core/yarn/faults';
import { handlingOf } from '../../../core/yarn/fibre';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { InputError, type Reading, readingIfTyped } from '../../../core/common/inputError';
import { massOf, needsSwift } from '../../../core/yarn/piece';
import {
  type Firmness,
  type PiecePlan,
  type PieceToPlan,
  planPiece,
  type PlanTool,
} from '../../../core/winding/piecePlan';
import { endToRewind, workedFrom } from '../../../core/bench/schools';
import { readSplit, splitOfNext, type TypedSplit } from '../../../core/winding/split';
import type { PlanPage } from '../../../server/winding/planPages';
import type { StartForm } from '../../../server/winding/runStart';
import type { PieceView } from '../../../server/yarn/yarnViews';
import { useSystem } from '../../../ui/frame/Providers';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';

/** A split that is being typed: what was put in for each way of splitting is kept while another is looked at. */
export interface SplitDraft {
  by: TypedSplit['by'];
  /** Equal cakes beyond those that the winder needs. */
  extraCakes: number;
  size: string;
  pieces: { name: string; count: string; amount: string }[];
  over: 'own cake' | 'shared';
  /** A pair, or more, that begin at the same place of the colour repeat. */
  matched: { name: string; count: string; amount: string; begin: number | null };
}

/** What the maker has chosen; kept in the browser until the run begins. */
export interface Choices {
  toolKey: string;
  toolOfPart: Record<string, string>;
  swiftId: number | null;
  loop: string;
  firmness: Firmness;
  split: SplitDraft;
  cutAtKnots: boolean;
  anyway: boolean;
  twice: boolean;
  fromEnd: PackageEnd;
  workFrom: 'centre' | 'outside';
  queue: number[];
}

export interface Planned {
  choices: Choices;
  choose: (change: Partial<Choices>) => void;
  tool: PlanTool;
  /** Of what was chosen; where that cannot be, of the fewest equal cakes. */
  plan: PiecePlan;
  /** All of the piece. */
  wholeG: number;
  /** What stands against beginning, by field. */
  errors: Record<string, string>;
  loop: Partial<Reading<number>>;
  /** The plan on another tool, in as few equal cakes as fit. */
  fewestOn: (tool: PlanTool) => number;
  /** What each piece that was chosen to follow comes to, wound in the same way; null where that cannot be. */
  following: { piece: PieceView; plan: PiecePlan | null }[];
  form: StartForm;
}

export const NOT_ASKED: SplitDraft['matched'] = { name: 'sock', count: '2', amount: '', begin: null };

/** The plan of one piece, as it follows from what has been chosen so far. */
export function usePlan(page: PlanPage): Planned {
  const { yarn, piece, tools, swifts, schools, next } = page;
  const rewind = next?.rewind;
  const system = useSystem();
  const [kept, choose] = useKeptChoices<Choices>(`plan of piece ${piece.id}`, {
    toolKey: tools.find(({ key }) => key === rewind?.toolKey)?.key ?? tools[0]!.key,
    toolOfPart: {},
    swiftId: needsSwift(piece.form) ? swifts[0]!.id : null,
    loop: piece.loopM === null ? '' : `${Math.round(piece.loopM * 1000) / 10} cm`,
    firmness: 'usual',
    split: {
      by: 'equal',
      extraCakes: 0,
      size: '',
      pieces: [{ name: '', count: '', amount: '' }],
      over: 'own cake',
      matched: NOT_ASKED,
    },
    cutAtKnots: true,
    anyway: false,
    twice: needsSwift(piece.form) && schools.windings === 'twice',
    fromEnd: needsSwift(piece.form) ? 'inner' : (rewind?.end ?? endToRewind(piece.form)),
    workFrom: next
      ? next.use.end === 'inner'
        ? 'centre'
        : 'outside'
      : (yarn.workFrom ?? workedFrom(handlingOf(yarn.fibres), schools.workFrom)),
    queue: [],
  });
  const choices = onBench(kept, page);
  const tool = tools.find(({ key }) => key === choices.toolKey)!;
  const loop = readingIfTyped(choices.loop, () => parseLoopM(choices.loop, system, 'loop'));
  const grist = piece.grist!;
  const subject = {
    massG: massOf(piece.mass!),
    grist,
    faults: piece.faults,
    colours: page.colours,
    fromEnd: choices.fromEnd,
    hankLoopM: loop.value,
  };
  const planWith = (
    split: TypedSplit,
    toolKey: string,
    toolOfPart: Record<string, string>,
    of: PieceToPlan = subject,
  ) => planPiece(of, { ...choices, toolKey, toolOfPart, split: readSplit(split, grist.mean, system) }, tools);
  const fewest = planWith({ by: 'equal', cakes: 1 }, tool.key, {});
  const split = typedSplit(choices.split, fewest.fewest);
  const chosen = attempted(() => planWith(split, tool.key, choices.toolOfPart));
  const following = page.alike
    .filter(({ id }) => choices.queue.includes(id))
    .map((next) => ({
      piece: next,
      plan:
        attempted(() =>
          planWith(
            splitOfNext(split),
            tool.key,
            {},
            {
              massG: massOf(next.mass!),
              grist: next.grist!,
              faults: next.faults,
              fromEnd: choices.fromEnd,
            },
          ),
        ).plan ?? null,
    }));
  return {
    choices,
    choose,
    tool,
    following,
    loop,
    plan: chosen.plan ?? fewest,
    wholeG: subject.massG.mean,
    errors: { ...chosen.errors, ...(loop.error && { loop: loop.error }) },
    fewestOn: (other) => planWith({ by: 'equal', cakes: 1 }, other.key, {}).fewest,
    form: {
      ...choices,
      loop: loop.value === undefined ? '' : `${loop.value} m`,
      split,
      queue: following.map(({ piece }) => piece.id),
    },
  };
}

/** What was chosen, without the tools that have left the bench since. */
export function onBench(kept: Choices, { tools, swifts }: PlanPage): Choices {
  const isThere = (toolKey: string) => tools.some(({ key }) => key === toolKey);
  return {
    ...kept,
    toolKey: isThere(kept.toolKey) ? kept.toolKey : tools[0]!.key,
    toolOfPart: Object.fromEntries(Object.entries(kept.toolOfPart).filter(([, toolKey]) => isThere(toolKey))),
    swiftId: kept.swiftId === null || swifts.some(({ id }) => id === kept.swiftId) ? kept.swiftId : swifts[0]!.id,
  };
}

function typedSplit(draft: SplitDraft, fewest: number): TypedSplit & StartForm['split'] {
  switch (draft.by) {
    case 'equal':
      return { by: 'equal', cakes: Math.min(99, fewest + draft.extraCakes) };
    case 'size':
      return { by: 'size', size: draft.size };
    case 'pieces':
      return { by: 'pieces', pieces: draft.pieces, over: draft.over };
    case 'matched':
      // A plan that was begun before there were any has none.
      return { by: 'matched', ...(draft.matched ?? NOT_ASKED) };
  }
}

function attempted(work: () => PiecePlan): { plan?: PiecePlan; errors: Record<string, string> } {
  try {
    return { plan: work(), errors: {} };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { errors: { [error.path]: error.message } };
  }
}
