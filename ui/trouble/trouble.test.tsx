import { renderToStaticMarkup } from 'react-dom/server';
import { ACTS } from '../../core/trouble/trouble';
import { troubleById, TROUBLES } from '../../core/trouble/troubles';
import { textOf } from '../../tests/support/uiTesting';
import { ActDrawing } from './ActDrawing';
import { Terms } from './Terms';
import { TroubleAnswer } from './TroubleAnswer';
import { TroubleDrawing } from './TroubleDrawing';
import { TroublePick } from './TroublePick';
import { lossWords, minutesWords } from './words';

const answer = (id: string, onHelped?: () => void) =>
  textOf(<TroubleAnswer trouble={troubleById(id)!} onBack={() => {}} onHelped={onHelped} />);

test('each trouble has a drawing of its own, and each act that is used', () => {
  const seen = TROUBLES.map((trouble) => renderToStaticMarkup(<TroubleDrawing trouble={{ ...trouble, name: '' }} />));
  expect(new Set(seen).size).toBe(TROUBLES.length);
  for (const drawing of seen) expect(drawing).toMatch(/<(path|ellipse|circle|text)/);
  const acts = new Set(TROUBLES.flatMap(({ attempts }) => attempts.map(({ act }) => act)));
  expect([...acts].sort()).toEqual([...ACTS].sort());
  expect(new Set(ACTS.map((act) => renderToStaticMarkup(<ActDrawing act={act} name="" />))).size).toBe(ACTS.length);
});

test('all of them can be picked, by where they are met', () => {
  const words = textOf(<TroublePick onPick={() => {}} />);
  for (const { name } of TROUBLES) expect(words).toContain(name);
  expect(words).toContain('The winder and the count');
});

test('an answer says what to do at once, what to try, what it costs and what to mind', () => {
  const words = answer('in the gears');
  expect(words).toContain('Stop. Never crank on, and never crank back by force.');
  expect(words).toContain('Does the cake still lift off?');
  expect(words).toMatch(/Unplug the motor.*Take the cake off.*Turn it back by hand.*Cut out what is greasy/);
  expect(words).toContain('3 to 8 min; costs 0.3 to 3.0 m');
  expect(words).toContain('Then join, and mark the knot.');
  expect(words).toContain('leave it unplugged until the last strand is out');
  expect(words).toContain('Next time: See what fits before you begin');
  expect(words).not.toContain('log it');
});

test('beside a run what helped is kept, and what was cut out is asked for only where something was', () => {
  expect(answer('in the gears', () => {})).toContain('Cut out or lost');
  expect(answer('lump', () => {})).toContain('This helped: log it');
  expect(answer('lump', () => {})).not.toContain('Cut out or lost');
});

test('a term is explained where it stands', () => {
  expect(textOf(<Terms text="Tie loose *figure eights* round it." />)).toMatch(
    /^Tie loose figure eights \(ties that go over .*\) round it\.$/,
  );
});

test('minutes and metres in a maker’s units', () => {
  expect([minutesWords([1, 1]), minutesWords([0, 2]), minutesWords([5, 15]), minutesWords([20, 180])]).toEqual([
    '1 min',
    'up to 2 min',
    '5 to 15 min',
    '20 min to 3 h',
  ]);
  expect(lossWords(undefined, 'metric')).toBe('costs no yarn');
  expect(lossWords([0, 1], 'metric')).toBe('costs up to 1.0\u00a0m');
});
