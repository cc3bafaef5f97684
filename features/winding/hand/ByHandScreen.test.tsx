import { renderToStaticMarkup } from 'react-dom/server';
import { TROUBLES } from '../../../core/trouble/troubles';
import { HAND_FORMS } from '../../../core/winding/run';
import { byHandPage } from '../../../server/winding/byHandPage';
import { bench, saveTool } from '../../../server/bench/bench';
import { emptyDatabase, idOf } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { ByHandScreen } from './ByHandScreen';
import { MethodDrawing, type MethodId } from './MethodDrawing';
import { HAND_METHODS, HAND_STEPS, HAND_WORDS, HOLDING_METHODS, HOLDINGS } from './methods';

const METHODS: readonly MethodId[] = [...HAND_FORMS, ...HOLDINGS];
const stepsOf = (method: MethodId) =>
  method in HOLDING_METHODS
    ? HOLDING_METHODS[method as keyof typeof HOLDING_METHODS].steps
    : HAND_STEPS.map((id) => ({ id, ...HAND_WORDS[method as keyof typeof HAND_WORDS][id] }));
const screen = (asked?: string, db = emptyDatabase()) => textOf(<ByHandScreen asked={asked} {...byHandPage(db)} />);

test('every step of every method has words of its own and a drawing of its own', () => {
  for (const method of METHODS) {
    const steps = stepsOf(method);
    const drawn = steps.map(({ id }) =>
      renderToStaticMarkup(<MethodDrawing method={method} step={id} colourHex="#7c8f6a" />),
    );
    expect(new Set(drawn).size).toBe(steps.length);
    for (const svg of drawn) expect(svg.match(/<path /g)!.length).toBeGreaterThan(3);
    expect(new Set(steps.map(({ title }) => title)).size).toBe(steps.length);
    for (const { how } of steps) expect(how).toMatch(/\.$/);
  }
});

test('what goes wrong with a method is known to the helper', () => {
  const known = TROUBLES.map(({ id }) => id);
  for (const { troubles } of [...Object.values(HAND_METHODS), ...Object.values(HOLDING_METHODS)]) {
    expect(troubles.length).toBeGreaterThan(0);
    for (const trouble of troubles) expect(known).toContain(trouble);
  }
});

test('where a finger is wound round, or a tie is cut, the care is said', () => {
  for (const method of METHODS)
    for (const { how, care = '' } of stepsOf(method)) {
      if (/round the thumb|round both/i.test(how)) expect(care).toMatch(/pale, blue or numb/);
      if (/cut the ties/i.test(how)) expect(care).toMatch(/children and animals/);
    }
});

test.each(METHODS)('%s says how long, how firm, what twist and what goes wrong', (method) => {
  const text = screen(method);
  for (const fact of [/How long about \d/, /How firm/, /Twist .*\d t\/m/, /Goes wrong/]) expect(text).toMatch(fact);
});

test('an unknown method shows the first; a form that is on the bench no longer still shows its steps', () => {
  expect(screen('juggling')).toContain('the neatest ball by hand');
  const db = emptyDatabase();
  db.prepare("UPDATE hand_form SET removed_at = '2026-03-01T10:00:00.000Z'").run();
  expect(screen('fingers', db)).toContain('A ball with a flat foot');
});

test('the figures are those of the maker’s own tool', () => {
  const db = emptyDatabase();
  const wide = screen('tube', db);
  idOf(
    saveTool(
      db,
      2,
      {
        tool: 'hand_form',
        name: 'Wide tube',
        kind: 'tube',
        coreDiameterMm: '76 mm',
        heightMm: '80 mm',
        maxDiameterMm: '130 mm',
        maxMassG: '150 g',
        measured: ['coreDiameterMm'],
      },
      'metric',
    ),
  );
  const wraps = (text: string) => Number(/(\d+) wraps/.exec(text)![1]);
  expect(wraps(screen('tube', db))).toBeLessThan(0.75 * wraps(wide));
});

test('two chairs stand as far apart as the maker’s own backs are deep', () => {
  const db = emptyDatabase();
  const { id } = bench(db).swifts.find(({ kind }) => kind === 'chairs')!;
  expect(screen('chairs', db)).toContain('the backs about 75.5 cm for a hank of that round');
  idOf(saveTool(db, id, { tool: 'chairs', name: 'Kitchen chairs', measured: [], backDepthMm: '100 mm' }, 'metric'));
  expect(screen('chairs', db)).toContain('the backs about 70 cm');
  expect(screen('knees', db)).not.toContain('apart about');
});
