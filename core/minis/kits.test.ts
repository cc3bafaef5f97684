import { assembleKits } from './kits';

const recipe = [
  { sizeId: 'small', perKit: 2 },
  { sizeId: 'large', perKit: 1 },
];
const minis = (sizeId: string, kit: number | null, ...ids: number[]) => ids.map((id) => ({ id, sizeId, kit }));

test('a packed kit keeps what is in it, each size in its own line; the free ones fill the other kits in order', () => {
  const [first, second, third] = assembleKits(
    recipe,
    [
      ...minis('large', 1, 7),
      ...minis('small', 1, 1, 2, 3),
      ...minis('small', null, 4, 5, 6),
      ...minis('large', null, 8),
    ],
    3,
  );
  expect(first).toEqual({
    number: 1,
    packed: true,
    lines: [
      // One more than the recipe asks for was put in by hand.
      { sizeId: 'small', minis: [1, 2, 3], missing: 0 },
      { sizeId: 'large', minis: [7], missing: 0 },
    ],
    missing: 0,
  });
  expect(second).toMatchObject({ packed: false, lines: [{ minis: [4, 5] }, { minis: [8] }], missing: 0 });
  expect(third).toMatchObject({
    packed: false,
    lines: [
      { minis: [6], missing: 1 },
      { minis: [], missing: 1 },
    ],
    missing: 2,
  });
});

test('nothing is put to a packed kit unasked, though a mini is free', () => {
  const [kit] = assembleKits(recipe, [...minis('small', 1, 1), ...minis('small', null, 2)], 1);
  expect(kit).toMatchObject({ packed: true, lines: [{ minis: [1], missing: 1 }, { missing: 1 }], missing: 2 });
});
