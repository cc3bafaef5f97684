/** The dye book of Tern Rock: two pots from one undyed yarn, one of them planned again, and a series from light to deep. */
import type { Db } from '../db/common/connection';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import { type BathForm, intoPot, keepOutcome, saveBath } from '../server/dyeing/baths';
import { planSeries } from '../server/dyeing/series';
import { markDry, treatPieces } from '../server/yarn/pieceOperations';
import { addYarn } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';
import { idOf } from './idOf';

const DAY_MS = 24 * 3600 * 1000;

export function ternRockDyeing(db: Db, now: Date): void {
  let keys = 0;
  const key = () => `tern-rock-dyeing-${++keys}`;
  const daysAgo = (days: number) => new Date(now.getTime() - days * DAY_MS);
  const scale = { tare: '', humidity: '', scaleResolutionG: 0.1 };
  const yarnId = idOf(
    addYarn(
      db,
      {
        ...EMPTY_BAND,
        maker: 'Tern Rock',
        line: 'Cliff two-ply',
        colourName: 'Undyed',
        colourHex: '#e7dcc6',
        fibres: '100 % wool',
        putUpMass: '50 g',
        putUpLength: '146 m',
        weightClass: '2',
        form: 'hank',
        count: '3',
        loop: '152 cm',
        masses: ['51.2', '49.6', '50.8'],
        ...scale,
        requestKey: key(),
      },
      'metric',
      daysAgo(12),
    ),
  );
  const [first, second, third] = yarnPage(db, yarnId)!.pieces.map(({ id }) => id) as [number, number, number];
  const bath = (values: Partial<BathForm>, days: number) =>
    idOf(
      saveBath(
        db,
        null,
        {
          requestKey: key(),
          name: '',
          fibre: '',
          pieceIds: [],
          operationId: null,
          ingredients: [],
          water: '30',
          heat: '85',
          time: '60',
          pot: '8 l',
          note: '',
          ...values,
        },
        'metric',
        daysAgo(days),
      ),
    );
  idOf(treatPieces(db, { requestKey: key(), kind: 'open', pieceIds: [first, second, third], note: '' }, daysAgo(9)));
  idOf(
    treatPieces(
      db,
      { requestKey: key(), kind: 'wash', pieceIds: [first, second, third], note: 'scoured, no stirring' },
      daysAgo(9),
    ),
  );
  const dry = (pieceId: number, mass: string, days: number) =>
    idOf(markDry(db, pieceId, { requestKey: key(), mass, note: '', ...scale }, 'metric', daysAgo(days)));
  dry(first, '49.9', 7);
  dry(second, '48.4', 7);
  dry(third, '49.5', 7);
  const crottle = bath(
    {
      name: 'Crottle',
      fibre: '98.3 g',
      pieceIds: [first, second],
      ingredients: [
        { kind: 'plant', name: 'crottle, dried', amount: '150 %', stock: '' },
        { kind: 'acid', name: 'vinegar', amount: '5 %', stock: '' },
      ],
      heat: '90',
      time: '3 h',
      note: 'Layered with the lichen, brought up slowly, left in the pot overnight.',
    },
    6,
  );
  idOf(intoPot(db, crottle, { key: key() }, daysAgo(6)));
  idOf(keepOutcome(db, crottle, { name: 'Crottle', hex: '#8a5a33', dyeLot: 'B1' }));
  dry(first, '50.4', 4);
  dry(second, '48.9', 4);
  const moss = bath(
    {
      name: 'Moss',
      fibre: '49.5 g',
      pieceIds: [third],
      ingredients: [
        { kind: 'dye', name: 'leaf green', amount: '1.2 %', stock: '1' },
        { kind: 'dye', name: 'ink', amount: '0.04 %', stock: '1' },
        { kind: 'acid', name: 'citric acid', amount: '3 %', stock: '' },
      ],
    },
    5,
  );
  idOf(intoPot(db, moss, { key: key() }, daysAgo(5)));
  idOf(keepOutcome(db, moss, { name: 'Moss', hex: '#5d6b35', dyeLot: 'B2' }));
  dry(third, '49.6', 3);
  bath(
    {
      name: 'Moss again',
      fibre: '240 g',
      ingredients: [
        { kind: 'dye', name: 'leaf green', amount: '1.2 %', stock: '1' },
        { kind: 'dye', name: 'ink', amount: '0.05 %', stock: '1' },
        { kind: 'acid', name: 'citric acid', amount: '3 %', stock: '' },
      ],
    },
    2,
  );
  idOf(
    planSeries(
      db,
      {
        requestKey: key(),
        name: 'Moss, light to deep',
        bathId: moss,
        kind: 'shade',
        lastId: null,
        from: '0.25',
        to: '2',
        steps: 'geometric',
        count: '4',
        pieceIds: [],
        fibre: '20 g',
      },
      'metric',
      daysAgo(1),
    ),
  );
}
