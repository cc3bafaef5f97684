import { ternRock } from '../../../scripts/ternRock';
import { deleteYarn, goneFromShelf, mergeYarns, putAway } from '../../../server/yarn/yarnLifecycle';
import { previewImport } from '../../../server/exchange/importYarns';
import { shelfFront } from '../../../server/yarn/shelf';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { GoneScreen } from './GoneScreen';
import { ImportTable } from '../import/ImportTable';
import { ShelfScreen } from './ShelfScreen';

const db = emptyDatabase();
ternRock(db, NOW);
const shelf = (ask: Record<string, string> = {}, system: 'metric' | 'imperial' = 'metric') =>
  textOf(<ShelfScreen {...shelfFront(db, ask, system)} />, system);

test('every yarn stands there with its lot, its length and what there is of it', () => {
  const shownText = shelf();
  expect(shownText).toContain('11 yarns');
  expect(shownText).toContain(
    'Causeway, Low tide Gannet Lane Dyehouse · lot 2217 1470 m ± 30 m · 415 g 2 hanks, 3 cakes',
  );
  expect(shownText).toContain('The red from the loft');
  expect(shownText).toContain('(a guess)');
  expect(shownText).toContain('(contradicted)');
  expect(shownText).toContain('1 hank · loft, blue chest');
});

test('how words were understood is said in the units one reads', () => {
  expect(shelf({ q: 'at least 300 m, about 4 m/g, wool' })).toMatch(
    /at least 300 m of it, 400 m\/100 g within 15 %, with wool in it/,
  );
  expect(shelf({ q: 'at least 300 m' }, 'imperial')).toContain('at least 328 yd of it');
});

test('nothing found is said with what was sought', () => {
  expect(shelf({ q: 'zebra' })).toContain('No yarn on the shelf is like that: “zebra”.');
});

test('one lot alone can be let go of', () => expect(shelf({ lot: '2217' })).toContain('lot 2217 ×'));

test('an empty shelf tells how to begin', () => {
  const shownText = textOf(<ShelfScreen {...shelfFront(emptyDatabase(), {}, 'metric')} />);
  expect(shownText).toContain('The shelf is empty');
  expect(shownText).toContain('Import it');
});

test('what is off the shelf says why, and where it went', () => {
  const other = emptyDatabase();
  const [one, two, three] = [1, 2, 3].map((n) => shelved(other, { line: `Line ${n}` }).yarnId) as [
    number,
    number,
    number,
  ];
  expect(textOf(<GoneScreen yarns={goneFromShelf(other)} />)).toContain('Nothing is archived');
  idOf(putAway(other, one, NOW));
  idOf(mergeYarns(other, two, three, NOW));
  idOf(deleteYarn(other, three, NOW));
  const shownText = textOf(<GoneScreen yarns={goneFromShelf(other)} />);
  expect(shownText).toMatch(/Line 1, Low tide .*put away 14 Mar/);
  expect(shownText).toMatch(/Line 2, Low tide .*merged 14 Mar into Line 3, Low tide/);
  expect(shownText).toMatch(/Line 3, Low tide .*deleted 14 Mar/);
});

test('a list is told column by column and line by line', () => {
  const list =
    'maker;line;colour;lot;mass (g);price\nSkerry;Jetty;Navy;5;fifty;3\n=A1;Jetty;Élan;5;50;3\n' +
    'Gannet Lane Dyehouse;Causeway;Low tide;2217;115;4';
  const ask = JSON.stringify({ columns: null, skipTwice: true, batch: aKey() });
  const preview = previewImport(db, { bytes: Buffer.from(list, 'latin1'), ask, system: 'metric' });
  const shownText = textOf(
    <ImportTable preview={preview} columns={[{ field: 'maker', label: 'Maker' }]} onColumn={() => {}} />,
  );
  expect(shownText).toContain('One column is left out');
  expect(shownText).toContain('2 yarns can be read');
  expect(shownText).toContain('1 line cannot be read');
  expect(shownText).toMatch(/2 mass \(g\) cannot read this/i);
  expect(shownText).toContain('it was read as Windows-1252');
  expect(shownText).toContain('Line 3: a cell looks like a formula');
  expect(shownText).toMatch(/On the shelf already line 4 ?: Causeway, Low tide/);
});
