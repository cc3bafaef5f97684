import { ternRock } from '../../scripts/ternRock';
import { ternRockThread } from '../../scripts/ternRockThread';
import { benchAnswers } from '../../server/logbook/benchAnswers';
import { operationPage } from '../../server/logbook/operationPage';
import { logbookPage, readLogAsked } from '../../server/logbook/logbook';
import { emptyDatabase, NOW } from '../../tests/support/serverTesting';
import { textOf } from '../../tests/support/uiTesting';
import { AnswersScreen } from './AnswersScreen';
import { addressOf } from './address';
import { OperationScreen } from './OperationScreen';
import { FilesScreen } from './FilesScreen';
import { LogbookScreen } from './LogbookScreen';

const db = emptyDatabase();
ternRock(db, NOW);
ternRockThread(db, NOW);
const logbook = (params: Record<string, string> = {}) => {
  const asked = readLogAsked(params);
  return textOf(<LogbookScreen asked={asked} page={logbookPage(db, asked, NOW)} />);
};
const operation = (kind: string) =>
  textOf(
    <OperationScreen
      operation={operationPage(
        db,
        (db.prepare('SELECT id FROM operation WHERE kind = ? ORDER BY id LIMIT 1').get(kind) as { id: number }).id,
      )!}
    />,
  );

test('the logbook is told day by day, each entry with its note', () => {
  const words = logbook();
  expect(words).toMatch(/Friday, 13 Mar 2026/);
  expect(words).toContain('Crotal from the west shore, no mordant.');
  expect(words).toContain('March 2026');
  expect(words).not.toContain('Older entries');
});

test('narrowed, it says to what; nothing found is said too', () => {
  expect(logbook({ what: 'used and gone' })).toContain('only what was used and gone. All entries');
  expect(logbook({ what: 'used and gone' })).toMatch(/Used cake 1, 104 g, for Pilot’s pullover/);
  expect(logbook({ what: 'used and gone' })).toMatch(/Written off: cake 4, 103 g, given away/);
  expect(logbook({ q: 'nothing at all' })).toContain('Nothing of that kind was logged');
});

test('an address asks what the page was asked', () => {
  const params = {
    q: 'deep water',
    what: 'wound',
    yarn: '6',
    day: '2026-03-05',
    before: '2026-03-05T10:00:00.000Z_44',
  };
  const address = new URL(addressOf(readLogAsked(params)), 'http://localhost');
  expect(Object.fromEntries(address.searchParams)).toEqual(params);
  expect(addressOf(readLogAsked({}))).toBe('/logbook');
});

test('an empty logbook says what it will tell', () => {
  const empty = emptyDatabase();
  const asked = readLogAsked({});
  expect(textOf(<LogbookScreen asked={asked} page={logbookPage(empty, asked, NOW)} />)).toContain(
    'Nothing has happened yet',
  );
});

test('each kind of entry is told in its own words', () => {
  expect(operation('join')).toMatch(/Joined into one.*Their ends were knotted\..*It balances/);
  expect(operation('reel')).toMatch(/Reeled into a skein.*356 loops of 146 cm: 520 m/);
  expect(operation('use')).toMatch(/Used.*104 g were used, for Pilot’s pullover/);
  expect(operation('write off')).toMatch(/Written off.*103 g were given away/);
  expect(operation('dry')).toContain('Found dry');
  expect(operation('wind')).toMatch(/How it went \d+ min in all/);
  expect(operation('wind')).toContain('Print its slip');
});

test('four questions have their answers in sentences', () => {
  const words = textOf(<AnswersScreen answers={benchAnswers(db)} />);
  expect(words).toMatch(/Of \d+ min at the bench, \d+ % was winding; 2 min went on yarn over the base \(once\)/);
  expect(words).toMatch(/Squall, Wet slate most: once in \d+ m/);
  expect(words).toMatch(/On Small winder a cake is usually \d+ % of what it holds\. None was too large\./);
  expect(words).toMatch(/Half of the turns counted are within [\d.]+ % of what was predicted/);
  expect(textOf(<AnswersScreen answers={benchAnswers(emptyDatabase())} />)).toContain(
    'Nothing yet: no winding has been logged',
  );
});

test('what can be taken along, and that there is no snapshot yet', () => {
  const words = textOf(<FilesScreen page={{ empty: true, backups: [], folder: 'bench-backups' }} />);
  for (const part of ['Download an archive', 'There is none yet', 'operations.csv', '/api/v1'])
    expect(words).toContain(part);
});
