import { kindOfYarn } from '../../core/yarn/fibre';
import { grouped } from '../../core/common/grouped';
import { readOrNull } from '../../core/common/inputError';
import { type PieceForm, massOf, woundBefore } from '../../core/yarn/piece';
import { isLoop } from '../../core/twist/strandWays';
import {
  type LaidPart,
  type NotedLaying,
  type PieceTwist,
  strandStateOf,
  twistAccount,
  type TwistEvent,
  type TwistGap,
} from '../../core/twist/twistAccount';
import { rangeOf } from '../../core/twist/twistChange';
import {
  buildOf,
  gradeOf,
  mostChanged,
  type TwistGrade,
  type TwistLimits,
  type YarnBuild,
} from '../../core/twist/twistSeverity';
import type { PackageEnd } from '../../core/yarn/faults';
import type { CakeShape } from '../../core/bench/cake';
import { afterSteps, percentOfOwn, type Round } from '../../core/twist/twist';
import { strandOfYarnMm } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { type LiveOperation, liveOfYarn, type OperationPieceRow } from '../../db/yarn/operations';
import { piecesOfYarn, type PieceRow } from '../../db/yarn/pieces';
import { laidOfYarn, type LaidWound, leavingsOfYarn } from '../../db/twist/strandWays';
import { bench, type WinderTool } from '../bench/bench';
import { type PlannedUse, plannedUse } from '../yarn/plannedUse';
import { pliedRecord, type PliedRecord } from './plied';
import { planTools } from '../bench/planTools';
import { endUsed, endWorked, workFromOf } from '../yarn/workedEnd';
import { newestOnShelf, type ShelfCard } from '../yarn/shelf';
import { treatedOfYarn } from '../yarn/treated';
import { twistLimits } from './twistLimits';
import { fromMg, fromMm, fromUm } from '../common/storageUnits';
import { massFactOf } from '../common/weighing';
import { piecePage, type PieceView, yarnView, type YarnView } from '../yarn/yarnViews';

/** Something that happened to a yarn's twist, and where it stands in the logbook. */
export interface LoggedTwist {
  operationId: number;
  at: string;
  event: TwistEvent;
}

/** What became of the twist of each piece of a yarn, by the piece's number. */
export function twistOfYarn(db: Db, yarn: YarnView): Map<number, PieceTwist> {
  return twistAccount(twistLog(db, yarn).map(({ event }) => event));
}

/** Everything that happened to a yarn's twist and holds, oldest first. */
function twistLog(db: Db, yarn: YarnView): LoggedTwist[] {
  const pieces = new Map(piecesOfYarn(db, yarn.id).map((piece) => [piece.id, piece]));
  const laid = grouped(laidOfYarn(db, yarn.id), ({ operationId }) => operationId);
  const left = new Map(leavingsOfYarn(db, yarn.id).map(({ operationId, way }) => [operationId, way]));
  const treated = treatedOfYarn(db, yarn.id, yarn.fibres);

  const lengthOf = (part: OperationPieceRow): number | null => {
    const fact = massFactOf(part);
    if (!fact || !yarn.grist) return null;
    return (massOf(fact, yarn.fibres).mean * yarn.grist.mean) / treated.after(part.operationId, part.pieceId);
  };
  const ends = new Map<number, PackageEnd>();
  const endOf = (pieceId: number) => ends.get(pieceId) ?? ends.set(pieceId, endUsed(db, yarn, pieceId)).get(pieceId)!;
  const laidOf = (operationId: number, pieceId: number) =>
    laid.get(operationId)?.find((row) => row.pieceId === pieceId);
  const partOf = (part: OperationPieceRow, piece: PieceRow): LaidPart => {
    const row = laidOf(part.operationId, piece.id);
    return { pieceId: piece.id, form: piece.form, lengthM: lengthOf(part), noted: row ? notedLaying(row) : null };
  };

  const eventsOf = ({ id, kind, fromEnd, parts }: LiveOperation): TwistEvent[] => {
    const mine = parts.flatMap((part) => {
      const piece = pieces.get(part.pieceId);
      return piece ? [{ part, piece }] : [];
    });
    const on = (side: OperationPieceRow['side']) => mine.filter(({ part }) => part.side === side);
    const out = on('out');
    // Of two bobbins that were plied together, what is left over is of one of them.
    const taken = on('in').find(({ piece }) => out.some((each) => each.piece.form === piece.form)) ?? on('in')[0];
    // Singles that were plied are used up in another yarn; of its own, plying makes what is fresh.
    if (kind === 'receive' || kind === 'join' || (kind === 'ply' && !taken))
      return out.map(({ part, piece }) => ({
        kind: 'came',
        piece: partOf(part, piece),
        loopM: loopOf(piece),
        asMade: piece.form === 'hank' || kind === 'ply',
        ...(kind === 'join' && { joined: true }),
      }));
    // Used up: nothing of it is left to have a twist.
    if (taken && out.length === 0) return [];
    if (kind === 'ply') {
      // What is left over of several strands is listed as they are.
      const strands = [...on('in')];
      return out.flatMap((rest): TwistEvent[] => {
        const [strand] = strands.splice(
          Math.max(
            0,
            strands.findIndex(({ piece }) => piece.form === rest.piece.form),
          ),
          1,
        );
        if (!strand) return [];
        const [wholeM, restM] = [lengthOf(strand.part), lengthOf(rest.part)];
        return [
          {
            kind: 'taken',
            pieceId: strand.piece.id,
            fromEnd: fromEnd ?? 'inner',
            left: left.get(id) ?? null,
            parts: [],
            ...(wholeM !== null && restM !== null && { usedM: Math.max(0, wholeM - restM) }),
            rest: { pieceId: rest.piece.id, lengthM: restM },
          },
        ];
      });
    }
    if (taken) {
      // What stays of a piece, unwound, was not laid on anything.
      const rest = out.find(({ piece }) => piece.form === taken.piece.form && !laidOf(id, piece.id));
      return [
        {
          kind: 'taken',
          pieceId: taken.piece.id,
          fromEnd: fromEnd ?? 'inner',
          left: left.get(id) ?? null,
          parts: out.filter((each) => each !== rest).map(({ part, piece }) => partOf(part, piece)),
          rest: rest ? { pieceId: rest.piece.id, lengthM: lengthOf(rest.part) } : null,
        },
      ];
    }
    return on('on').flatMap(({ part, piece }): TwistEvent[] => {
      const lengthM = lengthOf(part);
      if (lengthM === null) return [];
      return [{ kind: 'measured', pieceId: piece.id, lengthM, usedFrom: endOf(piece.id) }];
    });
  };

  return liveOfYarn(db, yarn.id).flatMap((operation) =>
    eventsOf(operation).map((event) => ({ operationId: operation.id, at: operation.at, event })),
  );
}

const loopOf = ({ loopMm }: PieceRow): number | null => (loopMm === null ? null : fromMm(loopMm));

function notedLaying(row: LaidWound): NotedLaying {
  return {
    ...(row.ball !== null && { ball: row.ball === 1 }),
    how: row.how,
    direction: row.direction,
    coreDiameterMm: row.coreUm === null ? null : fromUm(row.coreUm),
    outerDiameterMm: row.outerUm === null ? null : fromUm(row.outerUm),
    crossingAngleDeg: row.crossingMillideg / 1000,
    loopM: row.loopMm === null ? null : fromMm(row.loopMm),
    ...(row.innerEnd && { innerEnd: row.innerEnd }),
    ...(row.farSide && { farSide: row.farSide }),
  };
}

/** A tool that a piece could be wound on next. */
export interface TwistTool {
  key: string;
  name: string;
  onto: 'winder' | 'hand';
  shape: CakeShape;
  /** Which way its spindle turns, seen from above; null where nobody has said, or where a hand goes round. */
  turns: Round | null;
}

/** What has become of the twist of one piece, and everything that can be tried with it. */
export interface TwistPage {
  yarn: YarnView;
  piece: PieceView;
  /** The others that there are of this yarn. */
  others: PieceView[];
  /** What led to this piece, oldest first, and only that. */
  story: LoggedTwist[];
  gristMPerG: number;
  /** How thick it is, in millimetres. */
  strandMm: number;
  build: YarnBuild;
  limits: Record<YarnBuild, TwistLimits>;
  workFrom: 'centre' | 'outside';
  tools: TwistTool[];
  next: PlannedUse | null;
  /** How it was plied, if it was, and what it waits for. */
  plied: PliedRecord | null;
}

/** A fingering yarn, where nothing else is known: it only serves to draw with. */
const SOME_GRIST_M_PER_G = 4;

/** How long a gram of a yarn is and how thick it lies, or about so, for what is drawn and tried. */
export function strandFigures(yarn: YarnView): { gristMPerG: number; strandMm: number } {
  const gristMPerG = yarn.grist?.mean ?? SOME_GRIST_M_PER_G;
  return { gristMPerG, strandMm: strandOfYarnMm({ wpi: yarn.measuredWpi ?? yarn.wpi, gristMPerG })! };
}

export function twistPage(db: Db, pieceId: number, now = new Date()): TwistPage | undefined {
  const page = piecePage(db, pieceId);
  if (!page) return undefined;
  const { yarn, piece, others } = page;
  const log = twistLog(db, yarn);
  return {
    yarn,
    piece,
    others,
    story: storyOf(log, pieceId),
    ...strandFigures(yarn),
    build: buildOf(yarn.plies),
    limits: twistLimits(db),
    workFrom: workFromOf(db, yarn),
    tools: toolsFor(db, yarn, piece),
    next: plannedUse(db, pieceId) ?? null,
    plied: pliedRecord(db, yarn, piece, now) ?? null,
  };
}

/** Back from a piece to what it came of, and so on to the beginning. */
function storyOf(log: readonly LoggedTwist[], pieceId: number): LoggedTwist[] {
  const story: LoggedTwist[] = [];
  let looking = pieceId;
  for (const logged of [...log].reverse()) {
    const { event } = logged;
    if (event.kind === 'measured' && event.pieceId === looking) story.unshift(logged);
    else if (event.kind === 'came' && event.piece.pieceId === looking) story.unshift(logged);
    else if (event.kind === 'taken' && isMade(event, looking)) {
      story.unshift(logged);
      looking = event.pieceId;
    }
  }
  return story;
}

function isMade({ parts, rest }: Extract<TwistEvent, { kind: 'taken' }>, pieceId: number): boolean {
  return rest?.pieceId === pieceId || parts.some((part) => part.pieceId === pieceId);
}

function toolsFor(db: Db, yarn: YarnView, piece: PieceView): TwistTool[] {
  const tools = bench(db);
  const turning = new Map(tools.winders.map(({ id, turning }) => [`winder ${id}`, turning]));
  const grist = piece.grist ?? yarn.grist ?? { mean: SOME_GRIST_M_PER_G, sd: 0 };
  const toWind = { id: yarn.id, kind: kindOfYarn(yarn.fibres), grist, again: woundBefore(piece.form) };
  return planTools(tools, toWind).map(
    ({ key, name, onto, coreDiameterMm, heightMm, ball, crossingAngleDeg, leadMm, density }): TwistTool => ({
      key,
      name,
      onto: onto === 'winder' ? 'winder' : 'hand',
      shape: { coreDiameterMm, heightMm, ball, crossingAngleDeg, leadMm, densityGPerCm3: density.mean },
      turns: roundOf(turning.get(key) ?? null),
    }),
  );
}

const roundOf = (turning: WinderTool['turning']): Round | null =>
  turning === null ? null : turning === 'clockwise' ? 'cw' : 'ccw';

/** What was changed along each piece of a yarn as it lies, by the piece's number. */
export function lyingTwists(db: Db, yarn: YarnView): Record<number, { gap: boolean; lowest: number; highest: number }> {
  return Object.fromEntries(
    [...twistOfYarn(db, yarn)].map(([pieceId, { gap, change }]) => [
      pieceId,
      { gap: gap !== null, ...rangeOf(change) },
    ]),
  );
}

/** A piece on the list of those whose twist can be looked at. */
export interface TwistLine {
  id: number;
  label: string;
  form: PieceForm;
  yarnId: number;
  yarnName: string;
  colourHex: string;
  massG: number | null;
  gap: TwistGap | null;
  /** Worked as the user's school has it and as it stands: the largest change, and how much that matters. */
  worked: { end: PackageEnd; mostPerM: number; percent: number | null; grade: TwistGrade | null } | null;
}

/** Older ones are found on the shelf. */
const YARNS_LISTED = 24;

/**
 * The cakes and balls of the newest yarns, with what working them does to their twist: first what matters most, last what
 * nobody can tell.
 */
export function twistHome(db: Db): { lines: TwistLine[]; older: boolean } {
  const yarns = newestOnShelf(db, YARNS_LISTED);
  const lines = twistLines(db, yarns).sort((a, b) => urgency(b) - urgency(a));
  return { lines, older: yarns.length === YARNS_LISTED };
}

const URGENCY: Record<TwistGrade, number> = { trouble: 4, seen: 3, hardly: 1 };

/** What changes by turns a metre, of a yarn whose own twist nobody knows, may matter. */
const urgency = ({ worked }: TwistLine) => (!worked ? 0 : worked.grade ? URGENCY[worked.grade] : 2);

function twistLines(db: Db, yarns: readonly ShelfCard[]): TwistLine[] {
  const limits = twistLimits(db);
  return yarns
    .filter(({ pieces }) => pieces.some(({ form }) => !isLoop(form)))
    .flatMap(({ id }) => {
      const yarn = yarnView(db, id)!;
      const account = twistOfYarn(db, yarn);
      const end = endWorked(workFromOf(db, yarn));
      return piecesOfYarn(db, id)
        .filter(({ consumedBy, form }) => consumedBy === null && !isLoop(form))
        .flatMap((piece): TwistLine[] => {
          const twist = account.get(piece.id);
          if (!twist) return [];
          return [
            {
              id: piece.id,
              label: piece.label,
              form: piece.form,
              yarnId: id,
              yarnName: yarn.name,
              colourHex: yarn.colourHex,
              massG: piece.massMg === null ? null : fromMg(piece.massMg),
              gap: twist.gap,
              worked: workedLine(twist, yarn, end, limits),
            },
          ];
        });
    });
}

function workedLine(
  twist: PieceTwist,
  yarn: YarnView,
  end: PackageEnd,
  limits: Record<YarnBuild, TwistLimits>,
): TwistLine['worked'] {
  if (twist.gap) return null;
  const from = { mode: 'over-end' as const, end, side: 'near' as const };
  const used = readOrNull(() => afterSteps(strandStateOf(twist), [{ from }], SOME_GRIST_M_PER_G).change);
  if (!used) return null;
  const mostPerM = mostChanged(used);
  const percent = yarn.ownTwist ? percentOfOwn(mostPerM, yarn.ownTwist) : null;
  return { end, mostPerM, percent, grade: percent === null ? null : gradeOf(percent, limits[buildOf(yarn.plies)]) };
}
