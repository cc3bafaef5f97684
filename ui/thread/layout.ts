import { grouped } from '../../core/common/grouped';
import { type PieceForm, PIECE_FORMS } from '../../core/yarn/piece';

/** What the drawing needs to know of a piece. */
export interface ThreadPiece {
  id: number;
  form: PieceForm;
  createdBy: number;
  consumedBy: number | null;
  /** What sets it apart from others of its form: its colour, what was done with it. */
  like?: string;
}

/** What the drawing needs to know of an operation that turns pieces into pieces. */
export interface ThreadStepShape {
  operationId: number;
  in: readonly number[];
  out: readonly number[];
  /** Those of the second that all of the first went into; of the others only the last did. */
  together?: readonly number[];
}

/** A piece, or several alike that nothing has been done with, at its place: column from the left, lane from the top. */
export interface ThreadNode {
  pieceIds: number[];
  column: number;
  lane: number;
}

export interface ThreadLink {
  operationId: number;
  from: ThreadNode;
  to: ThreadNode[];
}

export interface ThreadLayout {
  nodes: ThreadNode[];
  /** Where the thread begins: operations that took nothing in. */
  starts: { operationId: number; to: ThreadNode[] }[];
  links: ThreadLink[];
  columns: number;
  lanes: number;
}

/**
 * Puts a yarn's pieces in columns (how many operations they have been through) and lanes (which strand of the thread
 * they lie on), so that no two share a place and every strand runs from left to right.
 */
export function layoutThread(pieces: readonly ThreadPiece[], steps: readonly ThreadStepShape[]): ThreadLayout {
  const layout: ThreadLayout = { nodes: [], starts: [], links: [], columns: 0, lanes: 0 };
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const stepOf = new Map(steps.map((step) => [step.operationId, step]));
  const known = (ids: readonly number[]) => ids.flatMap((id) => byId.get(id) ?? []);

  // How many strands still have to arrive where several become one.
  const awaited = new Map(steps.map((step) => [step.operationId, known(step.in).length]));

  function place(group: readonly ThreadPiece[], column: number): ThreadNode {
    const node: ThreadNode = { pieceIds: group.map(({ id }) => id), column, lane: layout.lanes };
    layout.nodes.push(node);
    layout.columns = Math.max(layout.columns, column + 1);
    const step = stepOf.get(group[0]!.consumedBy ?? 0);
    if (!step) {
      layout.lanes++;
      return node;
    }
    awaited.set(step.operationId, awaited.get(step.operationId)! - group.length);
    const earlier = layout.links.filter(({ operationId }) => operationId === step.operationId);
    const link: ThreadLink = { operationId: step.operationId, from: node, to: [] };
    layout.links.push(link);
    // What came of it is drawn after the last that went in; what became another yarn ends here.
    const next = awaited.get(step.operationId) === 0 ? untouchedTogether(known(step.out), ['mini skein']) : [];
    if (next.length === 0) {
      layout.lanes++;
      return node;
    }
    const after = Math.max(column, ...earlier.map(({ from }) => from.column)) + 1;
    link.to = next.map((piece) => place(piece, after));
    const shared = link.to.filter(({ pieceIds }) => step.together?.includes(pieceIds[0]!));
    for (const { to } of earlier) to.push(...shared);
    return node;
  }

  for (const step of steps.filter((step) => step.in.length === 0)) {
    const groups = untouchedTogether(known(step.out));
    layout.starts.push({ operationId: step.operationId, to: groups.map((group) => place(group, 0)) });
  }
  return layout;
}

/**
 * What came in and has not been touched since is drawn as one, form by form, with a count; of what was made, only minis
 * are so many.
 */
function untouchedTogether(
  pieces: readonly ThreadPiece[],
  together: readonly PieceForm[] = PIECE_FORMS,
): ThreadPiece[][] {
  const isGrouped = ({ consumedBy, form }: ThreadPiece) => consumedBy === null && together.includes(form);
  const used = pieces.filter((piece) => !isGrouped(piece)).map((piece) => [piece]);
  const untouched = pieces.filter(isGrouped);
  return [...used, ...grouped(untouched, ({ form, like = '' }) => `${form} ${like}`).values()];
}
