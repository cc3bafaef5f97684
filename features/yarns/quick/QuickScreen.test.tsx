import { cake } from '../../../core/bench/cake';
import { quickPage } from '../../../server/winding/quickPage';
import { emptyDatabase } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { Fit, IsItEnough, Minis, planOf, Twist, Wind } from './questions';
import { NOTHING_TYPED, type QuickForm, yarnInHand } from './yarnInHand';

const page = quickPage(emptyDatabase());
const [winder] = page.tools;

function asked(fields: Partial<QuickForm>) {
  const values = { ...NOTHING_TYPED, mass: '96', putUpMass: '100 g', putUpLength: '410 m', ...fields };
  const form = {
    values,
    set: () => {},
    field: (name: string) => ({ name, value: '', error: undefined, onChange: () => {} }),
    errors: {},
    saving: false,
    submit: () => {},
    clear: () => {},
  };
  const yarn = yarnInHand(values, 1, 'metric');
  return { page, form: form as never, yarn, plan: planOf(page, values, yarn, 'metric') };
}

test('is it enough: what is left over, and how likely', () => {
  expect(textOf(<IsItEnough {...asked({ need: '350' })} />)).toContain('Yes. About 44 m will be left over.');
  expect(textOf(<IsItEnough {...asked({ need: '500' })} />)).toContain('No. About 106 m are missing.');
  expect(textOf(<IsItEnough {...asked({})} />)).toContain('Type what the pattern asks for.');
  // In the units that were asked in: 96 g of 410 m to 100 g are 393.6 m.
  expect(textOf(<IsItEnough {...asked({ need: '380 yd' })} />)).toContain('About 50 yd will be left over.');
  expect(textOf(<IsItEnough {...asked({ need: '60 g' })} />)).toContain('About 36 g will be left over.');
  expect(textOf(<IsItEnough {...asked({ need: '4 x 50 g/125 m' })} />)).toContain('About 106 m are missing.');
  expect(textOf(<IsItEnough {...asked({ mass: 'half', need: '150 m' })} />)).toContain('About 55 m will be left over.');
  expect(yarnInHand({ ...NOTHING_TYPED, mass: 'half' }, 1, 'metric').errors.mass).toMatch(/of how much/);
  expect(textOf(<IsItEnough {...asked({ mass: '', putUpMass: '', need: '350' })} />)).toContain('Type its weight');
});

test('will it fit: as wide as the cake is; more than it holds makes equal cakes', () => {
  const { outerDiameterMm } = cake({ massG: 96, gristMPerG: 4.1, ...winder!, densityGPerCm3: winder!.density.mean });
  expect(textOf(<Fit {...asked({})} />)).toContain(`Yes, in one cake, ${Math.round(outerDiameterMm)} mm across`);
  expect(textOf(<Fit {...asked({ mass: '300' })} />)).toContain('No: make 3 cakes of 100 g.');
  expect(textOf(<Fit {...asked({ mass: '116' })} />)).toContain('Just over the 113 g it holds');
});

test('turns of the crank as a cake takes them; wraps by hand; loops of the hank', () => {
  const { crankTurns } = cake({ massG: 96, gristMPerG: 4.1, ...winder!, densityGPerCm3: winder!.density.mean });
  const words = textOf(<Wind {...asked({ loop: '164 cm' })} />);
  expect(words).toMatch(new RegExp(`${Math.round(crankTurns)} ± \\d+ turns of the crank`));
  expect(words).toContain('about 240 times round the swift');
  const thumb = page.tools.find(({ onto }) => onto !== 'winder')!;
  expect(textOf(<Wind {...asked({ toolKey: thumb.key })} />)).toMatch(/± \d+ wraps/);
  expect(textOf(<Wind {...asked({ loop: '9 m' })} />)).toContain('a loop is between 20 cm and 5 m');
});

test('minis: how many, and what is over', () => {
  expect(textOf(<Minis {...asked({ mini: '11' })} />)).toContain('8 minis, and 8 g left over for ends and ties.');
  expect(textOf(<Minis {...asked({ mini: '12' })} />)).toContain('8 minis, and nothing left over');
  expect(textOf(<Minis {...asked({ mini: '120' })} />)).toContain('None:');
});

test('twist: turned over or pulled from the other end it leans the other way, most where the cake is narrow', () => {
  const twistOf = (fields: Partial<QuickForm>) => {
    const [, letter, first, last] = /It gets ([SZ]) twist: ([\d.]+) t\/m in the first metres, ([\d.]+) t\/m/.exec(
      textOf(<Twist {...asked(fields)} />),
    )!;
    return { letter, first: Number(first), last: Number(last) };
  };
  const centre = twistOf({});
  expect(centre.first).toBeGreaterThan(2 * centre.last);
  const over = twistOf({ side: 'far' });
  expect(over).toEqual({ ...centre, letter: centre.letter === 'S' ? 'Z' : 'S' });
  expect(twistOf({ direction: 'ccw' }).letter).toBe(over.letter);
  const outside = twistOf({ end: 'outer' });
  expect([outside.first, outside.last]).toEqual([centre.last, centre.first]);
});
