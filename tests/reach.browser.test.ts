import { stage } from './support/stage';

/** Will it reach? Asked in a line; and a scarf from its first weighing to the cast-off. */

const set = stage({ demo: true, knitting: true });

test('in a line: from figures, a share of a ball, and a yarn of the shelf; in the units that were asked in', async () => {
  const maker = await set.maker();
  await maker.goTo('/');
  const yarn = await maker.page.waitForSelector('[aria-labelledby="reach"] input');
  await yarn!.type('62 g of 100 g/220 m');
  await maker.fill('reach.need', '120 m');
  await maker.sees('About 16 m will be left over');
  await maker.fill('reach.need', '165 yd');
  await maker.sees('No. About 16 yd are missing');
  await maker.fill('reach.mass', 'about a third');
  await maker.fill('reach.need', '40 g');
  await maker.sees(/About (7|6.7) g are missing/);
  await maker.fill('reach.mass', 'a handful');
  expect(await maker.about('reach.mass')).toMatch(/cannot read|write it like/);
  // Kept, it is in the form of a new yarn; a share of a ball is no weighing.
  await maker.fill('reach.mass', '57 g');
  await maker.press('Keep this yarn');
  await maker.arrivesAt(/^\/yarns\/new$/);
  await maker.waitsFor(() => document.querySelector<HTMLInputElement>('#putUpLength')?.value === '220 m');
  expect(await maker.valueOf('putUpMass')).toBe('100 g');
  expect(await maker.valueOf('masses.0')).toBe('57 g');
  await maker.goTo('/');
  const again = await maker.page.waitForSelector('[aria-labelledby="reach"] input');

  // A yarn of the shelf, by its name and Enter.
  await again!.click({ count: 3 });
  await maker.page.keyboard.type('Driftline');
  await maker.sees('2 cakes');
  await maker.keys('Enter');
  await maker.waitsFor(() => document.querySelector('[aria-labelledby="reach"] a') !== null);
  await maker.fill('reach.need', '4 balls of 50 g/125 m');
  await maker.sees(/Yes. About [56]\d m will be left over/);
  await maker.fill('reach.mass', '50 g');
  await maker.sees(/No. About 3\d\d m are missing/);
  expect(maker.troubles).toEqual([]);
});

test('what a project takes, worked out from a gauge, a swatch and an earlier one, and put into its form', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects/new');
  await maker.fill('name', 'Breakwater wrap');
  await maker.press('Work it out');
  await maker.fill('need by massG', '6 g');
  await maker.fill('need by width', '12');
  await maker.fill('need by height', '10');
  await maker.fill('side 0.0', '50 cm');
  await maker.fill('side 0.1', '1.6 m');
  await maker.sees(/About 400 g, 3[67]\d g to 4[234]\d g nine times in ten/);
  await maker.page.locator('[aria-label="By"] ::-p-text(gauge)').click();
  await maker.fill('need by gauge', '22 sts x 30 rows');
  // 8000 cm² at the root of 19 x 6.6 cm each.
  await maker.sees('About 896 m');
  await maker.fill('side 0.1', 'long');
  expect(await maker.about('side 0.1')).toMatch(/cannot read|like/);
  await maker.fill('side 0.1', '160');
  await maker.press('Use it');
  await maker.waitsFor(() => document.querySelector<HTMLInputElement>('[id="needs.0.amount"]')?.value === '896 m');
  await maker.press('Work it out');
  await maker.page.locator('[aria-label="By"] ::-p-text(earlier one)').click();
  await maker.fill('need by earlier', '400 yd');
  await maker.fill('need by wider', '125');
  await maker.press('Use it');
  await maker.waitsFor(() => document.querySelector<HTMLInputElement>('[id="needs.0.amount"]')?.value === '500 yd');
  await maker.press('Start the project');
  await maker.arrivesAt(/\/projects\/\d+$/);
  await maker.sees('457 m');
});

test('the order in which projects get their yarn is changed by a press, undone, and outlives a reload', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects');
  const names = () =>
    maker.page.$$eval('main ol strong.font-heading', (all) => all.map(({ textContent }) => textContent));
  const before = (await names()).slice(0, 2);
  await maker.press(`${before[0]} later`);
  await maker.sees('Go by their due dates');
  await maker.waitsFor(
    (first) => document.querySelectorAll('main ol strong.font-heading')[1]!.textContent === first,
    before[0]!,
  );
  await maker.page.reload();
  await maker.live();
  expect((await names()).slice(0, 2)).toEqual([before[1], before[0]]);
  await maker.press('Go by their due dates');
  await maker.sees('the arrows change that');
  await maker.press('Undo');
  await maker.sees('Go by their due dates');
  expect((await names()).slice(0, 2)).toEqual([before[1], before[0]]);
  await maker.press('Go by their due dates');
  await maker.sees('the arrows change that');
  expect(maker.troubles).toEqual([]);
});

test('from the first weighing over a reload and a killed server to the border, and off the needles', async () => {
  const maker = await set.maker();
  await maker.goTo('/projects');
  await maker.page.locator('a::-p-text(Lamp room shawl)').click();
  await maker.press('Weigh as you knit');
  await maker.arrivesAt(/\/projects\/knitting\/new/);
  await maker.fill('name', '');
  await maker.choose('border', 'rows');
  await maker.fill('borderRows', '10');
  await maker.press('Begin');
  await maker.sees('Give it a name');
  await maker.fill('name', 'Harbour scarf');
  await maker.page.locator('[id="pieceId"]').click();
  await maker.page.locator('.ant-select-item ::-p-text(Cake 2)').click();
  await maker.fill('mass', '100');
  // A reload does not put what was weighed onto another ball.
  await maker.page.reload();
  await maker.live();
  const ball = '.ant-select:has([id="pieceId"])';
  expect(await maker.page.$eval(ball, (select) => select.textContent)).toMatch(/Cake 2/);
  await maker.press('Begin');
  await maker.arrivesAt(/\/projects\/knitting\/\d+$/);
  await maker.sees('Knit some rows, and weigh it again');

  // What was typed outlives a reload, and a server that is killed just then.
  await maker.fill('rowsDone', '60');
  await maker.fill('mass', '70');
  await maker.page.reload();
  await maker.live();
  expect(await maker.valueOf('mass')).toBe('70');
  await set.app.kill();
  await maker.press('Log the weighing');
  await maker.sees('cannot be reached just now');
  await set.app.restart();
  // What is typed while it is being saved belongs to the next row.
  await maker.answersTake(1500);
  await maker.press('Log the weighing');
  await maker.fill('rowsDone', '100');
  await maker.sees(/begin the border after row 1[78]\d at the latest/);
  await maker.answersTake(0);
  await maker.sees(/14\d rows left|13\d rows left/);
  expect(await maker.valueOf('mass')).toBe('');
  expect(await maker.valueOf('rowsDone')).toBe('100');

  // Heavier with more rows done cannot be; nothing of what was typed is lost.
  await maker.fill('mass', '95');
  await maker.press('Log the weighing');
  await maker.sees('is this another ball, or were rows ripped back?');
  expect(await maker.about('mass')).toMatch(/after row 60 it weighed/i);
  await maker.fill('mass', '50');
  await maker.press('Log the weighing');
  await maker.sees('Row 100: 50 g');

  // Taken back where it was offered.
  await maker.press('Undo');
  await maker.waitsFor(() => !document.body.innerText.includes('Row 100: 50'), null);

  // Units are mixed as one likes.
  await maker.units('oz', 'm');
  await maker.fill('rowsDone', '170');
  await maker.fill('mass', '15 g');
  await maker.press('Log the weighing');
  await maker.sees(/Row 170: 0\.53/);
  await maker.sees(/begin the border (after row 1[78]\d|now)/);
  await maker.units('g', 'm');

  await maker.fill('rowsDone', '199');
  await maker.page.locator('label::-p-text(This ball ended with that row)').click();
  await maker.press('Log the weighing');
  await maker.sees('Row 199: used up');
  // The next ball is offered, and it is that one which is weighed.
  await maker.fill('rowsDone', '199');
  await maker.fill('mass', '44 g');
  await maker.press('Log the weighing');
  await maker.sees('Row 199: 44 g, cake 1');
  await maker.press('Mark as finished');
  await maker.sees('Bring it back');
  await maker.goTo('/projects');
  await maker.page.locator('a::-p-text(Lamp room shawl)').click();
  await maker.sees(/made already, by what was weighed off/);
  await maker.sees('Harbour scarf');
});
