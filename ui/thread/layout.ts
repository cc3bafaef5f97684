import { type Form, FORMS } from '../../core/piece';

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
    // Of several that went into one, as singles do that are plied, what came of it is drawn after the last.
    const lasts = step?.in.at(-1) === group.at(-1)!.id;
    const next = step && lasts ? untouchedTogether(known(step.out), ['mini skein']) : [];
    // What became another yarn ends at its operation.
    if (step)
      layout.links.push({
        operationId: step.operationId,
        from: node,
        to: next.map((piece) => place(piece, column + 1)),
      });
    if (next.length === 0) layout.lanes++;
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
function untouchedTogether(pieces: readonly ThreadPiece[], together: readonly Form[] = FORMS): ThreadPiece[][] {
  const isGrouped = ({ consumedBy, form }: ThreadPiece) => consumedBy === null && together.includes(form);
  const used = pieces.filter((piece) => !isGrouped(piece)).map((piece) => [piece]);
  const untouched = pieces.filter(isGrouped);
  const forms = [...new Set(untouched.map((piece) => piece.form))];
  return [...used, ...forms.map((form) => untouched.filter((piece) => piece.form === form))];
}
