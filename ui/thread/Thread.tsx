'use client';

import { Link } from '../controls/Link';
import { useRef } from 'react';
import { type Fault, faultsInWords, hasFlaw } from '../../core/yarn/faults';
import { inWords, lengthFigure, massFigure } from '../../core/common/format';
import type { PieceForm, MassFact, OperationKind } from '../../core/yarn/piece';
import { isLoop } from '../../core/twist/strandWays';
import { strandColour } from '../figures/colour';
import { useSystem } from '../frame/Providers';
import { TakeDrawing } from '../drawings/TakeDrawing';
import { YarnLine } from '../figures/YarnLine';
import { shortDate } from '../figures/dates';
import { layoutThread, type ThreadNode } from './layout';
import { operationWords } from '../figures/operationWords';
import { glyphSide, PieceGlyph } from './PieceGlyph';
import styles from './Thread.module.css';

export interface DrawnPiece {
  id: number;
  form: PieceForm;
  label: string;
  /** Where it is not the whole thread's. */
  colourHex?: string;
  createdBy: number;
  consumedBy: number | null;
  mass: MassFact | null;
  lengthM: { mean: number } | null;
  /** From its inner end. */
  faults: readonly Fault[];
  /** What was done with it as a whole, oldest first. */
  treatments?: readonly { kind: OperationKind; at: string }[];
  colourway?: { name: string } | null;
}

export interface DrawnStep {
  operationId: number;
  kind: OperationKind;
  at: string;
  in: number[];
  out: number[];
  together: number[];
}

const COLUMN = 250;
const LEFT = 122;
const LINE = 19;
const LANE_GAP = 14;
/** Room above the first lane for what stands over its operations. */
const TOP = 18;
/** Room to the right of the last piece for what is written beside it. */
const BESIDE = 190;

/**
 * The line of a yarn's whole history, from what it came as to the pieces there are now. Areas are to scale by mass.
 */
export function Thread({
  colourHex,
  pieces,
  steps,
  twist,
  twistOf,
  label = 'Thread of this yarn, from how it came to what is there now',
  takeAs,
}: {
  colourHex: string;
  pieces: readonly DrawnPiece[];
  steps: readonly DrawnStep[];
  /** The band's own twist in words, told of what has not been wound yet. */
  twist?: string;
  /** What has become of it in a piece that was wound, in words. */
  twistOf?: (pieceId: number) => string | undefined;
  /** Its spoken name. */
  label?: string;
  /** What its drawing is called as a file; left out: it is not offered. */
  takeAs?: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  const layout = layoutThread(
    pieces.map((piece) => ({ ...piece, like: treatedLike(piece) })),
    steps,
  );
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const stepOf = new Map(steps.map((step) => [step.operationId, step]));
  const groupOf = (node: ThreadNode) => node.pieceIds.map((id) => byId.get(id)!);
  const sideOf = (node: ThreadNode) => glyphSide(largestMass(groupOf(node)));

  const colourOf = (node: ThreadNode) => byId.get(node.pieceIds[0]!)!.colourHex ?? colourHex;
  const isGone = (node: ThreadNode) => byId.get(node.pieceIds[0]!)!.consumedBy !== null;

  // What is still there ends its strand, so its words stand beside it; what is used up has the strand on both sides.
  const wordsBeside = (node: ThreadNode) => (isGone(node) ? 0 : 3 + treatmentsOf(groupOf(node)[0]!).length);
  const wordsBeneath = (node: ThreadNode) => (isGone(node) ? 2 + treatmentsOf(groupOf(node)[0]!).length : 0);
  const lanes = Array.from({ length: layout.lanes }, (_, lane) => {
    const nodes = layout.nodes.filter((node) => node.lane === lane);
    const drawing = Math.max(4 * LINE, ...nodes.map((node) => Math.max(sideOf(node) * 0.82, wordsBeside(node) * LINE)));
    const beneath = Math.max(...nodes.map(wordsBeneath));
    return { drawing, height: drawing + (beneath > 0 ? beneath * LINE + 8 : 0) + LANE_GAP };
  });
  const laneTop = (lane: number) => lanes.slice(0, lane).reduce((sum, { height }) => sum + height, TOP);
  const middleOf = (node: ThreadNode) => ({
    x: LEFT + 50 + node.column * COLUMN,
    y: laneTop(node.lane) + lanes[node.lane]!.drawing / 2 - LINE / 2,
  });
  const width = LEFT + (layout.columns - 1) * COLUMN + 100 + BESIDE;
  const height = laneTop(layout.lanes);

  return (
    <>
      <div
        ref={box}
        className="[&_svg]:block overflow-x-auto my-0 -mx-2 p-2"
        tabIndex={0}
        role="group"
        aria-label={label}
      >
        <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
          {layout.starts.map(({ operationId, to }) => {
            const from = { x: 20, y: middleOf(to[0]!).y };
            return (
              <g key={operationId}>
                {to.map((node) => (
                  <Strand
                    key={node.pieceIds[0]}
                    from={from}
                    to={edgeOf(middleOf(node), -sideOf(node) / 2)}
                    colourHex={colourOf(node)}
                  />
                ))}
                <StepMark step={stepOf.get(operationId)!} took={[]} x={from.x} y={from.y} anchor="start" />
              </g>
            );
          })}
          {layout.links.map(({ operationId, from, to }) => {
            const start = edgeOf(middleOf(from), sideOf(from) / 2);
            const fork = { x: middleOf(from).x + COLUMN * 0.48, y: start.y };
            return (
              <g key={`${operationId} ${from.pieceIds[0]}`}>
                <Strand from={start} to={fork} colourHex={colourOf(from)} />
                {to.map((node) => (
                  <Strand
                    key={node.pieceIds[0]}
                    from={fork}
                    to={edgeOf(middleOf(node), -sideOf(node) / 2)}
                    colourHex={colourOf(node)}
                  />
                ))}
                <StepMark step={stepOf.get(operationId)!} took={groupOf(from)} x={fork.x} y={fork.y} anchor="middle" />
              </g>
            );
          })}
          {layout.nodes.map((node) => (
            <Piece
              key={node.pieceIds[0]}
              group={groupOf(node)}
              colourHex={colourOf(node)}
              side={sideOf(node)}
              twist={
                node.column === 0 && isLoop(byId.get(node.pieceIds[0]!)!.form) ? twist : twistOf?.(node.pieceIds[0]!)
              }
              {...middleOf(node)}
            />
          ))}
        </svg>
      </div>
      {takeAs && <TakeDrawing of={box} name={takeAs} />}
    </>
  );
}

interface Point {
  x: number;
  y: number;
}

function edgeOf({ x, y }: Point, offset: number): Point {
  return { x: x + offset * 0.9, y };
}

function Strand({ from, to, colourHex }: { from: Point; to: Point; colourHex: string }) {
  const bend = (to.x - from.x) * 0.5;
  const d = `M${from.x} ${from.y}C${from.x + bend} ${from.y} ${to.x - bend} ${to.y} ${to.x} ${to.y}`;
  return (
    <>
      <YarnLine d={d} colourHex={colourHex} width={4.5} />
      {/* The plies, so that a line is read as yarn. */}
      <path d={d} fill="none" style={{ stroke: strandColour(colourHex) }} strokeWidth={4.5} strokeDasharray="1.5 6" />
    </>
  );
}

function StepMark({
  step,
  took,
  x,
  y,
  anchor,
}: Point & { step: DrawnStep; took: readonly DrawnPiece[]; anchor: 'start' | 'middle' }) {
  const textX = anchor === 'start' ? x - 8 : x;
  return (
    <Link
      href={`/logbook/${step.operationId}`}
      className={`${styles.step} [&_circle]:fill-card [&_circle]:stroke-ink [&_circle]:stroke-[2.5] hover:[&_circle]:stroke-acorn`}
    >
      <circle cx={x} cy={y} r={7} />
      <text x={textX} y={y - 30} textAnchor={anchor} className={`${styles.verb} text-small font-semibold fill-ink`}>
        {`${operationWords(step.kind, took).verb} `}
      </text>
      <text x={textX} y={y - 14} textAnchor={anchor} className="text-small fill-ink-soft">
        {shortDate(step.at)}
      </text>
    </Link>
  );
}

function Piece({
  group,
  colourHex,
  side,
  x,
  y,
  twist,
}: Point & { group: readonly DrawnPiece[]; colourHex: string; side: number; twist?: string }) {
  const system = useSystem();
  const first = group[0]!;
  const gone = first.consumedBy !== null;
  const massG = massOfAll(group);
  const lengthM = group.reduce((sum, { lengthM }) => sum + (lengthM?.mean ?? 0), 0);
  const faults = group.flatMap(({ faults }) => faults);
  const title = group.length > 1 ? `${group.length} ${first.form}s` : first.label;
  const facts = [
    massG === null ? 'not weighed' : inWords(massFigure(massG, system)),
    lengthM > 0 && inWords(lengthFigure(lengthM, system)),
  ].filter(Boolean);
  const treatments = treatmentsOf(first);
  const lines = gone
    ? [facts.join(' · '), ...treatments]
    : [facts.join(' · '), ...treatments, twist, faults.length > 0 ? faultsInWords(faults) : undefined].filter(
        (line) => line !== undefined,
      );
  const words = gone
    ? { x, y: y + side * 0.41 + 20, anchor: 'middle' as const }
    : { x: x + side * 0.5 + 12, y: y - lines.length * (LINE / 2) + 5, anchor: 'start' as const };
  return (
    <Link href={`/pieces/${first.id}`} className={`${styles.piece} no-underline cursor-pointer`}>
      <rect x={x - side / 2} y={y - side / 2} width={side} height={side} fill="transparent" />
      {group.length > 1 && <PieceGlyph form={first.form} colourHex={colourHex} x={x + 7} y={y - 5} side={side} gone />}
      <PieceGlyph form={first.form} colourHex={colourHex} x={x} y={y} side={side} gone={gone} knots={hasFlaw(faults)} />
      <text
        x={words.x}
        y={words.y}
        textAnchor={words.anchor}
        className={`${styles.title} text-body font-bold fill-ink`}
      >
        {/* Text in drawings has no spaces between its lines; read aloud it needs them. */}
        {`${title} `}
      </text>
      {lines.map((line, i) => (
        <text
          key={i}
          x={words.x}
          y={words.y + (i + 1) * LINE}
          textAnchor={words.anchor}
          className="text-small fill-ink-soft"
        >
          {`${line} `}
        </text>
      ))}
      {group.length === 1 && faults.length > 0 && !gone && lengthM > 0 && (
        <FaultLine
          faults={faults}
          lengthM={lengthM}
          colourHex={colourHex}
          x={words.x}
          y={words.y + lines.length * LINE + 9}
        />
      )}
      {gone && <desc>used up</desc>}
    </Link>
  );
}

/** More stand in its story. */
const MOST_TREATMENTS = 5;

/** What was done with a piece as a whole, one to a line. */
function treatmentsOf({ treatments = [], colourway }: DrawnPiece): string[] {
  const dyedLast = treatments.findLastIndex(({ kind }) => kind === 'dye');
  return treatments.slice(-MOST_TREATMENTS).map(({ kind, at }, i, shown) => {
    const isLast = treatments.length - shown.length + i === dyedLast;
    return [`${operationWords(kind).verb} ${shortDate(at)}`, isLast && colourway?.name].filter(Boolean).join(', ');
  });
}

const treatedLike = (piece: DrawnPiece) => [piece.colourHex, ...treatmentsOf(piece)].join(' ');

const FAULT_LINE = 118;

/** The strand of one piece from its inner end, with what lies along it. */
function FaultLine({
  faults,
  lengthM,
  colourHex,
  x,
  y,
}: Point & { faults: readonly Fault[]; lengthM: number; colourHex: string }) {
  return (
    <g aria-hidden="true">
      <YarnLine d={`M${x} ${y}h${FAULT_LINE}`} colourHex={colourHex} width={4} />
      {faults.map(({ atM }, i) => {
        const at = x + FAULT_LINE * Math.min(1, atM / lengthM);
        return <path key={i} d={`M${at} ${y - 6}v12`} stroke="var(--ink)" strokeWidth={2.5} />;
      })}
    </g>
  );
}

function massOfAll(group: readonly DrawnPiece[]): number | null {
  return group.some(({ mass }) => mass === null) ? null : group.reduce((sum, { mass }) => sum + mass!.massG, 0);
}

/** Of a group one piece is drawn for all, so that it stays to scale with the single ones. */
function largestMass(group: readonly DrawnPiece[]): number | null {
  return group.every(({ mass }) => mass === null) ? null : Math.max(...group.map(({ mass }) => mass?.massG ?? 0));
}
