import loadHighs from 'highs';
import { ternRock } from '../../scripts/ternRock';
import { ternRockDyeing } from '../../scripts/ternRockDyeing';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { ternRockThread } from '../../scripts/ternRockThread';
import { cutMapDrawing } from '../minis/drawings';
import { labelSheet, slipOf } from './labels';
import { runPaper, runSheet, storyPaper, storyPdf } from './papers';
import { runsUnderWay } from '../days/today';
import { operationById } from '../../db/yarn/operations';
import { pieceById } from '../../db/yarn/pieces';
import { dayOf } from '../../core/days/days';
import { consumeValues, emptyDatabase, idOf, NOW, shelved, startValues } from '../../tests/support/serverTesting';
import { bench } from '../bench/bench';
import { startRun } from '../winding/runStart';
import { consumePiece } from '../yarn/pieceOperations';
import { yarnOverview } from '../logbook/yarnOverview';

const db = emptyDatabase();
beforeAll(async () => {
  ternRock(db, NOW);
  ternRockMinis(db, await loadHighs(), NOW);
  ternRockThread(db, NOW);
  ternRockDyeing(db, NOW);
});
const plain = (words: string) => words.replaceAll('\u00a0', ' ');
const ORIGIN = 'http://127.0.0.1:4310';
const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;
const yarnOf = (line: string) => (db.prepare('SELECT id FROM yarn WHERE line = ?').get(line) as { id: number }).id;

test('a run sheet has the setting of the swift, the turns of each cake, and what to look to', async () => {
  const run = runsUnderWay(db).find(({ kind }) => kind === 'wind')!;
  const paper = runPaper(db, run.id, 'metric', ORIGIN);
  const figures = paper.blocks.find(({ kind }) => kind === 'figures');
  expect(figures).toMatchObject({ figures: [{ label: 'on the umbrella swift' }, {}, {}, {}] });
  const table = paper.blocks.find(({ kind }) => kind === 'table');
  expect(table!.kind === 'table' && table!.rows).toHaveLength(3);
  const headings = paper.blocks.flatMap((block) => (block.kind === 'heading' ? [block.words] : []));
  expect(headings).toContain('Look to');
  // What is looked to stands beneath its heading, to be ticked.
  expect(
    paper.blocks[paper.blocks.findIndex((block) => block.kind === 'heading' && block.words === 'Look to') + 1]!.kind,
  ).toBe('ticks');
  expect(paper.url).toBe(`${ORIGIN}/winding/run/${run.id}`);
  const pdf = await runSheet(db, run.id, 'metric', ORIGIN);
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pages(pdf)).toBe(1);
  expect(() => runPaper(db, 999, 'metric', ORIGIN)).toThrow(/no such winding/);
});

test('the run sheet of a ball on two fingers speaks of wraps and of fingers, and of nothing that spins', () => {
  const own = emptyDatabase();
  const { pieceIds } = shelved(own, { masses: ['60'] });
  const fingers = bench(own).handForms.find(({ kind }) => kind === 'fingers')!;
  const form = startValues({ toolKey: `form ${fingers.id}`, swiftId: null });
  const paper = JSON.stringify(runPaper(own, idOf(startRun(own, pieceIds[0]!, form, 'metric', NOW)), 'metric', ORIGIN));
  for (const words of [
    'wraps, then stop',
    '"Ball","Wraps"',
    'pale, blue or numb',
    'level round the middle',
    'Weigh the ball',
  ])
    expect(paper).toContain(words);
  expect(paper).not.toMatch(/clamp|guide arm|spins|motor|beneath|turns, then/i);
});

test('a story has every entry of the yarn and where every gram went', async () => {
  const id = yarnOf('Breakwater');
  const paper = storyPaper(db, id, 'metric', ORIGIN);
  const words = plain(JSON.stringify(paper.blocks));
  expect(words).toContain('["Kept in","Loft, chest by the stairs"]');
  for (const part of [
    'Gannet Lane Dyehouse',
    'To the lifeboat station',
    'unexplained',
    '14 g',
    'cake 2 (47 g), cake 3',
  ])
    expect(words).toContain(part);
  const done = paper.blocks.filter(({ kind }) => kind === 'table')[2]!;
  const entries = db
    .prepare(
      `SELECT count(DISTINCT o.id) AS n FROM operation o JOIN operation_piece op ON op.operation_id = o.id JOIN piece p ON p.id = op.piece_id WHERE p.yarn_id = ?`,
    )
    .get(id) as { n: number };
  expect(done.kind === 'table' && done.rows).toHaveLength(entries.n);
  expect(pages(await storyPdf(db, id, 'imperial', ORIGIN))).toBeLessThan(4);
  expect(plain(JSON.stringify(storyPaper(db, id, 'imperial', ORIGIN).blocks))).not.toMatch(/\d (g|m)\b/);
});

test('a story of dyed yarn has its baths, what its band said, and no table without rows', () => {
  const { title, blocks } = storyPaper(db, yarnOf('Cliff two-ply'), 'metric', ORIGIN);
  expect(title).toBe('Cliff two-ply, Crottle and Moss');
  const words = plain(JSON.stringify(blocks));
  expect(words).toContain('["Colour","Undyed"]');
  expect(words).toContain('crottle, dried 150 % · vinegar 5 %, 90 °C, 3 h');
  expect(words).toContain('leaf green 1.2 % · ink 0.04 % · citric acid 3 %');
  expect(words).toContain('dry again: hank 3 (49.6 g)');
  const headings = (yarnId: number) =>
    storyPaper(db, yarnId, 'metric', ORIGIN).blocks.flatMap((block) => (block.kind === 'heading' ? [block.words] : []));
  const done = ['What was done', 'Where every gram went'];
  expect(headings(yarnOf('Cliff two-ply'))).toEqual(['Its band', 'What it was dyed in', 'What there is', ...done]);
  // Of what is used up, or has no band, there is neither heading nor table.
  const used = emptyDatabase();
  const { yarnId, pieceIds } = shelved(used);
  idOf(consumePiece(used, pieceIds[0]!, consumeValues({ howMuch: 'all' }), 'metric', NOW));
  const left = storyPaper(used, yarnId, 'metric', ORIGIN).blocks;
  expect(left.flatMap((block) => (block.kind === 'heading' ? [block.words] : []))).toEqual(['Its band', ...done]);
  for (const { id } of db.prepare('SELECT id FROM yarn').all() as { id: number }[]) {
    const { blocks } = storyPaper(db, id, 'metric', ORIGIN);
    blocks.forEach((block, i) => {
      if (block.kind === 'table') expect(block.rows.length).toBeGreaterThan(0);
      // Each heading has its table beneath it, and each table its heading.
      expect(blocks[block.kind === 'heading' ? i + 1 : i - 1]!.kind).toBe(
        block.kind === 'heading' ? 'table' : 'heading',
      );
    });
  }
});

test('every yarn’s story can be printed', async () => {
  for (const { id } of db.prepare('SELECT id FROM yarn').all() as { id: number }[])
    expect((await storyPdf(db, id, 'metric', ORIGIN)).length).toBeGreaterThan(4000);
});

test('a slip has more than a label: how it was wound, from where it is worked, its knots', async () => {
  const [cake] = yarnOverview(db, yarnOf('Causeway'))!.pieces.filter(({ label }) => label === 'Cake 3');
  const { lines, url } = slipOf(db, cake!.id, 'metric', ORIGIN);
  const words = plain(lines.join(' | '));
  const { at } = operationById(db, pieceById(db, cake!.id)!.createdBy)!;
  expect(words).toContain(`wound ${dayOf(at)} on Small winder`);
  expect(words).toMatch(/work it from the centre/);
  expect(words).toMatch(/knot at \d+ m from the inner end/);
  expect(url).toBe(`${ORIGIN}/pieces/${cake!.id}`);
  for (const sheet of ['a4-slips', 'letter-slips', 'a4-tags', 'letter-tags']) {
    const pdf = await labelSheet(db, { pieces: String(cake!.id), sheet }, 'metric', ORIGIN);
    expect(pages(pdf)).toBe(1);
  }
});

test('a cut map stands by itself, with as many minis as the plan makes, to scale', () => {
  const task = db.prepare('SELECT id, plan FROM mini_plan ORDER BY id LIMIT 1').get() as { id: number; plan: string };
  const plan = JSON.parse(task.plan) as { parents: { counts: number[][]; massG: number }[] };
  const svg = cutMapDrawing(db, task.id, 'metric');
  const minis = plan.parents.flatMap(({ counts }) => counts.flat()).reduce((sum, count) => sum + count, 0);
  expect(svg.match(/rx="5"/g)).toHaveLength(minis);
  const most = Math.max(...plan.parents.map(({ massG }) => massG));
  const widths = [...svg.matchAll(/<rect x="([\d.]+)"[^>]*?width="([\d.]+)"/g)].map(
    ([, x, width]) => Number(x) + Number(width),
  );
  expect(Math.max(...widths)).toBeLessThanOrEqual(980.1);
  expect(Math.max(...widths)).toBeGreaterThan((980 * plan.parents[0]!.massG) / most - 400);
  expect(svg).not.toMatch(/[^&]&[^a-z]/);
  expect(() => cutMapDrawing(db, 999, 'metric')).toThrow(/no such plan/);
});
