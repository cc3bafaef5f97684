import { stage } from './support/stage';

/** At the wheel: a whorl that was measured, a wanted twist in treadles, a tick, and what a hung skein asks for. */

const set = stage({ demo: true });

test('a wheel is measured, a wanted twist becomes treadles on a whorl, and a reload forgets nothing', async () => {
  const maker = await set.maker();
  await maker.goTo('/bench');
  await maker.press('Enter what I measured on the wheel');
  await maker.fill('turnsEach', 'quick');
  await maker.press('Save');
  await maker.sees('Cannot read this');
  await maker.fill('turnsEach', '8, 12');
  await maker.fill('slipPercent', '5');
  await maker.fill('drawM', '45 cm');
  await maker.press('Save');
  await maker.sees('8, 12 turns to a treadle, less 5 % of slip');
  await maker.goTo('/twist/wheel?tool=1');
  await maker.fill('wheel twist', '300 t/m');
  // 135 turns a draw: 11.84 treadles of 11.4, 17.76 of 7.6; whole ones come nearest with 12 and with 18.
  await maker.sees('11.8 treadles; with 12');
  await maker.sees('17.8 treadles; with 18');
  await maker.sees(/304\st\/m/);
  await maker.press('Tick');
  await maker.sees('of 12');
  await maker.press('Stop');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('wheel twist')).toBe('300 t/m');
  await maker.sees('11.8 treadles; with 12');
  await maker.fill('wheel twist', 'a lot');
  await maker.sees('Write it like 180 t/m');
  await maker.fill('wheel twist', '');
  await maker.press('Not known? From wraps and the angle of the fibres');
  await maker.fill('wheel wpi', '20');
  await maker.fill('wheel angle', '25');
  await maker.sees(/That is 117\st\/m/);
  await maker.press('Take it');
  expect(await maker.valueOf('wheel twist')).toBe('117 t/m');
});

test('a hung skein: too much, too little, and one that does not turn', async () => {
  const maker = await set.maker();
  await maker.goTo('/twist/wheel');
  await maker.fill('hung loop', '1.5 m');
  await maker.fill('hung turns', '300');
  await maker.sees('Must lie between 0 and 200');
  await maker.fill('hung turns', '12');
  // 12 half turns over 1.5 m; its sides lie Z, so there is too much S; plied S, that is too much ply twist.
  await maker.sees('Too much ply twist');
  await maker.sees(/8\.0\st\/m at least/);
  await maker.sees('turning clockwise (Z)');
  await maker.page.locator('[aria-labelledby="hung-plied"] label::-p-text(Z)').click();
  await maker.sees('Too little ply twist');
  await maker.fill('hung turns', '0');
  await maker.sees('it is balanced');
  expect(maker.troubles).toEqual([]);
});
