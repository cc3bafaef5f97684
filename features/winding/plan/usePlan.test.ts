import { planPage } from '../../../server/winding/planPages';
import { emptyDatabase, shelved } from '../../../tests/support/serverTesting';
import { type Choices, onBench } from './usePlan';

test('a tool that has left the bench since it was chosen is none: the first takes its place, that of one cake the main one', () => {
  const db = emptyDatabase();
  const page = planPage(db, shelved(db).pieceIds[0]!)!;
  const { tools, swifts } = page;
  const choose = (toolKey: string, toolOfPart: Record<string, string>, swiftId: number | null) => {
    const kept = onBench({ toolKey, toolOfPart, swiftId } as Choices, page);
    return [kept.toolKey, kept.toolOfPart, kept.swiftId];
  };
  const [first, second] = tools.map(({ key }) => key) as [string, string];
  const swift = swifts.at(-1)!.id;
  expect(choose(second, { 0: first, 2: second }, swift)).toEqual([second, { 0: first, 2: second }, swift]);
  expect(choose('winder 99', { 0: 'winder 99', 2: second }, 99)).toEqual([first, { 2: second }, swifts[0]!.id]);
  // Held by hands, that is, and stays so.
  expect(choose(first, {}, null)).toEqual([first, {}, null]);
});
