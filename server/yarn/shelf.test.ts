import { bandValues } from '../../features/yarns/band/bandValues';
import { changeBand } from './yarns';
import { shelfFront, shelfPage, waitingOnShelf } from './shelf';
import { emptyDatabase, idOf, NOW, shelved, startValues } from '../../tests/support/serverTesting';
import { yarnView } from './yarnViews';
import { startRun } from '../winding/runStart';

const db = emptyDatabase();
const thin = { putUpMass: '100 g', putUpLength: '800 m', weightClass: '0', masses: ['60'] } as const;
const sock = shelved(db, { place: 'loft, red chest', notes: 'half of it frogged' }).yarnId;
const lace = shelved(db, {
  ...thin,
  line: 'Slack Water',
  colourName: 'Brume d’été',
  fibres: 'silk',
  dyeLot: '8',
  masses: ['60'],
}).yarnId;
const mini = shelved(db, {
  line: 'Lichen',
  form: 'mini skein',
  count: '9',
  masses: [],
  colourHex: '#c49a34',
  needle: 'US 10',
}).yarnId;
const unknown = shelved(db, {
  line: '',
  colourName: '',
  maker: '',
  putUpLength: '',
  weightClass: '',
  needle: '',
  twist: '',
  colourHex: '#808080',
  fibres: '',
}).yarnId;

const found = (ask: Record<string, string>) => shelfPage(db, ask, 'metric').cards.map(({ id }) => id);

test.each([
  [{}, [unknown, mini, lace, sock]],
  [{ q: 'slack' }, [lace]],
  [{ q: 'SLACK wat' }, [lace]],
  [{ q: 'ete brume' }, [lace]],
  [{ q: 'frogged' }, [sock]],
  [{ q: 'lichen loft' }, []],
  [{ q: 'fingering' }, [mini, sock]],
  [{ q: 'silk' }, [lace]],
  [{ q: 'at least 450 m' }, [mini, lace]],
  [{ q: 'enough for 450 m' }, [mini, lace]],
  [{ q: 'under 100 g' }, [lace]],
  [{ q: 'at least 100 g' }, [unknown, mini, sock]],
  [{ q: 'lot 8' }, [lace]],
  [{ q: 'minis' }, [mini]],
  [{ q: 'hanks in the loft' }, [sock]],
  [{ q: 'part balls' }, [lace]],
  [{ q: 'leftover silk' }, [lace]],
  [{ q: 'US 10 needle' }, [mini]],
  [{ q: '2.5 mm needle' }, [lace, sock]],
  [{ q: '6 mm hook' }, []],
  [{ q: 'singles' }, []],
  [{ q: 'blue' }, [lace, sock]],
  [{ q: 'yellow' }, [mini]],
  [{ q: 'grey' }, [unknown]],
  [{ q: 'at least 300 m, about 4 m/g, wool' }, [mini, sock]],
  [{ q: 'about 800 m/100 g' }, [lace]],
  [{ fibre: 'nylon' }, [mini, sock]],
  [{ class: '0' }, [lace]],
  [{ form: 'mini skein' }, [mini]],
  [{ place: 'loft, red chest' }, [sock]],
  [{ q: 'red' }, []],
  [{ q: 'red chest' }, [sock]],
  [{ q: 'Blue hanks in the loft' }, [sock]],
  [{ lot: '8' }, [lace]],
  [{ q: 'causeway', fibre: 'silk' }, []],
  [{ order: 'name' }, [sock, mini, lace, unknown]],
  [{ order: 'name backwards' }, [unknown, lace, mini, sock]],
  [{ order: 'most of it' }, [mini, lace, sock, unknown]],
  [{ order: 'least of it' }, [sock, lace, mini, unknown]],
  [{ order: 'colour' }, [mini, lace, sock, unknown]],
  // What cannot be meant counts as not asked.
  [{ fibre: 'steel', class: '12', order: 'backwards' }, [unknown, mini, lace, sock]],
  [{ q: '"*) (- ^' }, [unknown, mini, lace, sock]],
] as [Record<string, string>, number[]][])('asked %j', (ask, ids) => {
  const ordered = ask.order === 'colour' ? found(ask).at(-1) === ids.at(-1) && found(ask)[0] === ids[0] : found(ask);
  expect(ordered).toEqual(ask.order === 'colour' ? true : ids);
});

test('a correction of the band is found at once', () => {
  const values = bandValues(yarnView(db, sock)!);
  idOf(changeBand(db, sock, { ...values, colourName: 'Spring flood' }, 'metric'));
  expect(found({ q: 'flood' })).toEqual([sock]);
  idOf(changeBand(db, sock, values, 'metric'));
  expect(found({ q: 'flood' })).toEqual([]);
});

test('the front of the shelf knows its places, and pages go on where the last one ended', () => {
  const many = emptyDatabase();
  for (let i = 0; i < 30; i++) shelved(many, { line: `Line ${i}`, place: i % 2 ? 'loft' : '' });
  const front = shelfFront(many, { q: 'line', from: '24' }, 'metric');
  expect(front).toMatchObject({ places: ['loft'], yarns: 30, asked: { q: 'line' } });
  expect(front.page).toMatchObject({ total: 30 });
  const rest = shelfPage(many, { q: 'line', from: '24' }, 'metric');
  expect([...front.page.cards, ...rest.cards].map(({ id }) => id)).toEqual(
    Array.from({ length: 30 }, (_, i) => 30 - i),
  );
});

test('a hank that is being wound no longer waits', () => {
  const many = emptyDatabase();
  const { yarnId, pieceIds } = shelved(many, { count: '2', masses: ['100', '99'] });
  const waiting = () => waitingOnShelf(many, 5).cards.map(({ id, waitingHanks }) => [id, waitingHanks]);
  expect(waiting()).toEqual([[yarnId, 2]]);
  const run = startValues();
  idOf(startRun(many, pieceIds[0]!, run, 'metric', NOW));
  expect(waiting()).toEqual([[yarnId, 1]]);
  idOf(startRun(many, pieceIds[1]!, run, 'metric', NOW));
  expect(waiting()).toEqual([]);
});
