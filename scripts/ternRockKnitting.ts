/** A shawl on the needles at Tern Rock, its yarn weighed at the end of a row now and again. */
import type { Db } from '../db/common/connection';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import { idOf } from './idOf';
import { beginKnitting, weighRow } from '../server/projects/knittingForms';
import { saveProject } from '../server/projects/projects';
import { addYarn } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';

const DAY_MS = 24 * 3600 * 1000;

export function ternRockKnitting(db: Db, now: Date): void {
  let keys = 0;
  const key = () => `tern-rock-knitting-${++keys}`;
  const daysAgo = (days: number) => {
    const date = new Date(now.getTime() - days * DAY_MS);
    date.setUTCHours(19, 20, 0, 0);
    return date;
  };
  const scaled = { tare: '', humidity: '', scaleResolutionG: 0.1 };
  const band = {
    maker: 'Saltmarsh Spinning',
    line: 'Driftline',
    colourName: 'Lamp room',
    colourHex: '#c98a2b',
    dyeLot: '77',
    fibres: '70 % wool, 30 % silk',
    putUpMass: '100 g',
    putUpLength: '385 m',
    weightClass: '1',
  } as const;
  const pieces = { form: 'cake', count: '2', loop: '', masses: ['98.6', '101.2'], ...scaled } as const;
  const yarnId = idOf(addYarn(db, { ...EMPTY_BAND, ...band, ...pieces, requestKey: key() }, 'metric', daysAgo(24)));
  const [cake] = yarnPage(db, yarnId)!.pieces;
  const projectId = idOf(
    saveProject(
      db,
      null,
      {
        requestKey: key(),
        name: 'Lamp room shawl',
        notes: 'From the corner, as large as one cake makes it.',
        castOn: '',
        dueOn: '',
        margin: '0',
        spare: '0',
        needs: [{ colour: 'Lamp room', amount: '370 m', done: '', yarnIds: [yarnId] }],
      },
      'metric',
      daysAgo(22),
    ),
  );
  const shawl = {
    requestKey: key(),
    name: 'Lamp room shawl',
    projectId,
    rows: 'grow',
    stitches: '5',
    change: '4',
    every: '2',
    chart: '',
    lastRow: '',
    border: 'rows',
    borderAmount: '',
    borderRows: '8',
    borderTimes: '',
    gauge: '',
  } as const;
  const begin = { ...shawl, rowsDone: '0', mass: '98.6', ...scaled };
  const id = idOf(beginKnitting(db, cake!.id, begin, 'metric', daysAgo(21)));
  for (const [rowsDone, mass, days] of [
    ['60', '82.4', 14],
    ['90', '63.1', 7],
    ['112', '44.3', 1],
  ] as const) {
    const weighing = { requestKey: key(), pieceId: cake!.id, rowsDone, mass, usedUp: false, note: '', ...scaled };
    idOf(weighRow(db, id, weighing, 'metric', daysAgo(days)));
  }
}
