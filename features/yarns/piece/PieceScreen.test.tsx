import { scales } from '../../../server/bench/bench';
import { lineageOf } from '../../../server/yarn/lineage';
import { treatPieces, weighPiece } from '../../../server/yarn/pieceOperations';
import { addSample } from '../../../server/yarn/measurementForms';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../../tests/support/serverTesting';
import { startRun } from '../../../server/winding/runStart';
import { piecePage } from '../../../server/yarn/yarnViews';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { coloursOfPiece } from '../../../server/yarn/colours';
import { type Measure, MEASURES } from '../measure/measures';
import { PieceScreen } from './PieceScreen';

function piece(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, values).pieceIds as [number];
  const shownText = (how: Measure = 'weigh', system: 'metric' | 'imperial' = 'metric') =>
    textOf(
      <PieceScreen
        page={piecePage(db, pieceId)!}
        family={lineageOf(db, pieceId)}
        scales={scales(db)}
        how={how}
        next={null}
        stood={null}
        sale={null}
        along={coloursOfPiece(db, piecePage(db, pieceId)!.piece)}
        palette={[]}
      />,
      system,
    );
  return { db, pieceId, shownText };
}

const weighing = (mass: string, more: object = {}) => ({
  requestKey: aKey(),
  mass,
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  note: '',
  ...more,
});

test('a weighed piece: its mass as the scale showed it, its length, its loop, its story', () => {
  const { shownText } = piece();
  expect(shownText()).toContain('112 g on the scale');
  expect(shownText()).toContain('400 m ± 20 m');
  expect(shownText()).toContain('Circumference 162 cm.');
  expect(shownText()).toMatch(/Its history came in 112 g/);
});

test('by the band, or not at all, it says so', () => {
  expect(piece({ masses: [] }).shownText()).toContain('115 g by the band, not weighed');
  expect(piece({ masses: [], putUpMass: '' }).shownText()).toContain('Nobody has weighed it yet');
});

test('tare and humidity are told with the weighing', () => {
  const { db, pieceId, shownText } = piece();
  idOf(weighPiece(db, pieceId, weighing('98.4', { tare: '8', humidity: '40', scaleResolutionG: 0.1 }), 'metric', NOW));
  expect(shownText()).toContain('90.4 g');
  expect(shownText()).toContain('(less 8 g of tare)');
  expect(shownText()).toContain('in a room of 40 %');
});

test.each([
  ['weigh', 'The scale shows'],
  ['length', 'Lay some metres along a ruler'],
  ['reel', 'Count the loops of the whole piece'],
  ['wraps', 'Wind it round a ruler'],
  ['twist', 'turn the other against its lean'],
] as const)('asked to %s, it begins with that', (how, words) => expect(piece().shownText(how)).toContain(words));

test('every way to measure has a name in full and in short', () => {
  const shownText = piece().shownText();
  expect(MEASURES).toHaveLength(5);
  for (const name of [
    'Weigh it',
    'Measure some',
    'Count a reel',
    'Count wraps',
    'Count twist',
    'Metres',
    'Reel',
    'Wraps',
    'Twist',
  ])
    expect(shownText).toContain(name);
});

test('measurements are told in its story', () => {
  const { db, pieceId, shownText } = piece();
  const shared = { note: '', washed: true, humidity: '', scaleResolutionG: 1 };
  idOf(
    addSample(
      db,
      pieceId,
      { ...shared, requestKey: aKey(), how: 'reel', loops: '250', loop: '150 cm', spread: '', mass: '' },
      'metric',
      NOW,
    ),
  );
  idOf(
    addSample(
      db,
      pieceId,
      { requestKey: aKey(), how: 'wraps', wraps: '30', over: '2 in', note: '', washed: false },
      'metric',
      NOW,
    ),
  );
  expect(shownText()).toContain('250 loops of 150 cm: 375 m, washed');
  expect(shownText()).toContain('15.0 wraps to the inch');
});

test('while it is on the winder, the way leads there', () => {
  const { db, pieceId, shownText } = piece();
  expect(shownText()).toContain('Plan to wind it');
  idOf(startRun(db, pieceId, startValues(), 'metric', NOW));
  expect(shownText()).toContain('Go on at the bench');
});

test('in ounces and yards nothing metric is left but the bench’s scales', () => {
  const shownText = piece().shownText('weigh', 'imperial');
  expect(shownText).toContain('3.95 oz on the scale');
  expect(shownText).toContain('439 yd');
  expect(shownText).toContain('Circumference 63.8 in');
});

test('what is wet says so, and that its mass is the one from before', () => {
  const { db, pieceId, shownText } = piece();
  expect(shownText()).not.toContain('not dry yet');
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: [pieceId], note: '' }, NOW));
  expect(shownText()).toMatch(/Dyed .*not dry yet.*what it was before.*It is dry now/);
  idOf(weighPiece(db, pieceId, weighing('110'), 'metric', new Date(NOW.getTime() + 48 * 3600_000)));
  expect(shownText()).not.toContain('not dry yet');
});
