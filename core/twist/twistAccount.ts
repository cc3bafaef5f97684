import type { PackageEnd } from '../yarn/faults';
import { type PieceForm, USED_SHARE } from '../yarn/piece';
import { endsOf } from '../bench/schools';
import { isLoop, type LeavingWay } from './strandWays';
import { leadOfGuideMm, wrapOf } from '../bench/cake';
import { type Access, type LaidOn, type Round, type StrandState, senseOf, senseOfLaying, wrapsOff } from './twist';
import { asLong, reversed, roundLoop, stretchOf, type TwistChange, unchanged, wrapped } from './twistChange';

/** How a strand was laid, as it was noted; null where nobody looked. */
export interface NotedLaying extends Access {
  how: 'spindle' | 'carried' | 'reel' | null;
  /** Of the spindle or of the hand, seen from the near side. */
  direction: Round | null;
  /** Of a package across its hole and across it all; of a cone across its nose and across its base. */
  coreDiameterMm: number | null;
  outerDiameterMm: number | null;
  /** Wound round itself in the hand; where it is not said, what is called a ball is one. */
  ball?: boolean;
  /** On the bare core. */
  crossingAngleDeg: number;
  /** Once round a reel. */
  loopM: number | null;
}

/** What came of a strand, in the order in which it was laid. */
export interface LaidPart {
  pieceId: number;
  form: PieceForm;
  /** Null where it is not known. */
  lengthM: number | null;
  noted: NotedLaying | null;
}

/** One thing that happened to a piece, as far as its twist goes. */
export type TwistEvent =
  /**
   * `asMade`: a hank, or fresh from plying; anything else that comes has been wound by somebody. `joined`: of several
   * pieces, each of which had a twist of its own.
   */
  | { kind: 'came'; piece: LaidPart; loopM: number | null; asMade: boolean; joined?: boolean }
  | {
      kind: 'taken';
      pieceId: number;
      fromEnd: PackageEnd;
      left: LeavingWay | null;
      parts: readonly LaidPart[];
      /** What left it and went into another yarn. */
      usedM?: number;
      /** What stayed of the piece, under its new number. */
      rest: { pieceId: number; lengthM: number | null } | null;
    }
  /** Weighed, and found to be so long still. */
  | { kind: 'measured'; pieceId: number; lengthM: number; usedFrom: PackageEnd };

/** What the account does not know, and why. */
export type TwistGap = 'came wound' | 'joined' | 'leaving not noted' | 'laying not noted' | 'loop not measured';

/** A piece's twist, as far as it can be told. */
export interface PieceTwist {
  /** From its inner end; where there is a gap, only what was changed since. */
  change: TwistChange;
  gap: TwistGap | null;
  /** How it lies: in a loop, or as a package whose winding is known or not. */
  form: PieceForm;
  laid: LaidOn | null;
  /** Once round, of what lies in a loop. */
  loopM: number | null;
  access: Access;
}

/**
 * What has become of the twist of each piece, through cuts, reversals and minis.
 *
 * What is not known stays so through everything that follows, and is never taken for nothing.
 *
 * @param events oldest first
 * @returns by the number of the piece, those used up too
 * @example
 * twistAccount([{ kind: 'came', piece: { pieceId: 7, form: 'cake', lengthM: 380, noted: null }, loopM: null, asMade: false }]).get(7)?.gap // => 'came wound'
 */
export function twistAccount(events: readonly TwistEvent[]): Map<number, PieceTwist> {
  const account = new Map<number, PieceTwist>();
  for (const event of events) {
    switch (event.kind) {
      case 'came':
        account.set(event.piece.pieceId, asItCame(event));
        break;
      case 'measured': {
        const piece = account.get(event.pieceId);
        if (piece) account.set(event.pieceId, asLongAs(piece, event.lengthM, event.usedFrom));
        break;
      }
      case 'taken': {
        const piece = account.get(event.pieceId);
        if (piece) for (const [id, each] of takenFrom(piece, event)) account.set(id, each);
        break;
      }
    }
  }
  return account;
}

/** Lengths of which nothing is known are told in shares of the whole. */
const SHARE_M = 1;

function asItCame({
  piece: { form, lengthM, noted },
  loopM,
  asMade,
  joined,
}: Extract<TwistEvent, { kind: 'came' }>): PieceTwist {
  const length = lengthM ?? SHARE_M;
  return {
    change: unchanged(length),
    gap: joined ? 'joined' : asMade ? null : 'came wound',
    form,
    laid: noted && laidAs(form, noted, length),
    loopM,
    access: accessOf(form, noted),
  };
}

/** What can be got at, by what it is and by what was noted of it. */
function accessOf(form: PieceForm, noted: NotedLaying | null): Access {
  return {
    ...(endsOf(form).includes('inner') ? {} : { innerEnd: 'buried' as const }),
    ...(form === 'cone' && { farSide: 'closed' as const }),
    ...(noted?.innerEnd && { innerEnd: noted.innerEnd }),
    ...(noted?.farSide && { farSide: noted.farSide }),
  };
}

function laidAs(
  form: PieceForm,
  { how, direction, coreDiameterMm, outerDiameterMm, ball = form === 'ball', crossingAngleDeg }: NotedLaying,
  lengthM: number,
): LaidOn | null {
  if (how === null || how === 'reel' || direction === null || coreDiameterMm === null || outerDiameterMm === null)
    return null;
  // A winder's guide is geared to its spindle and keeps its lead; a hand keeps its angle.
  const geared = how === 'spindle';
  const { cosine, addedM2 } = wrapOf(
    geared ? { leadMm: leadOfGuideMm({ coreDiameterMm, crossingAngleDeg }) } : { crossingAngleDeg },
  );
  const sense = senseOfLaying(how, direction) * cosine;
  const [innerM, outerM] = [coreDiameterMm / 2000, outerDiameterMm / 2000];
  // Along a cone each layer runs between nose and base, to and fro: on the whole as round the middle of it.
  if (form === 'cone') return { sense, start: ((innerM + outerM) / 2) ** 2, perM: 0 };
  return ball
    ? { sense, start: innerM ** 3, perM: (outerM ** 3 - innerM ** 3) / lengthM, ball: true }
    : { sense, start: innerM ** 2 + addedM2, perM: (outerM ** 2 - innerM ** 2) / lengthM };
}

function asLongAs(piece: PieceTwist, lengthM: number, usedFrom: PackageEnd): PieceTwist {
  const wholeM = piece.change.lengthM;
  // From a share, or by a new ruler.
  if (wholeM === SHARE_M || lengthM >= USED_SHARE * wholeM) return rescaled(piece, lengthM);
  return usedFrom === 'inner' ? cutTo(piece, wholeM - lengthM, wholeM) : cutTo(piece, 0, lengthM);
}

function rescaled(piece: PieceTwist, lengthM: number): PieceTwist {
  const { change, laid } = piece;
  return {
    ...piece,
    change: asLong(change, lengthM),
    laid: laid && { ...laid, perM: (laid.perM * change.lengthM) / lengthM },
  };
}

/** What is left of a package between two places: its hole is as wide as where it now begins. */
function cutTo(piece: PieceTwist, fromM: number, toM: number): PieceTwist {
  const { change, laid } = piece;
  return {
    ...piece,
    change: stretchOf(change, fromM, toM),
    laid: laid && { ...laid, start: laid.start + laid.perM * fromM },
  };
}

function takenFrom(piece: PieceTwist, event: Extract<TwistEvent, { kind: 'taken' }>): [number, PieceTwist][] {
  const { parts, usedM = 0, rest, fromEnd } = event;
  const known = [...parts, ...(rest ? [rest] : [])].every(({ lengthM }) => lengthM !== null);
  const shares = [...parts, ...(rest ? [rest] : [])].map(({ lengthM }) => (known ? lengthM! : SHARE_M));
  const totalM = shares.reduce((sum, share) => sum + share, usedM);
  const whole = rescaled(piece, totalM);
  const { change, gap } = leaving(whole, event);
  let startM = 0;
  const laid = parts.map(({ pieceId, form, noted }, i): [number, PieceTwist] => {
    const lengthM = shares[i]!;
    const part = stretchOf(change, startM, startM + lengthM);
    startM += lengthM;
    return [pieceId, layDown(part, gap, form, noted)];
  });
  if (!rest) return laid;
  startM += usedM;
  const restM = totalM - startM;
  const left = fromEnd === 'inner' ? cutTo(whole, startM, totalM) : cutTo(whole, 0, restM);
  return [...laid, [rest.pieceId, left]];
}

/** The strand in the order of leaving, with what leaving did to it. */
function leaving(
  { change, gap, laid, loopM }: PieceTwist,
  { fromEnd, left }: Extract<TwistEvent, { kind: 'taken' }>,
): Pick<PieceTwist, 'change' | 'gap'> {
  const inOrder = fromEnd === 'inner' ? change : reversed(change);
  switch (left) {
    case null:
      return { change: inOrder, gap: gap ?? 'leaving not noted' };
    case 'turning':
      return { change: inOrder, gap };
    case 'cw':
    case 'ccw':
      if (loopM === null) return { change: inOrder, gap: gap ?? 'loop not measured' };
      return { change: wrapped(inOrder, roundLoop(senseOf(left), loopM)), gap };
    case 'near':
    case 'far':
      if (!laid) return { change: inOrder, gap: gap ?? 'laying not noted' };
      return { change: wrapped(inOrder, wrapsOff(laid, change.lengthM, { end: fromEnd, side: left })), gap };
  }
}

function layDown(change: TwistChange, gap: TwistGap | null, form: PieceForm, noted: NotedLaying | null): PieceTwist {
  const laid = noted && laidAs(form, noted, change.lengthM);
  const loopM = noted?.loopM ?? null;
  const base = { form, laid, loopM, access: accessOf(form, noted) };
  if (noted?.how === null || !noted) return { ...base, change, gap: gap ?? 'laying not noted' };
  if (noted.how !== 'carried') return { ...base, change, gap };
  if (noted.direction === null) return { ...base, change, gap: gap ?? 'laying not noted' };
  if (laid) return { ...base, change: wrapped(change, laid), gap };
  if (loopM === null) return { ...base, change, gap: gap ?? 'loop not measured' };
  return { ...base, change: wrapped(change, roundLoop(senseOf(noted.direction), loopM)), gap };
}

/**
 * A piece as `afterSteps` takes it further. A loop gives its outer end first, and of a hank that is the end that its
 * places are counted from.
 *
 * @example
 * strandStateOf({ change: { lengthM: 9, wraps: [] }, gap: null, form: 'hank', laid: null, loopM: 1.5, access: {} }).lies // => { as: 'loop' }
 */
export function strandStateOf({ change, form, laid, access }: PieceTwist): StrandState {
  if (form === 'hank') return { change: reversed(change), lies: { as: 'loop' }, turnedRound: true };
  if (isLoop(form)) return { change, lies: { as: 'loop' }, turnedRound: false };
  return { change, lies: { as: 'package', laid, ...access }, turnedRound: false };
}

/**
 * The part that an event yielded on the way to a piece: what the next event took, or the piece itself.
 *
 * @param events that led to the piece, oldest first
 * @returns null where the event yields nothing, or what stayed of a piece
 * @example
 * partOnWay([{ kind: 'came', piece: { pieceId: 7, form: 'hank', lengthM: 380, noted: null }, loopM: 1.5, asMade: true }], 0, 7)?.form // => 'hank'
 */
export function partOnWay(events: readonly TwistEvent[], at: number, pieceId: number): LaidPart | null {
  const event = events[at]!;
  if (event.kind === 'measured') return null;
  if (event.kind === 'came') return event.piece;
  const next = events.slice(at + 1).find((each) => each.kind === 'taken');
  const id = next ? next.pieceId : pieceId;
  return event.parts.find((part) => part.pieceId === id) ?? null;
}

/**
 * What a piece of a story is: as it came or was made; what stayed of another is what that was.
 *
 * @param events that led to it, oldest first
 * @returns null for a piece that is not in them
 * @example
 * formInStory([{ kind: 'came', piece: { pieceId: 7, form: 'hank', lengthM: 380, noted: null }, loopM: 1.5, asMade: true }], 7) // => 'hank'
 */
export function formInStory(events: readonly TwistEvent[], pieceId: number): PieceForm | null {
  for (const event of events) {
    if (event.kind === 'came' && event.piece.pieceId === pieceId) return event.piece.form;
    if (event.kind !== 'taken') continue;
    const part = event.parts.find((each) => each.pieceId === pieceId);
    if (part) return part.form;
    if (event.rest?.pieceId === pieceId) return formInStory(events, event.pieceId);
  }
  return null;
}
