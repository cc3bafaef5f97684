import { stillThere } from './stillThere';

test('what is gone is left out of what was chosen, and the rest keeps its order', () => {
  expect(stillThere([7, 3, 9, 5], [{ id: 3 }, { id: 5 }, { id: 7 }, { id: 8 }])).toEqual([7, 3, 5]);
  expect(stillThere([7], [])).toEqual([]);
});
