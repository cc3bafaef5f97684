import type { Db } from '../../db/common/connection';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { operationPage } from '../logbook/operationPage';
import { logRun } from '../winding/runLog';
import { runPage } from '../winding/runEvents';
import { type StartForm, startRun } from '../winding/runStart';
import { type ColoursForm, coloursOfPiece, coloursOfYarn, coloursPage, measureColours } from './colours';
import { type FaultForm, noteFault } from './measurementForms';
import { undoOperation } from './pieces';
import { joinPieces } from './pieceOperations';
import { piecePage } from './yarnViews';

const [GREEN, GREY, RUST] = ['#5f7a4c', '#8b8f90', '#9c4a24'];
const ORDER = [GREEN, GREY, RUST];

const form = (from: ColoursForm['from'], ...stretches: [hex: string, length: string][]): ColoursForm => ({
  requestKey: aKey(),
  from,
  stretches: stretches.map(([hex, length]) => ({ hex, length })),
});
const REPEAT = form('', [GREEN, '2 m'], [GREY, '1 m'], [RUST, '3 m']);

function aCake(masses = ['115']) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { form: 'cake', loop: '', count: String(masses.length), masses });
  const measure = (values: ColoursForm, pieceId = pieceIds[0]!) => measureColours(db, pieceId, values, 'metric', NOW);
  return { db, yarnId, pieceIds, cake: pieceIds[0]!, measure };
}

const along = (db: Db, pieceId: number) => coloursOfPiece(db, piecePage(db, pieceId)!.piece);
/** The first colours from the inner end, to a centimetre. */
const begins = (db: Db, pieceId: number, count = 3) =>
  along(db, pieceId)
    .slice(0, count)
    .map(({ hex, fromM, toM }) => [hex, Number((toM - fromM).toFixed(2))]);

/** Winds a piece, marking these colours at these turns; tells the pieces that came of it. */
function wound(
  db: Db,
  pieceId: number,
  masses: string[],
  start: Partial<StartForm> = {},
  marks: object[] = [],
): number[] {
  const split = { by: 'equal' as const, cakes: masses.length };
  const runId = idOf(startRun(db, pieceId, startValues({ split, cutAtKnots: false, ...start }), 'metric', NOW));
  const { send, event } = screenOf(db, runId, `screen-${runId}`);
  send(masses.map((_, part) => event({ kind: 'turns', part, amount: 200 })));
  send(marks.map((mark) => event({ kind: 'mark', mark: 'colour change', part: 0, ...mark } as never)));
  const operation = idOf(logRun(db, runId, logValues(masses), 'metric', NOW));
  return operationPage(db, operation)!
    .pieces.filter(({ side }) => side === 'out')
    .map(({ id }) => id);
}

describe('measuring', () => {
  test('within a piece: the repeat, and no word of where the piece begins', () => {
    const { db, yarnId, cake, measure } = aCake();
    const operation = idOf(measure(REPEAT));
    expect(coloursOfYarn(db, yarnId)).toMatchObject({ order: ORDER, repeat: { lengthM: { mean: 6 }, measured: 1 } });
    expect(along(db, cake)).toEqual([]);
    expect(operationPage(db, operation)!.colours).toHaveLength(3);
  });

  test('from the outer end: the changes lie at their places, and the first stretch is not counted as whole', () => {
    const { db, yarnId, cake, measure } = aCake();
    idOf(measure(REPEAT));
    idOf(measure(form('outer', [RUST, '0.8 m'], [GREY, '1.2 m'], [GREEN, ''])));
    // 412 m: rust from 411.2 m on, grey from 410 m on.
    expect(along(db, cake).slice(-2)).toMatchObject([
      { hex: GREY, fromM: 410, toM: expect.closeTo(411.2, 6) as number },
      { hex: RUST, toM: 412 },
    ]);
    const { repeat } = coloursOfYarn(db, yarnId);
    expect(repeat!.stretches).toMatchObject([{ lengthM: 2 }, { lengthM: 1.1 }, { lengthM: 3 }]);
  });

  test('sent twice it is kept once; taken back it counts no more', () => {
    const { db, yarnId, measure } = aCake();
    const operation = idOf(measure(REPEAT));
    expect(idOf(measure(REPEAT))).toBe(operation);
    expect(coloursOfYarn(db, yarnId).looks).toMatchObject([{ measured: true }]);
    idOf(undoOperation(db, operation, NOW));
    expect(coloursOfYarn(db, yarnId)).toEqual({ order: [], repeat: null, looks: [] });
  });

  test.each([
    ['one stretch', form('', [GREEN, '2 m']), 'stretches'],
    ['one colour', form('', [GREEN, '2 m'], [GREEN, '1 m']), 'stretches'],
    ['no colour', form('', ['', '2 m'], [GREEN, '1 m']), 'stretches.0.hex'],
    ['a word for a colour', form('', ['green', '2 m'], [GREY, '1 m']), 'stretches.0.hex'],
    ['no length', form('', [GREEN, '2 m'], [GREY, '']), 'stretches.1.length'],
    ['no length before the last', form('inner', [GREEN, ''], [GREY, '']), 'stretches.0.length'],
    ['a mass', form('', [GREEN, '2 g'], [GREY, '1 m']), 'stretches.0.length'],
    ['nothing', form('', [GREEN, '0'], [GREY, '1 m']), 'stretches.0.length'],
    ['more than there is', form('inner', [GREEN, '400 m'], [GREY, '90 m'], [RUST, '']), 'stretches'],
    ['another end', { ...REPEAT, from: 'middle' as never }, 'from'],
  ])('%s is refused beside its field, and nothing is written', (_, values, path) => {
    const { db, measure } = aCake();
    const before = everything(db);
    expect(Object.keys(errorsOf(measure({ ...values, requestKey: aKey() })))).toEqual([path]);
    expect(everything(db)).toBe(before);
  });

  test('a piece that is not there any more is not measured', () => {
    const { db, cake, measure } = aCake();
    wound(db, cake, ['115']);
    expect(errorsOf(measure(REPEAT))).toEqual({ '': 'this piece is not there any more' });
  });

  test('a change may be noted alone, from either end, and not to the same colour', () => {
    const note = (values: Partial<FaultForm>): FaultForm => ({
      requestKey: aKey(),
      kind: 'colour change',
      at: '1.5 m',
      from: 'outer',
      before: RUST,
      after: GREY,
      ...values,
    });
    const { db, cake, measure } = aCake();
    idOf(measure(REPEAT));
    expect(errorsOf(noteFault(db, cake, note({ after: RUST }), 'metric', NOW))).toEqual({
      after: 'a change leads to another colour',
    });
    idOf(noteFault(db, cake, note({}), 'metric', NOW));
    expect(piecePage(db, cake)!.piece.faults).toEqual([
      { kind: 'colour change', atM: 410.5, innerHex: GREY, outerHex: RUST },
    ]);
    expect(along(db, cake).at(-1)).toMatchObject({ hex: RUST, fromM: 410.5 });
  });
});

describe('through what is done with it', () => {
  test('wound from the inner end it keeps its order; from the outer end it is turned round', () => {
    const { db, pieceIds, measure } = aCake(['115', '115']);
    idOf(measure(REPEAT));
    for (const pieceId of pieceIds) idOf(measure(form('inner', [GREY, '0.4 m'], [RUST, '3 m'], [GREEN, '']), pieceId));
    const [same] = wound(db, pieceIds[0]!, ['115'], { fromEnd: 'inner' });
    expect(begins(db, same!)).toEqual([
      [GREY, 0.4],
      [RUST, 3],
      [GREEN, 2],
    ]);
    const [turned] = wound(db, pieceIds[1]!, ['115'], { fromEnd: 'outer' });
    expect(
      along(db, turned!)
        .slice(-2)
        .map(({ hex, fromM, toM }) => [hex, Number((toM - fromM).toFixed(2))]),
    ).toEqual([
      [RUST, 3],
      [GREY, 0.4],
    ]);
  });

  test('joined, the second goes on where the first ends', () => {
    const { db, pieceIds, measure } = aCake(['10', '10']);
    idOf(measure(form('inner', [GREEN, '2 m'], [GREY, '']), pieceIds[0]));
    idOf(measure(form('inner', [RUST, '3 m'], [GREEN, '']), pieceIds[1]));
    const whole = idOf(
      joinPieces(
        db,
        {
          requestKey: aKey(),
          pieceIds,
          form: 'ball',
          joint: 'splice',
          mass: '',
          tare: '',
          humidity: '',
          scaleResolutionG: 1,
          note: '',
        },
        'metric',
        NOW,
      ),
    );
    const ball = operationPage(db, whole)!.pieces.find(({ side }) => side === 'out')!;
    expect(along(db, ball.id).map(({ hex }) => hex)).toEqual([GREEN, GREY, RUST, GREEN]);
  });

  test('what is marked with its colour while it is wound makes a repeat, whole stretches only', () => {
    const { db, yarnId, cake } = aCake();
    const marks = [GREEN, GREY, RUST, GREEN, GREY].map((hex, i) => ({ atTurn: 10 + 20 * i, hex }));
    const [made] = wound(db, cake, ['115'], {}, marks);
    const { order, repeat, looks } = coloursOfYarn(db, yarnId);
    expect(order).toEqual(ORDER);
    expect(repeat).not.toBeNull();
    expect(looks).toMatchObject([{ pieceId: made, measured: false }]);
    expect(looks[0]!.stretches.map(({ lengthM }) => lengthM === null)).toEqual([false, false, false, false, true]);
    const { faults } = piecePage(db, made!)!.piece;
    expect(faults.map(({ innerHex, outerHex }) => [innerHex, outerHex])).toEqual([
      [undefined, GREEN],
      [GREEN, GREY],
      [GREY, RUST],
      [RUST, GREEN],
      [GREEN, GREY],
    ]);
  });

  test('a stretch with a change in it whose colour nobody chose is not a whole one', () => {
    const { db, yarnId, cake } = aCake();
    wound(db, cake, ['115'], {}, [
      { atTurn: 20, hex: GREEN },
      { atTurn: 40 },
      { atTurn: 60, hex: GREY },
      { atTurn: 80, hex: GREEN },
    ]);
    const { looks, repeat } = coloursOfYarn(db, yarnId);
    expect(looks[0]!.stretches.map(({ lengthM }) => lengthM === null)).toEqual([true, false, true]);
    expect(repeat).toBeNull();
  });

  test('a change that was known and is seen again keeps its colours, and is one', () => {
    const { db, cake, measure } = aCake();
    idOf(measure(form('inner', [GREEN, '100 m'], [GREY, ''])));
    const [made] = wound(db, cake, ['115'], {}, [{ atTurn: 57 }]);
    const { faults } = piecePage(db, made!)!.piece;
    expect(faults).toHaveLength(1);
    expect(faults[0]).toMatchObject({ innerHex: GREEN, outerHex: GREY });
  });

  test('a pair that was cut by its colours begins alike, and each cake knows it', () => {
    const { db, cake, measure } = aCake();
    idOf(measure(REPEAT));
    idOf(measure(form('inner', [RUST, '1.2 m'], [GREEN, '2 m'], [GREY, ''])));
    const split = { by: 'matched' as const, name: 'sock', count: '2', amount: '50 g', begin: null };
    const runId = idOf(startRun(db, cake, startValues({ split, cutAtKnots: true }), 'metric', NOW));
    const { plan } = runPage(db, runId)!;
    expect(plan.cakes.map(({ name }) => name)).toEqual(['sock 1', 'sock 2', 'what is over']);
    expect(plan.cakes[0]!.cutAt).toEqual({ hex: GREEN, beforeM: expect.closeTo(1.2, 6) as number });
    expect(plan.cakes[0]!.massG).toBeGreaterThanOrEqual(50);
    expect(plan.cakes.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(115, 6);
    expect(plan.palette).toEqual(ORDER);
    const { send, event } = screenOf(db, runId, 'screen-one');
    send([0, 1, 2].map((part) => event({ kind: 'turns', part, amount: 100 })));
    const operation = idOf(logRun(db, runId, logValues(['53', '50', '12']), 'metric', NOW));
    const [first, second] = operationPage(db, operation)!.pieces.filter(({ side }) => side === 'out');
    expect(begins(db, first!.id)).toEqual([
      [RUST, 1.2],
      [GREEN, 2],
      [GREY, 1],
    ]);
    expect(begins(db, second!.id)).toEqual([
      [RUST, 1.2],
      [GREEN, 2],
      [GREY, 1],
    ]);
    expect(coloursPage(db, piecePage(db, first!.id)!.yarn.id)!.pieces.map(({ along }) => along.length > 0)).toEqual([
      true,
      true,
      false,
    ]);
  });

  test('a pair of a yarn whose colours nobody noted is refused at its field', () => {
    const { db, cake } = aCake();
    const split = { by: 'matched' as const, name: 'sock', count: '2', amount: '50 g', begin: null };
    expect(errorsOf(startRun(db, cake, startValues({ split }), 'metric', NOW))).toHaveProperty(['split.begin']);
  });
});
