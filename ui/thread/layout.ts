import type { Form } from '../../core/piece';

/** What the drawing needs to know of a piece. */
export interface ThreadPiece {
  id: number;
  form: Form;
  bornBy: number;
  consumedBy: number | null;
}

/** What the drawing needs to know of an operation that turns pieces into pieces. */
export interface ThreadStepShape {
  operationId: number;
  in: readonly number[];
  out: readonly number[];
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

/** More untouched pieces alike than this are drawn as one with a count. */
const MOST_ALIKE = 3;

/**
 * Puts a yarn's pieces in columns (how many operations they have been through) and lanes (which strand of the thread
 * they lie on), so that no two share a place and every strand runs from left to right.
 */
export function layoutThread(pieces: readonly ThreadPiece[], steps: readonly ThreadStepShape[]): ThreadLayout {
  const layout: ThreadLayout = { nodes: [], starts: [], links: [], columns: 0, lanes: 0 };
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const known = (ids: readonly number[]) => ids.flatMap((id) => byId.get(id) ?? []);

  function place(group: readonly ThreadPiece[], column: number): ThreadNode {
    const node: ThreadNode = { pieceIds: group.map(({ id }) => id), column, lane: layout.lanes };
    layout.nodes.push(node);
    layout.columns = Math.max(layout.columns, column + 1);
    const step = steps.find(({ operationId }) => operationId === group[0]!.consumedBy);
    const next = step ? together(known(step.out)) : [];
    if (step && next.length > 0)
      layout.links.push({
        operationId: step.operationId,
        from: node,
        to: next.map((piece) => place(piece, column + 1)),
      });
    else layout.lanes++;
    return node;
  }

  for (const step of steps.filter((step) => step.in.length === 0)) {
    const groups = together(known(step.out));
    layout.starts.push({ operationId: step.operationId, to: groups.map((group) => place(group, 0)) });
  }
  return layout;
}

function together(pieces: readonly ThreadPiece[]): ThreadPiece[][] {
  const groups: ThreadPiece[][] = [];
  for (const form of new Set(pieces.map((piece) => piece.form))) {
    const alike = pieces.filter((piece) => piece.form === form && piece.consumedBy === null);
    const rest = pieces.filter((piece) => piece.form === form && piece.consumedBy !== null);
    groups.push(...rest.map((piece) => [piece]));
    groups.push(...(alike.length > MOST_ALIKE ? [alike] : alike.map((piece) => [piece])));
  }
  return groups;
}
