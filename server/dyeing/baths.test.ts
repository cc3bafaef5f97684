import fc from 'fast-check';
import type { Db } from '../../db/common/connection';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, yarnValues } from '../../tests/support/serverTesting';
import { onShelf } from '../yarn/shelf';
import { record } from '../yarn/operationCommands';
import { redoOperation, undoOperation } from '../yarn/pieces';
import { markDry, treatPieces } from '../yarn/pieceOperations';
import { addYarn } from '../yarn/yarns';
import { piecePage, yarnPage, yarnView } from '../yarn/yarnViews';
import { bathFormPage, bathPage, dyeBook } from './bathPages';
import { type BathForm, deleteBath, intoPot, keepOutcome, saveBath } from './baths';
import { planSeries, type SeriesForm } from './series';

const bathValues = (values: Partial<BathForm> = {}): BathForm => ({
  requestKey: aKey(),
  name: 'Kelp',
  fibre: '112 g',
  pieceIds: [],
  operationId: null,
  ingredients: [
    { kind: 'mordant', name: 'alum', amount: '12 %', stock: '' },
    { kind: 'dye', name: 'moss', amount: '1.5', stock: '1' },
  ],
  water: '30',
  heat: '85',
  time: '45',
  pot: '5 l',
  note: '',
  ...values,
});

/** Three hanks of undyed yarn of 50 g each. */
function undyed(): { db: Db; yarnId: number; pieceIds: number[] } {
  const db = emptyDatabase();
  const yarnId = idOf(
    addYarn(
      db,
      yarnValues({ colourName: 'Undyed', dyeLot: '', count: '3', masses: ['50', '50', '50'] }),
      'metric',
      NOW,
    ),
  );
  return { db, yarnId, pieceIds: yarnPage(db, yarnId)!.pieces.map(({ id }) => id) };
}

const save = (db: Db, values: Partial<BathForm> = {}, id: number | null = null) =>
  saveBath(db, id, bathValues(values), 'metric', NOW);

test('a bath is kept as shares of the fibre, however its amounts were typed', () => {
  const { db, pieceIds } = undyed();
  const id = idOf(
    save(db, {
      fibre: '50 g',
      pieceIds: [pieceIds[0]!],
      ingredients: [
        { kind: 'mordant', name: 'alum', amount: '6 g', stock: '' },
        { kind: 'dye', name: 'moss', amount: '75 ml', stock: '1 %' },
        { kind: 'plant', name: 'crottle', amount: '150', stock: '' },
      ],
      water: '30:1',
      heat: '185 °F',
      time: '1 h',
    }),
  );
  const page = bathPage(db, id)!;
  expect(page).toMatchObject({ fibreG: 50, potMl: 5000, at: null, colourHex: null });
  expect(page.recipe).toEqual({
    ingredients: [
      { kind: 'mordant', name: 'alum', percent: 12, stockPercent: null },
      { kind: 'dye', name: 'moss', percent: 1.5, stockPercent: 1 },
      { kind: 'plant', name: 'crottle', percent: 150, stockPercent: null },
    ],
    waterMlPerG: 30,
    celsius: expect.closeTo(85, 9) as number,
    minutes: 60,
  });
  expect(page.pieces.map(({ label }) => label)).toEqual(['Hank 1']);
});

test.each([
  [{ name: ' ' }, 'name', /name/],
  [{ fibre: '' }, 'fibre', /./],
  [{ fibre: '0 g' }, 'fibre', /above zero/],
  [{ ingredients: [] }, 'ingredients', /what goes into/],
  [{ ingredients: [{ kind: 'dye', name: '', amount: '1', stock: '' }] }, 'ingredients.0.name', /what is it/],
  [{ ingredients: [{ kind: 'dye', name: 'moss', amount: '', stock: '' }] }, 'ingredients.0.amount', /how much/],
  [{ ingredients: [{ kind: 'dye', name: 'moss', amount: '0 %', stock: '' }] }, 'ingredients.0.amount', /above zero/],
  [
    { ingredients: [{ kind: 'dye', name: 'moss', amount: '0.00001 %', stock: '' }] },
    'ingredients.0.amount',
    /too little/,
  ],
  [{ ingredients: [{ kind: 'dye', name: 'moss', amount: '5 ml', stock: '' }] }, 'ingredients.0.amount', /how strong/],
  [{ ingredients: [{ kind: 'dye', name: 'moss', amount: '2 kg', stock: '' }] }, 'ingredients.0.amount', /./],
  [{ ingredients: [{ kind: 'dye', name: 'moss', amount: '1', stock: '0' }] }, 'ingredients.0.stock', /between/],
  [{ heat: '185' }, 'heat', /°F/],
  [{ water: 'plenty' }, 'water', /./],
  [{ time: 'long' }, 'time', /./],
  [{ pot: '0' }, 'pot', /between/],
  [{ pieceIds: [999] }, 'pieceIds', /not there/],
] as [Partial<BathForm>, string, RegExp][])(
  'refused at its field, with nothing written: %j',
  (values, field, message) => {
    const { db } = undyed();
    const before = everything(db);
    expect(errorsOf(save(db, values))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  },
);

test('a bath over a yarn: from planned to dry, and what it is called then; undone, it is undyed and planned again', () => {
  const { db, yarnId, pieceIds } = undyed();
  const id = idOf(save(db, { fibre: '150 g', pieceIds }));
  expect(errorsOf(keepOutcome(db, id, { name: 'Kelp', hex: '#4a5a2c', dyeLot: 'B1' })).hex).toMatch(/in the pot/);
  const operationId = idOf(intoPot(db, id, { key: aKey() }, NOW));
  // Pressed twice, it goes in once.
  expect(idOf(intoPot(db, id, { key: aKey() }, NOW))).toBe(operationId);
  expect(bathPage(db, id)!.pieces.map(({ isWet }) => isWet)).toEqual([true, true, true]);
  expect(yarnView(db, yarnId)!.name).toBe('Causeway, Undyed');

  expect(errorsOf(keepOutcome(db, id, { name: 'Kelp', hex: '', dyeLot: 'B1' })).hex).toMatch(/pick its colour/);
  idOf(keepOutcome(db, id, { name: 'Kelp', hex: '#4a5a2c', dyeLot: 'B1' }));
  const yarn = yarnView(db, yarnId)!;
  expect(yarn).toMatchObject({ name: 'Causeway, Kelp', colourHex: '#4a5a2c', dyeLot: 'B1' });
  // The band says what it said.
  expect(yarn.printed).toMatchObject({ colourName: 'Undyed', dyeLot: '' });
  expect(onShelf(db, { words: ['kelp'] }, 10).map((card) => card.id)).toEqual([yarnId]);

  // What is wound from it keeps its colour, and metres stay while grams change.
  idOf(
    markDry(
      db,
      pieceIds[0]!,
      { requestKey: aKey(), mass: '49', tare: '', humidity: '', scaleResolutionG: 1, note: '' },
      'metric',
      NOW,
    ),
  );
  expect(piecePage(db, pieceIds[0]!)!.piece).toMatchObject({
    colourway: { name: 'Kelp', dyeLot: 'B1' },
    mass: { massG: 49 },
  });

  const history = piecePage(db, pieceIds[0]!)!.history.filter(({ kind }) => kind === 'dry');
  history.forEach((step) => idOf(undoOperation(db, step.operationId, NOW)));
  idOf(undoOperation(db, operationId, NOW));
  expect(yarnView(db, yarnId)!.name).toBe('Causeway, Undyed');
  expect(bathPage(db, id)).toMatchObject({ at: null, operationId: null, colourHex: null, dyeLot: '' });
  expect(onShelf(db, { words: ['kelp'] }, 10)).toEqual([]);
  idOf(redoOperation(db, operationId, NOW));
  expect(yarnView(db, yarnId)!.name).toBe('Causeway, Kelp');
});

test('two pots from one yarn: each piece has its own colour, and the yarn is called by both', () => {
  const { db, yarnId, pieceIds } = undyed();
  const [first, second, third] = pieceIds as [number, number, number];
  const dyed = (name: string, hex: string, ids: number[]) => {
    const id = idOf(save(db, { name, fibre: `${50 * ids.length} g`, pieceIds: ids }));
    idOf(intoPot(db, id, { key: aKey() }, NOW));
    idOf(keepOutcome(db, id, { name, hex, dyeLot: name[0]! }));
    return id;
  };
  dyed('Kelp', '#4a5a2c', [first]);
  expect(yarnView(db, yarnId)!.name).toBe('Causeway, Undyed');
  expect(yarnPage(db, yarnId)!.pieces.map(({ colourHex }) => colourHex)).toEqual(['#4a5a2c', '#2f7480', '#2f7480']);
  // A part of it is found by its colour, as the whole is by what it is called.
  for (const words of [['kelp'], ['undyed'], ['swatchgreen']])
    expect(onShelf(db, { words }, 10).map(({ id }) => id)).toEqual([yarnId]);
  dyed('Rust', '#a4552e', [second, third]);
  expect(yarnView(db, yarnId)).toMatchObject({ name: 'Causeway, Kelp and Rust', dyeLot: 'K, R' });
  // Dyed over, it is of the later colour.
  idOf(
    markDry(
      db,
      first,
      { requestKey: aKey(), mass: '', tare: '', humidity: '', scaleResolutionG: 1, note: '' },
      'metric',
      NOW,
    ),
  );
  dyed('Peat', '#3b2f2a', [first]);
  expect(piecePage(db, first)!.piece.colourway!.name).toBe('Peat');
});

test('a piece goes into one pot at a time, dry, and while it is there', () => {
  const { db, pieceIds } = undyed();
  const [first, second] = pieceIds as [number, number, number];
  const id = idOf(save(db, { pieceIds: [first] }));
  expect(errorsOf(save(db, { name: 'Rust', pieceIds: [second, first] }))['pieceIds']).toMatch(/“Kelp” already/);
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [second], note: '' }, NOW));
  expect(errorsOf(save(db, { pieceIds: [second] }))['pieceIds']).toMatch(/wet/);
  record(
    db,
    {
      kind: 'write off',
      pieceId: first,
      amount: 'all',
      fromEnd: 'inner',
      why: 'lost',
      projectId: null,
      requestKey: aKey(),
      note: '',
    } as never,
    NOW,
  );
  expect(errorsOf(intoPot(db, id, { key: aKey() }, NOW))['']).toMatch(/not there any more/);
  expect(errorsOf(intoPot(db, idOf(save(db)), { key: aKey() }, NOW))['']).toMatch(/which pieces/);
});

test('a recipe is noted after the pot: once, for just what was in it, and its colour counts', () => {
  const { db, yarnId, pieceIds } = undyed();
  const operationId = idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds, note: 'ochre crust' }, NOW));
  expect(bathFormPage(db, { operationId })!.choices.map(({ id }) => id)).toEqual(pieceIds);
  const id = idOf(save(db, { fibre: '150 g', operationId }));
  expect(bathPage(db, id)).toMatchObject({ operationId, pieces: [{}, {}, {}] });
  expect(errorsOf(save(db, { operationId }))['']).toMatch(/already/);
  idOf(keepOutcome(db, id, { name: 'Kelp', hex: '#4a5a2c', dyeLot: 'B1' }));
  expect(yarnView(db, yarnId)!.name).toBe('Causeway, Kelp');
  idOf(undoOperation(db, operationId, NOW));
  expect(bathPage(db, id)!.at).toBeNull();
  const wash = idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds, note: '' }, NOW));
  for (const other of [wash, operationId, 999])
    expect(errorsOf(save(db, { operationId: other }))['']).toMatch(/nothing was dyed/);
  expect(bathFormPage(db, { operationId: 999 })).toBeUndefined();
});

test('changed while it is in the pot, its pieces stay; asked twice, it is begun once; deleted, it comes back', () => {
  const { db, pieceIds } = undyed();
  const values = bathValues({ pieceIds });
  const id = idOf(saveBath(db, null, values, 'metric', NOW));
  expect(idOf(saveBath(db, null, values, 'metric', NOW))).toBe(id);
  idOf(intoPot(db, id, { key: aKey() }, NOW));
  idOf(save(db, { name: 'Kelp again', pieceIds: [] }, id));
  expect(bathPage(db, id)).toMatchObject({ name: 'Kelp again', pieces: [{}, {}, {}] });
  idOf(deleteBath(db, id, true, NOW));
  expect(dyeBook(db)).toMatchObject({ baths: [], deleted: [{ id }] });
  expect(errorsOf(keepOutcome(db, id, { name: 'x', hex: '', dyeLot: '' }))['']).toMatch(/not there/);
  idOf(deleteBath(db, id, false, NOW));
  // Pressed twice, it is there once.
  idOf(deleteBath(db, id, false, NOW));
  expect(dyeBook(db).baths).toHaveLength(1);
});

test('a bath that was deleted does not come back where another recipe was noted for its pot meanwhile', () => {
  const { db, pieceIds } = undyed();
  const operationId = idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds, note: '' }, NOW));
  const id = idOf(save(db, { fibre: '150 g', operationId }));
  idOf(deleteBath(db, id, true, NOW));
  const other = idOf(save(db, { name: 'Moss', fibre: '150 g', operationId }));
  expect(errorsOf(deleteBath(db, id, false, NOW))['']).toMatch(/already/);
  expect(dyeBook(db)).toMatchObject({ baths: [{ id: other }], deleted: [{ id }] });
  idOf(deleteBath(db, other, true, NOW));
  idOf(deleteBath(db, id, false, NOW));
  expect(bathPage(db, id)!.operationId).toBe(operationId);
});

const seriesValues = (bathId: number, values: Partial<SeriesForm> = {}): SeriesForm => ({
  requestKey: aKey(),
  name: 'Kelp, light to deep',
  bathId,
  kind: 'shade',
  lastId: null,
  from: '0.25',
  to: '1',
  steps: 'geometric',
  count: '3',
  pieceIds: [],
  fibre: '',
  ...values,
});

test('a shade series over three hanks is planned in one go: each pot with its hank, its depth and its grams', () => {
  const { db, pieceIds } = undyed();
  const base = idOf(save(db));
  const first = idOf(planSeries(db, seriesValues(base, { pieceIds }), 'metric', NOW));
  const { seriesBaths } = bathPage(db, first)!;
  expect(seriesBaths.map(({ recipe }) => recipe.ingredients[1]!.percent)).toEqual([0.25, expect.closeTo(0.5, 9), 1]);
  expect(seriesBaths.map(({ recipe }) => recipe.ingredients[0]!.percent)).toEqual([12, 12, 12]);
  expect(seriesBaths.map(({ fibreG }) => fibreG)).toEqual([50, 50, 50]);
  expect(seriesBaths.map(({ id }) => bathPage(db, id)!.pieces.map((piece) => piece.id))).toEqual(
    pieceIds.map((id) => [id]),
  );
  // From moss to rust, by mass alone.
  const rust = idOf(save(db, { name: 'Rust', ingredients: [{ kind: 'dye', name: 'rust', amount: '1', stock: '1' }] }));
  const gradient = idOf(
    planSeries(db, seriesValues(base, { kind: 'gradient', lastId: rust, count: '5', fibre: '20 g' }), 'metric', NOW),
  );
  expect(bathPage(db, gradient)!.seriesBaths.map(({ recipe }) => recipe.ingredients.map(({ name }) => name))).toEqual([
    ['moss', 'alum'],
    ['moss', 'rust', 'alum'],
    ['moss', 'rust', 'alum'],
    ['moss', 'rust', 'alum'],
    ['rust', 'alum'],
  ]);
});

test.each([
  [{ name: ' ' }, 'name', /a name/],
  [{ from: '' }, 'from', /how deep is the first/],
  [{ to: '' }, 'to', /how deep is the last/],
  [{ from: '0' }, 'from', /geometric/],
  [{ count: '1' }, 'count', /between/],
  [{ fibre: '' }, 'fibre', /how much/],
  [{ kind: 'gradient' }, 'lastId', /goes to/],
  [{ bathId: 99 }, 'bathId', /not there/],
] as [Partial<SeriesForm>, string, RegExp][])(
  'a series refused at its field, with nothing written: %j',
  (values, field, message) => {
    const { db } = undyed();
    const base = idOf(save(db));
    const before = everything(db);
    expect(errorsOf(planSeries(db, seriesValues(base, values), 'metric', NOW))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  },
);

test('depths that a gradient has none of, and fibre beside pieces, may say anything', () => {
  const { db, pieceIds } = undyed();
  const base = idOf(save(db));
  const rust = idOf(save(db, { name: 'Rust', ingredients: [{ kind: 'dye', name: 'rust', amount: '1', stock: '1' }] }));
  const nonsense = { from: 'pale', to: 'deep' };
  const asked: Partial<SeriesForm> = { kind: 'gradient', lastId: rust, pieceIds, fibre: 'three hanks', ...nonsense };
  expect(bathPage(db, idOf(planSeries(db, seriesValues(base, asked), 'metric', NOW)))!.seriesBaths).toHaveLength(3);
  const errors = errorsOf(planSeries(db, seriesValues(base, { ...asked, kind: 'shade', pieceIds: [] }), 'metric', NOW));
  expect(Object.keys(errors).sort()).toEqual(['fibre', 'from', 'to']);
});

test('a series that is asked for twice is planned once', () => {
  const { db } = undyed();
  const form = seriesValues(idOf(save(db)), { fibre: '20 g' });
  const first = idOf(planSeries(db, form, 'metric', NOW));
  const before = everything(db);
  expect(idOf(planSeries(db, form, 'metric', NOW))).toBe(first);
  expect(everything(db)).toBe(before);
});

test('what goes into the pot is what was seen, or nothing goes in', () => {
  const { db, pieceIds } = undyed();
  const id = idOf(save(db, { pieceIds }));
  const seen = bathPage(db, id)!.goesIn;
  idOf(save(db, { pieceIds, fibre: '90 g' }, id));
  const before = everything(db);
  expect(errorsOf(intoPot(db, id, { key: aKey(), seen }, NOW))['']).toMatch(/look at what goes in/);
  expect(everything(db)).toBe(before);
  const operationId = idOf(intoPot(db, id, { key: aKey(), seen: bathPage(db, id)!.goesIn }, NOW));
  // Asked again because the answer was lost, it is in the pot already.
  expect(idOf(intoPot(db, id, { key: aKey(), seen }, NOW))).toBe(operationId);
});

test('of a bath, a plan or a piece that is not there, there is no page', () => {
  const { db } = undyed();
  expect(bathPage(db, 9)).toBeUndefined();
  for (const asked of [{ planId: 9 }, { pieceId: 99 }, { operationId: 99 }])
    expect(bathFormPage(db, asked)).toBeUndefined();
  expect(bathFormPage(db, {})!.choices).toEqual([]);
});

test('pieces that cannot be shared out evenly are told', () => {
  const { db, pieceIds } = undyed();
  const base = idOf(save(db));
  expect(errorsOf(planSeries(db, seriesValues(base, { count: '2', pieceIds }), 'metric', NOW)).pieceIds).toMatch(
    /3 pieces.*2 pots/,
  );
});

test('the pieces that a bath may take are those of its yarn; a wet one and one that another bath waits for are told', () => {
  const { db, pieceIds } = undyed();
  idOf(save(db, { pieceIds: [pieceIds[1]!] }));
  const page = bathFormPage(db, { pieceId: pieceIds[0]! })!;
  expect(page.choices.map(({ awaiting }) => awaiting?.name)).toEqual([undefined, 'Kelp', undefined]);
  expect(page.cautions).toContain('dye safety');
  // The bath itself is no other.
  const own = dyeBook(db).baths[0]!.id;
  expect(bathFormPage(db, { bathId: own })!.choices.map(({ awaiting }) => awaiting)).toEqual([null, null, null]);
  expect(bathFormPage(db, { pieceId: 99 })).toBeUndefined();
  expect(bathFormPage(db, {})!.choices).toEqual([]);
});

test('typed in grams, millilitres or percent, the same bath is kept', () => {
  const { db } = undyed();
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 1, max: 500 }), (tenths, fibreG) => {
      const percent = tenths / 10;
      const grams = (percent * fibreG) / 100;
      const kept = (amount: string) => {
        const id = idOf(
          save(db, { fibre: `${fibreG} g`, ingredients: [{ kind: 'dye', name: 'moss', amount, stock: '2' }] }),
        );
        return bathPage(db, id)!.recipe.ingredients[0]!.percent;
      };
      expect(kept(`${percent} %`)).toBe(percent);
      expect(kept(`${grams.toFixed(6)} g`) / percent).toBeCloseTo(1, 3);
      expect(kept(`${(grams * 50).toFixed(6)} ml`) / percent).toBeCloseTo(1, 3);
    }),
    { numRuns: 20 },
  );
});
