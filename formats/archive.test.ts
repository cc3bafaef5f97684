import { ARCHIVE_VERSION, canUpgrade, isArchiveTable, upgraded } from './archive';

type Rows = Record<string, unknown>[];
type Tables = Record<string, Rows>;

const tablesOf = (version: number, tables: Tables) =>
  (upgraded({ format: 'lazy-acorn archive', version, tables }) as { tables: Tables }).tables;

/** What every earlier version has that the steps after it look at. */
const NONE: Tables = { hand_form: [], wound_cake: [], mini: [], operation: [], operation_piece: [], piece: [] };

test('what is no earlier archive is left as it is, for the schema to refuse', () => {
  const row = { id: 1 };
  for (const document of [
    null,
    7,
    'text',
    {},
    { version: '3', tables: { yarn: [row] } },
    { version: 0, tables: { yarn: [row] } },
    { version: ARCHIVE_VERSION, tables: { yarn: [row] } },
    { version: 3 },
    { version: 3, tables: null },
    { version: 3, tables: 'none' },
    { version: 3, tables: { yarn: 5 } },
    { version: 3, tables: { yarn: [null] } },
    { version: 3, tables: { yarn: [5] } },
  ])
    expect(upgraded(document)).toBe(document);
});

test('where a table is missing, it is the schema that says which', () => {
  const tables = { yarn: [{ id: 1 }] };
  expect(upgraded({ version: 7, tables })).toEqual({ version: ARCHIVE_VERSION, tables });
});

test('every version before this one can be brought up to date, and its tables are known by their earlier names', () => {
  expect([0, 1, ARCHIVE_VERSION - 1, ARCHIVE_VERSION].map(canUpgrade)).toEqual([false, true, true, false]);
  expect(['yarn', 'job', 'went', 'trouble', 'goings'].map(isArchiveTable)).toEqual([true, true, true, true, false]);
});

test('pictures come along, and where there were none yet there are none', () => {
  const tables = { hand_form: [] };
  expect(upgraded({ version: 7, tables })).toMatchObject({ version: ARCHIVE_VERSION, pictures: {} });
  expect(upgraded({ version: 7, tables, pictures: { 'a.webp': 'AA==' } })).toMatchObject({
    pictures: { 'a.webp': 'AA==' },
  });
});

test('before 3 a knot was an event of its own, and a tool was measured as a whole or not at all', () => {
  const event = (kind: string, detail: string) => ({ id: 1, kind, detail });
  const { run_event, winder, swift, hand_form } = tablesOf(2, {
    ...NONE,
    winder: [
      { id: 1, measured: 1 },
      { id: 2, measured: 0, drive: 'motor' },
    ],
    swift: ['pegs', 'umbrella', 'chairs', 'goose neck'].map((kind) => ({ kind, measured: 1 })),
    run_event: [
      event('knot', '{"atTurn":7}'),
      event('unknot', '{"atTurn":7}'),
      event('tick', '{"step":"strands"}'),
      event('tick', '{"step":"band"}'),
      event('knot', 'torn'),
      event('turns', '{"amount":3}'),
    ],
  });
  const [torn] = run_event!.splice(4, 1);
  expect(torn).toEqual(event('knot', 'torn'));
  expect(run_event!.map(({ kind, detail }) => [kind, JSON.parse(String(detail))])).toEqual([
    ['mark', { atTurn: 7, mark: 'knot' }],
    ['unmark', { atTurn: 7 }],
    ['tick', { step: 'folded' }],
    ['tick', { step: 'band' }],
    ['turns', { amount: 3 }],
  ]);
  expect(winder).toEqual([
    {
      id: 1,
      turning: null,
      drive: 'hand',
      base: 'flat',
      measured_figures: JSON.stringify([
        'spindleTurnsPerCrank',
        'coreDiameterMm',
        'heightMm',
        'maxDiameterMm',
        'maxMassG',
        'crossingAngleDeg',
      ]),
      removed_at: null,
    },
    { id: 2, turning: null, drive: 'motor', base: 'flat', measured_figures: '[]', removed_at: null },
  ]);
  expect(swift!.map(({ measured_figures }) => measured_figures)).toEqual([
    '["holeRadiiMm"]',
    '["ribs","minOpenMm","maxOpenMm"]',
    '["backDepthMm"]',
    '[]',
  ]);
  // One gets what a new bench has, and two fingers with what came later.
  expect(hand_form!.map(({ id, kind, max_mg }) => [id, kind, max_mg])).toEqual([
    [1, 'nostepinne', 150_000],
    [2, 'tube', 150_000],
    [3, 'thumb', 60_000],
    [4, 'fingers', 120_000],
  ]);
});

test('before 5 nobody noted how a strand was laid: a cake is as large as it was, a mini as its loop, a small ball not known', () => {
  const cake = { core_um: 24_000, crossing_millideg: 20_000, diameter_um: null, again: 0 };
  const { strand_laid } = tablesOf(4, {
    ...NONE,
    winder: [
      { id: 1, height_um: 50_000 },
      { id: 5, height_um: 68_000 },
    ],
    hand_form: [
      { id: 5, height_um: 70_000 },
      { id: 2, height_um: 75_000 },
    ],
    wound_cake: [
      { ...cake, operation_id: 1, piece_id: 2, winder_id: 5, hand_form_id: null },
      { ...cake, operation_id: 1, piece_id: 3, winder_id: 5, hand_form_id: null, diameter_um: 81_000 },
      { ...cake, operation_id: 1, piece_id: 4, winder_id: null, hand_form_id: 2, again: 1 },
      { ...cake, operation_id: 1, piece_id: 5, winder_id: 5, hand_form_id: null, diameter_um: 20_000 },
    ],
    operation_piece: [
      { operation_id: 1, piece_id: 1, side: 'in', mass_mg: 999_000 },
      { operation_id: 2, piece_id: 2, side: 'on', mass_mg: 999_000 },
      { operation_id: 1, piece_id: 2, side: 'out', mass_mg: 80_000 },
      { operation_id: 1, piece_id: 3, side: 'out', mass_mg: 80_000 },
      { operation_id: 1, piece_id: 4, side: 'out', mass_mg: 40_000 },
      { operation_id: 1, piece_id: 5, side: 'out', mass_mg: 10_000 },
      { operation_id: 3, piece_id: 6, side: 'in', mass_mg: 60_000 },
      { operation_id: 3, piece_id: 7, side: 'out', mass_mg: 5_000 },
      { operation_id: 3, piece_id: 8, side: 'out', mass_mg: 10_000 },
      { operation_id: 3, piece_id: 9, side: 'out', mass_mg: 40_000 },
      { operation_id: 4, piece_id: 10, side: 'out', mass_mg: 5_000 },
      { operation_id: 4, piece_id: 11, side: 'out', mass_mg: 5_000 },
    ],
    operation: [
      { id: 1, kind: 'wind' },
      { id: 3, kind: 'split' },
      { id: 4, kind: 'wind' },
    ],
    mini: [{ operation_id: 3, piece_id: 8 }],
    piece: [
      { id: 6, form: 'ball', loop_mm: null },
      { id: 7, form: 'ball', loop_mm: null },
      { id: 8, form: 'mini skein', loop_mm: 1_460 },
      { id: 9, form: 'ball', loop_mm: null },
      { id: 10, form: 'ball', loop_mm: null },
      { id: 11, form: 'ball', loop_mm: null },
    ],
  });
  const laid = (piece_id: number) => strand_laid!.find((row) => row.piece_id === piece_id);
  /** Of 80 g at 0.3 g/cm3 (or 0.24), round a core of 24 mm. */
  const outerUm = (massG: number, density: number, heightMm: number) =>
    Math.round(2000 * Math.sqrt(12 ** 2 + ((massG / density) * 1000) / (Math.PI * heightMm)));
  expect(laid(2)).toEqual({
    operation_id: 1,
    piece_id: 2,
    how: 'spindle',
    direction: null,
    core_um: 24_000,
    outer_um: outerUm(80, 0.3, 68),
    crossing_millideg: 20_000,
    loop_mm: null,
    inner_end: null,
    far_side: null,
  });
  expect(laid(3)!.outer_um).toBe(81_000);
  expect(laid(4)).toMatchObject({ how: null, outer_um: outerUm(40, 0.24, 75) });
  // No package is narrower than its core.
  expect(laid(5)!.outer_um).toBe(24_001);
  expect(laid(8)).toMatchObject({ operation_id: 3, how: null, core_um: null, loop_mm: 1_460 });
  expect(laid(7)).toMatchObject({ operation_id: 3, how: null, core_um: null, loop_mm: null, crossing_millideg: 0 });
  // What stayed of the parent comes last and lies as it did; what no cutting made was not cut out.
  expect(strand_laid!.map(({ piece_id }) => piece_id)).toEqual([2, 3, 4, 5, 8, 7]);
});

test('from 6 to 7 tables and columns got the field’s own words, and nothing else changed', () => {
  const row = { id: 4, born_by: 9, title: 'rest' };
  const tables = tablesOf(6, {
    hand_form: [{ id: 7 }],
    piece: [row],
    mini: [{ job_id: 3, loops: 60 }],
    run: [{ job_id: null }],
    job: [{ id: 2 }],
    job_after: [{ job_id: 2, after_id: 1 }],
    went: [{ why: 'moths' }],
    next_way: [],
    strand_left: [],
    mini_job: [{ id: 3 }],
  });
  expect(tables).toEqual({
    hand_form: [{ id: 7 }, expect.objectContaining({ id: 8, kind: 'fingers' })],
    piece: [{ id: 4, created_by: 9, title: 'rest' }],
    mini: [{ plan_id: 3, loops: 60 }],
    run: [{ plan_id: null }],
    task: [{ id: 2 }],
    task_after: [{ task_id: 2, after_id: 1 }],
    consumption: [{ why: 'moths' }],
    planned_use: [],
    strand_leaving: [],
    mini_plan: [{ id: 3 }],
    trouble: [],
    knitting: [],
    row_weighing: [],
    colour_stretch: [],
    wheel: [expect.objectContaining({ kind: 'wheel' }), expect.objectContaining({ kind: 'spindle' })],
    bath: [],
    bath_piece: [],
    hung_skein: [],
    offer: [],
    sale: [],
  });
});

test('from 9 to 10 a mark may have colours and a project a place of its own, and none had any', () => {
  const mark = { id: 1, operation_id: 2, piece_id: 3, kind: 'colour change', at_mm: 4000 };
  expect(tablesOf(9, { mark: [mark], project: [{ id: 7 }] })).toEqual({
    mark: [{ ...mark, inner_hex: null, outer_hex: null }],
    project: [{ id: 7, by_hand: null }],
    colour_stretch: [],
    wheel: [expect.objectContaining({ kind: 'wheel' }), expect.objectContaining({ kind: 'spindle' })],
    bath: [],
    bath_piece: [],
    hung_skein: [],
    offer: [],
    sale: [],
  });
});
