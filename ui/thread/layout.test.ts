import fc from 'fast-check';
import { layoutThread, type ThreadPiece, type ThreadStepShape } from './layout';

const piece = (id: number, createdBy: number, consumedBy: number | null = null): ThreadPiece => ({
  id,
  form: 'hank',
  createdBy,
  consumedBy,
});

test('a hank wound into two cakes runs from left to right and forks', () => {
  const { nodes, links, columns, lanes } = layoutThread(
    [piece(1, 1, 2), piece(2, 2), piece(3, 2)],
    [
      { operationId: 1, in: [], out: [1] },
      { operationId: 2, in: [1], out: [2, 3] },
    ],
  );
  expect(columns).toBe(2);
  expect(lanes).toBe(2);
  expect(nodes.map(({ pieceIds, column, lane }) => [pieceIds[0], column, lane])).toEqual([
    [1, 0, 0],
    [2, 1, 0],
    [3, 1, 1],
  ]);
  expect(links).toHaveLength(1);
});

test('many untouched hanks are drawn as one, a wound one by itself', () => {
  const { nodes } = layoutThread(
    [piece(1, 1, 2), ...[2, 3, 4, 5, 6].map((id) => piece(id, 1)), { ...piece(7, 2), form: 'cake' }],
    [
      { operationId: 1, in: [], out: [1, 2, 3, 4, 5, 6] },
      { operationId: 2, in: [1], out: [7] },
    ],
  );
  expect(nodes.map(({ pieceIds }) => pieceIds)).toEqual([[1], [7], [2, 3, 4, 5, 6]]);
});

test('a piece that became another yarn ends its strand at the operation that made it so', () => {
  const { lanes, links } = layoutThread(
    [piece(1, 1, 2)],
    [
      { operationId: 1, in: [], out: [1] },
      { operationId: 2, in: [1], out: [] },
    ],
  );
  expect(lanes).toBe(1);
  expect(links).toMatchObject([{ operationId: 2, to: [] }]);
});

test('of two singles that were plied, what is left over is drawn once, after the second', () => {
  const { nodes, links } = layoutThread(
    [piece(1, 1, 2), piece(2, 1, 2), piece(3, 2)],
    [
      { operationId: 1, in: [], out: [1, 2] },
      { operationId: 2, in: [1, 2], out: [3] },
    ],
  );
  expect(nodes.map(({ pieceIds }) => pieceIds)).toEqual([[1], [2], [3]]);
  expect(links.map(({ from, to }) => [from.pieceIds[0], to.map(({ pieceIds }) => pieceIds[0])])).toEqual([
    [1, []],
    [2, [3]],
  ]);
});

test('of several that were joined, every strand leads to what they became, which stands right of them all', () => {
  const { nodes, links } = layoutThread(
    [piece(1, 1, 4), piece(2, 1, 3), piece(3, 3, 4), piece(4, 4)],
    [
      { operationId: 1, in: [], out: [1, 2] },
      { operationId: 3, in: [2], out: [3], together: [] },
      { operationId: 4, in: [1, 3], out: [4], together: [4] },
    ],
  );
  const whole = nodes.find(({ pieceIds }) => pieceIds[0] === 4)!;
  expect(nodes.filter(({ pieceIds }) => pieceIds[0] === 4)).toHaveLength(1);
  expect(whole.column).toBe(2);
  expect(links.filter(({ operationId }) => operationId === 4).map(({ from, to }) => [from.pieceIds[0], to])).toEqual([
    [1, [whole]],
    [3, [whole]],
  ]);
});

test('every piece is drawn once and no two nodes share a place', () => {
  // A random history: each step consumes a piece that is there and yields one to four.
  const history = fc
    .tuple(
      fc.integer({ min: 1, max: 6 }),
      fc.array(fc.tuple(fc.nat(50), fc.integer({ min: 1, max: 4 })), { maxLength: 12 }),
    )
    .map(([received, splits]) => {
      let nextId = 1;
      const pieces: ThreadPiece[] = Array.from({ length: received }, () => piece(nextId++, 1));
      const steps: ThreadStepShape[] = [{ operationId: 1, in: [], out: pieces.map(({ id }) => id) }];
      splits.forEach(([pick, count], i) => {
        const there = pieces.filter(({ consumedBy }) => consumedBy === null);
        const from = there[pick % there.length]!;
        from.consumedBy = i + 2;
        const made = Array.from({ length: count }, () => piece(nextId++, i + 2));
        pieces.push(...made);
        steps.push({ operationId: i + 2, in: [from.id], out: made.map(({ id }) => id) });
      });
      return { pieces, steps };
    });
  fc.assert(
    fc.property(history, ({ pieces, steps }) => {
      const { nodes, lanes, columns } = layoutThread(pieces, steps);
      const drawn = nodes.flatMap(({ pieceIds }) => pieceIds).sort((a, b) => a - b);
      expect(drawn).toEqual(pieces.map(({ id }) => id));
      const places = nodes.map(({ column, lane }) => `${column},${lane}`);
      expect(new Set(places).size).toBe(places.length);
      for (const { column, lane } of nodes) {
        expect(column).toBeLessThan(columns);
        expect(lane).toBeLessThan(lanes);
      }
    }),
  );
});

test('minis of one skein are drawn as one, as long as nothing is done with them; what is left of it by itself', () => {
  const mini = (id: number, consumedBy: number | null = null): ThreadPiece => ({
    ...piece(id, 2, consumedBy),
    form: 'mini skein',
  });
  const { nodes } = layoutThread(
    [piece(1, 1, 2), mini(2), mini(3), mini(4, 3), mini(5), piece(6, 2), { ...piece(7, 3), form: 'ball' }],
    [
      { operationId: 1, in: [], out: [1] },
      { operationId: 2, in: [1], out: [2, 3, 4, 5, 6] },
      { operationId: 3, in: [4], out: [7] },
    ],
  );
  expect(nodes.map(({ pieceIds }) => pieceIds)).toEqual([[1], [4], [7], [6], [2, 3, 5]]);
});
