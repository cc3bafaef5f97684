/** A yarn of several colours at Tern Rock: two hanks, one wound to a cake whose colours were measured, for a pair of socks. */
import type { Db } from '../db/common/connection';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import { idOf } from './idOf';
import { measureColours } from '../server/yarn/colours';
import { addYarn } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';

const DAY_MS = 24 * 3600 * 1000;

const [RUST, FOG, MOSS, INK] = ['#a4552e', '#b3bdc6', '#66733a', '#2b3766'];

export function ternRockColours(db: Db, now: Date): void {
  let keys = 0;
  const key = () => `tern-rock-colours-${++keys}`;
  const daysAgo = (days: number) => new Date(now.getTime() - days * DAY_MS);
  const band = {
    maker: 'Gannet Lane Dyehouse',
    line: 'Tideline Sock',
    colourName: 'Wrack and slate',
    colourHex: RUST,
    dyeLot: 'W3',
    fibres: '75 % wool, 25 % nylon',
    putUpMass: '100 g',
    putUpLength: '410 m',
    weightClass: '1',
    gauge: '30 sts x 42 rows to 10 cm',
  } as const;
  const scaled = { tare: '', humidity: '', scaleResolutionG: 0.1 };
  const pieces = { form: 'cake', count: '2', loop: '', masses: ['99.4', '101.7'], ...scaled } as const;
  const yarnId = idOf(addYarn(db, { ...EMPTY_BAND, ...band, ...pieces, requestKey: key() }, 'metric', daysAgo(6)));
  const [first, second] = yarnPage(db, yarnId)!.pieces;
  const measured = (
    pieceId: number,
    from: '' | 'inner' | 'outer',
    list: [hex: string, length: string][],
    days: number,
  ) =>
    idOf(
      measureColours(
        db,
        pieceId,
        { requestKey: key(), from, stretches: list.map(([hex, length]) => ({ hex, length })) },
        'metric',
        daysAgo(days),
      ),
    );
  const twice: [string, string][] = [
    [RUST, '2.1 m'],
    [FOG, '1.4 m'],
    [MOSS, '2.6 m'],
    [INK, '0.9 m'],
    [RUST, '2.2 m'],
    [FOG, '1.35 m'],
    [MOSS, '2.5 m'],
    [INK, '1 m'],
  ];
  measured(first!.id, '', twice, 5);
  measured(
    first!.id,
    'inner',
    [
      [FOG, '0.7 m'],
      [MOSS, '2.7 m'],
      [INK, '0.9 m'],
      [RUST, ''],
    ],
    5,
  );
  measured(
    second!.id,
    'outer',
    [
      [MOSS, '1.8 m'],
      [FOG, '1.4 m'],
      [RUST, ''],
    ],
    2,
  );
}
