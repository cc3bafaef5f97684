import { scales } from '../../../server/bench/bench';
import { familyOf } from '../../../server/yarn/lineage';
import { weighPiece } from '../../../server/yarn/pieces';
import { addSample } from '../../../server/yarn/samples';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../../tests/support/serverTesting';
import { startRun } from '../../../server/winding/runStart';
import { piecePage } from '../../../server/yarn/yarnViews';
import type { YarnForm } from '../../../server/yarn/yarns';
import { saidBy } from '../../../tests/support/uiTesting';
import { type Measure, MEASURES } from '../measure/measures';
import { PieceScreen } from './PieceScreen';

function piece(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, values).pieceIds as [number];
  const said = (how: Measure = 'weigh', system: 'metric' | 'imperial' = 'metric') =>
    saidBy(
      <PieceScreen
        page={piecePage(db, pieceId)!}
        family={familyOf(db, pieceId)}
        scales={scales(db)}
        how={how}
        next={null}
        stood={null}
      />,
      system,
    );
  return { db, pieceId, said };
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
  const { said } = piece();
  expect(said()).toContain('112 g on the scale');
  expect(said()).toContain('400 m ± 20 m');
  expect(said()).toContain('162 cm once round.');
  expect(said()).toMatch(/What it went through came in 112 g/);
});

test('by the band, or not at all, it says so', () => {
  expect(piece({ masses: [] }).said()).toContain('115 g by the band, not weighed');
  expect(piece({ masses: [], putUpMass: '' }).said()).toContain('Nobody has weighed it yet');
});

test('tare and humidity are told with the weighing', () => {
  const { db, pieceId, said } = piece();
  idOf(weighPiece(db, pieceId, weighing('98.4', { tare: '8', humidity: '40', scaleResolutionG: 0.1 }), 'metric', NOW));
  expect(said()).toContain('90.4 g');
  expect(said()).toContain('(less 8 g of tare)');
  expect(said()).toContain('in a room of 40 %');
});

test.each([
  ['weigh', 'The scale shows'],
  ['length', 'Lay some metres along a ruler'],
  ['reel', 'Count the loops of the whole piece'],
  ['wraps', 'Wind it round a ruler'],
  ['twist', 'turn the other against its lean'],
] as const)('asked to %s, it begins with that', (how, words) => expect(piece().said(how)).toContain(words));

test('every way to measure has a name in full and in short', () => {
  const said = piece().said();
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
    expect(said).toContain(name);
});

test('measurements are told in its story', () => {
  const { db, pieceId, said } = piece();
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
  expect(said()).toContain('250 loops of 150 cm: 375 m, washed');
  expect(said()).toContain('15.0 wraps to the inch');
});

test('while it is on the winder, the way leads there', () => {
  const { db, pieceId, said } = piece();
  expect(said()).toContain('Plan to wind it');
  idOf(startRun(db, pieceId, startValues(), 'metric', NOW));
  expect(said()).toContain('Go on at the bench');
});

test('in ounces and yards nothing metric is left but the bench’s scales', () => {
  const said = piece().said('weigh', 'imperial');
  expect(said).toContain('3.95 oz on the scale');
  expect(said).toContain('439 yd');
  expect(said).toContain('63.8 in once round');
});
