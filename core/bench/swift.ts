import { InputError, readOrNull } from '../common/inputError';
import { requirePositive } from '../common/require';

/** What holds the open hank. */
export type Swift =
  /** Crossed arms with holes for pegs; radii from the middle, hole 1 first. */
  | { kind: 'pegs'; holeRadiiMm: readonly number[] }
  /** Ribs that open like an umbrella's. */
  | { kind: 'umbrella'; ribs: number }
  /** Two chair backs. */
  | { kind: 'chairs'; backDepthMm: number };

export type SwiftInput = Swift & { hankLoopM: number };

export type SwiftResult =
  { hole: number | null; slackPercent: number | null } | { openDiameterMm: number } | { gapMm: number };

/**
 * How to set the swift for a hank whose loop is `hankLoopM` round.
 *
 * @throws InputError where a figure is impossible, or where the loop is too short for the chairs
 * @see calculations.md, swift
 * @example
 * swift({ kind: 'chairs', hankLoopM: 1.62, backDepthMm: 45 }) // => { gapMm: 765 }
 */
export function swift(input: SwiftInput): SwiftResult {
  const loopMm = requirePositive(input.hankLoopM, 'hankLoopM') * 1000;
  switch (input.kind) {
    case 'pegs':
      return pegHole(loopMm, input.holeRadiiMm);
    case 'umbrella':
      return { openDiameterMm: umbrellaDiameterMm(loopMm, input.ribs) };
    case 'chairs':
      return { gapMm: chairGapMm(loopMm, input.backDepthMm) };
  }
}

/**
 * The same, where the swift may not be for this loop at all: null then.
 *
 * @example
 * swiftSetting({ kind: 'chairs', hankLoopM: 0.08, backDepthMm: 45 }) // => null
 */
export function swiftSetting(input: SwiftInput): SwiftResult | null {
  return readOrNull(() => swift(input));
}

/**
 * The largest hole that the loop takes without stretching, counted from 1; null where even the smallest is too large.
 *
 * @example
 * pegHole(1620, [180, 280, 330]).hole // => 2
 */
export function pegHole(
  loopMm: number,
  holeRadiiMm: readonly number[],
): { hole: number | null; slackPercent: number | null } {
  if (holeRadiiMm.length === 0) throw new InputError('give the radius of at least one hole', 'holeRadiiMm');
  let best: { hole: number; pegLoopMm: number } | undefined;
  holeRadiiMm.forEach((radiusMm, i) => {
    // Four pegs stand at the corners of a square whose half diagonal is the radius.
    const pegLoopMm = 4 * Math.SQRT2 * requirePositive(radiusMm, `holeRadiiMm.${i}`);
    if (pegLoopMm <= loopMm && (!best || pegLoopMm > best.pegLoopMm)) best = { hole: i + 1, pegLoopMm };
  });
  if (!best) return { hole: null, slackPercent: null };
  return { hole: best.hole, slackPercent: (100 * (loopMm - best.pegLoopMm)) / loopMm };
}

/**
 * How wide to open an umbrella swift, across its ribs, in millimetres: the loop runs straight from rib to rib.
 *
 * @example
 * umbrellaDiameterMm(1620, 8) // => 529.1580007749325
 */
export function umbrellaDiameterMm(loopMm: number, ribs: number): number {
  if (!Number.isInteger(ribs) || ribs < 3) throw new InputError('an umbrella swift has three ribs or more', 'ribs');
  return loopMm / (ribs * Math.sin(Math.PI / ribs));
}

function chairGapMm(loopMm: number, backDepthMm: number): number {
  const gapMm = loopMm / 2 - requirePositive(backDepthMm, 'backDepthMm');
  if (gapMm <= 0)
    throw new InputError('the loop is too short to go round two chair backs of this depth', 'backDepthMm');
  return gapMm;
}
