import { withUnit, withUnits } from './bareUnits';

test('when the units are switched, what was typed stays what it is', () => {
  expect(withUnit('mass', '80.9', 'metric')).toBe('80.9 g');
  expect(withUnit('masses.3', '3 1/2', 'imperial')).toBe('3 1/2 oz');
  expect(withUnit('putUpLength', '220', 'metric')).toBe('220 m');
  expect(withUnit('loop', '162', 'metric')).toBe('162 cm');
  expect(withUnit('loop', '1.62', 'metric')).toBe('1.62 m');
  expect(withUnit('loop', '64', 'imperial')).toBe('64 in');
  expect(withUnit('mass', '80.9', 'g yd')).toBe('80.9 g');
  expect(withUnit('putUpLength', '220', 'g yd')).toBe('220 yd');
  expect(withUnit('tare', '2', 'oz m')).toBe('2 oz');
  expect(withUnit('loop', '162', 'oz m')).toBe('162 cm');
  expect(withUnit('mass', '80.9 g', 'metric')).toBe('80.9 g');
  expect(withUnit('mass', '', 'metric')).toBe('');
  expect(withUnit('count', '3', 'metric')).toBe('3');
  expect(withUnits({ mass: '80.9', note: '12', masses: ['1', '2 oz'] }, 'metric')).toEqual({
    mass: '80.9 g',
    note: '12',
    masses: ['1 g', '2 oz'],
  });
});
