import { exercise, EXERCISE_KINDS, practised } from '../../../core/twist/twistPractice';
import { changeAt } from '../../../core/twist/twistChange';
import { letterOf } from '../../../core/twist/twist';
import { comesOff } from '../../../ui/strand/PullScene';
import { evens } from '../../../tests/support/chance';
import { choiceWords, questionWords, reasonSentences, sceneSentences, sourceOf } from './practiceWords';

const chance = evens(77);
const made = Array.from({ length: 350 }, (_, i) => exercise(EXERCISE_KINDS[i % EXERCISE_KINDS.length]!, chance));

test('every question is asked in full, and its choices differ', () => {
  for (const each of made) {
    const scene = sceneSentences(each, 'metric');
    expect(scene.length).toBeGreaterThan(0);
    for (const sentence of [...scene, questionWords(each)]) expect(sentence).toMatch(/^[A-Z].*[.?]$/);
    const choices = each.choices.map((_, i) => choiceWords(each, i, 'metric'));
    expect(new Set(choices).size).toBe(choices.length);
    expect(choices.every((words) => words.length > 0)).toBe(true);
  }
});

test('the reason ends where the answer is', () => {
  for (const each of made.filter(({ kind }) => kind === 'letter')) {
    const last = reasonSentences(each, 'metric').at(-1)!;
    if (each.choices[each.answer] === 'neither') expect(last).toContain('no turn is put in');
    else expect(last).toContain(`that is ${each.choices[each.answer]}`);
  }
  for (const each of made.filter(({ kind }) => kind === 'gain')) {
    const words = reasonSentences(each, 'metric').join(' ');
    if (each.choices[each.answer] === 'gains') expect(words).toContain('more of the same');
    if (each.choices[each.answer] === 'loses') expect(words).toContain('away');
  }
  for (const each of made.filter(({ kind }) => kind === 'together')) {
    const words = reasonSentences(each, 'metric').at(-1)!;
    expect(words).toContain(
      { 'add up': 'add up', cancel: 'cancel', 'only one': 'stays as it is' }[each.choices[each.answer]!],
    );
  }
  for (const each of made.filter(({ kind }) => kind === 'least'))
    expect(reasonSentences(each, 'metric')[1]).toContain(choiceWords(each, each.answer, 'metric'));
  for (const each of made.filter(({ kind }) => kind === 'size')) {
    const reported = /is ([\d.]+)/.exec(reasonSentences(each, 'metric')[1]!)![1];
    expect(Number(reported) / Number(each.choices[each.answer])).toBeCloseTo(1, 1);
  }
});

test('what is drawn goes round as the core has it', () => {
  for (const each of made.filter(({ kind }) => kind !== 'least' && kind !== 'together')) {
    const source = sourceOf(each, true);
    const { change } = practised(each.steps);
    if (source.turning) expect(change.wraps).toEqual([]);
    else expect(comesOff(source) === 'cw' ? 'Z' : 'S').toBe(letterOf(changeAt(change, 0)));
  }
});

test('a question of size says all that its answer is worked out from', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const asked = exercise('size', evens(seed * 7919));
    const acrossMm = Number(/(\d+)\smm across/.exec(sceneSentences(asked, 'metric').join(' '))![1]);
    const worked = 1000 / (Math.PI * acrossMm);
    // Of what can be chosen, the right one is the nearest to what comes out by hand.
    const off = asked.choices.map((choice) => Math.abs(Math.log(Number(choice) / worked)));
    expect(off.indexOf(Math.min(...off))).toBe(asked.answer);
    expect(reasonSentences(asked, 'metric')).toHaveLength(3);
  }
});
