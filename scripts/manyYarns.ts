/** A shelf as large as a shop's, made up and the same each time: for measuring, never for showing. */
import { FIBRE_NAMES } from '../core/yarn/fibre';
import type { WeightClassNumber } from '../core/yarn/weightClass';
import type { Db } from '../db/common/connection';
import { insertOperation, insertOperationPiece } from '../db/yarn/operations';
import { insertPiece } from '../db/yarn/pieces';
import { insertYarn, replaceFibres } from '../db/yarn/yarns';
import { refreshSummaries } from '../server/yarn/shelf';
import { labelled } from '../server/yarn/yarns';

const MAKERS = ['Limpet Hill Farm', 'Northstack Mill', 'Saltmarsh Spinning', 'Gannet Lane Dyehouse', 'Skerry Wool'];
const LINES = ['Causeway', 'Squall', 'Peat', 'Slack Water', 'Breakwater', 'Groyne', 'Jetty', 'Undertow', 'Spindrift'];
const SHADES = ['Fog', 'Kelp', 'Oatmeal', 'Wet slate', 'Low tide', 'Madder', 'Ochre crust', 'Deep cut', 'Navy', 'Moss'];
const PLACES = ['loft', 'blue chest', 'bench drawer', 'shop, left wall', 'shop, right wall', ''];

/** So many weighings of each yarn make 20 operations of it in all. */
const WEIGHINGS = 17;

/** Of each yarn two hanks, each wound into a cake, and the cakes weighed as they are used up. */
export function manyYarns(db: Db, yarns: number): void {
  const chance = seeded(20_261_125);
  const whole = (low: number, high: number) => Math.floor(low + chance() * (high - low + 1));
  const one = <Item>(items: readonly Item[]): Item => items[whole(0, items.length - 1)]!;
  db.transaction(() => {
    for (let i = 0; i < yarns; i++) {
      const weightClass = whole(0, 6) as WeightClassNumber;
      const putUpMg = whole(20, 250) * 1000;
      const yarnId = insertYarn(db, bandOf(weightClass, putUpMg), at(i));
      replaceFibres(db, yarnId, [{ name: one(FIBRE_NAMES), percent: 100 }]);
      const received = insertOperation(db, { kind: 'receive', at: at(i) });
      const cakes = [1, 2].map((n) => {
        const form = { yarnId, loopMm: 1620, form: 'hank', label: labelled('hank', n), createdBy: received } as const;
        const hank = insertPiece(db, form);
        insertOperationPiece(db, { operationId: received, pieceId: hank, side: 'out', ...scale(putUpMg) });
        const wound = insertOperation(db, { kind: 'wind', at: at(i, 1) });
        const label = labelled('cake', n);
        const cake = insertPiece(db, { yarnId, loopMm: null, form: 'cake', label, createdBy: wound });
        insertOperationPiece(db, { operationId: wound, pieceId: hank, side: 'in', ...scale(putUpMg) });
        insertOperationPiece(db, { operationId: wound, pieceId: cake, side: 'out', ...scale(putUpMg) });
        return cake;
      });
      for (let n = 0; n < WEIGHINGS; n++) {
        const weighed = insertOperation(db, { kind: 'weigh', at: at(i, 2 + n) });
        const remainingMg = Math.max(1000, Math.round(putUpMg * (1 - (n + 1) / (WEIGHINGS + 3))));
        insertOperationPiece(db, { operationId: weighed, pieceId: cakes[n % 2]!, side: 'on', ...scale(remainingMg) });
      }
    }
  }).immediate();
  while (refreshSummaries(db));

  function bandOf(weightClass: WeightClassNumber, putUpMg: number) {
    const colour = whole(0, 0xffffff).toString(16).padStart(6, '0');
    return {
      maker: one(MAKERS),
      line: one(LINES),
      colourName: `${one(SHADES)} ${whole(1, 99)}`,
      colourHex: `#${colour}`,
      dyeLot: String(whole(1, 4000)),
      putUpMg,
      putUpMm: Math.round((putUpMg * (7 - weightClass) * 1.1) / 1),
      weightClass,
      wpi: null,
      needleUm: 2000 + weightClass * 1000,
      hookUm: null,
      plies: whole(1, 6),
      twistDirection: null,
      twistTurnsPerKm: null,
      gaugeStitchesPer10M: null,
      gaugeRowsPer10M: null,
      care: 'hand wash cool, dry flat',
      careSymbols: '',
      place: one(PLACES),
      notes: '',
    };
  }
}

function scale(massMg: number) {
  return { massMg, massFrom: 'scale', tareMg: 0, resolutionMg: 1000 } as const;
}

function at(yarn: number, hour = 0): string {
  return new Date(Date.UTC(2020, 0, 1) + yarn * 5 * 3_600_000 + hour * 60_000).toISOString();
}

/** Numbers between 0 and 1 that look like chance and are the same each time (mulberry32). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
