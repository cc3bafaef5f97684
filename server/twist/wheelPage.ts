import { z } from 'zod';
import { lowerFirst } from '../../core/common/format';
import { parseLoopM } from '../../core/bench/hankLoop';
import { requireWithin } from '../../core/common/require';
import { type UnitSystem, parseNumber } from '../../core/common/units';
import type { KnownTwist } from '../../core/twist/ownTwist';
import type { TwistDirection } from '../../core/twist/twist';
import type { Db } from '../../db/common/connection';
import { insertHungSkein } from '../../db/twist/hungSkeins';
import { pliedPieces } from '../../db/twist/plies';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { pieceById } from '../../db/yarn/pieces';
import { yarnsWithTwistCounted } from '../../db/yarn/samples';
import { wheels, type WheelTool } from '../bench/bench';
import { once } from '../common/askedBefore';
import { longText, read, requestKey } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';
import { fromMm, toMm } from '../common/storageUnits';
import { pieceThere } from '../yarn/recordOperation';
import { waitingOnShelf } from '../yarn/shelf';
import { yarnView } from '../yarn/yarnViews';

/** A yarn whose twist was counted: to spin another like it. */
export interface TwistToSpin {
  yarnId: number;
  name: string;
  twist: KnownTwist;
}

/** A skein that can be hung. */
export interface HangingSkein {
  pieceId: number;
  name: string;
  loopM: number | null;
  /** Which way it was plied, where that is known. */
  plied: TwistDirection | null;
}

export interface WheelPage {
  wheels: WheelTool[];
  samples: TwistToSpin[];
  skeins: HangingSkein[];
}

const MOST_OFFERED = 12;

export function wheelPage(db: Db): WheelPage {
  return {
    wheels: wheels(db),
    samples: yarnsWithTwistCounted(db, MOST_OFFERED).flatMap((yarnId) => {
      const { name, ownTwist } = yarnView(db, yarnId)!;
      return ownTwist ? [{ yarnId, name, twist: ownTwist }] : [];
    }),
    skeins: skeinsToHang(db),
  };
}

/** Those that were plied here first, then others. */
function skeinsToHang(db: Db): HangingSkein[] {
  const plied = pliedPieces(db).map(({ pieceId }) => pieceId);
  const others = waitingOnShelf(db, MOST_OFFERED).cards.flatMap(({ pieces }) => pieces);
  const ids = [...new Set([...plied.reverse(), ...others.filter(({ form }) => form === 'hank').map(({ id }) => id)])];
  return ids.slice(0, MOST_OFFERED).flatMap((pieceId): HangingSkein[] => {
    const row = pieceById(db, pieceId)!;
    if (row.form !== 'hank') return [];
    const { name, plies, ownTwist, twistDirection } = yarnView(db, row.yarnId)!;
    return [
      {
        pieceId,
        name: `${name}: ${lowerFirst(row.label)}`,
        loopM: row.loopMm === null ? null : fromMm(row.loopMm),
        plied: (plies ?? 2) > 1 ? (ownTwist?.direction ?? twistDirection) : null,
      },
    ];
  });
}

function hangingForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    pieceId: z.int().positive(),
    loop: read((typed) => parseLoopM(typed, system, '')),
    halfTurns: read((typed) => requireWithin(parseNumber(typed, ''), 0, 200, '')),
    sides: z.enum(['S', 'Z']),
    washed: z.boolean(),
    note: longText,
  });
}
export type HangingForm = z.input<ReturnType<typeof hangingForm>>;

/** Keeps how a skein hung with the skein. */
export function keepHanging(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(hangingForm(system), input, ({ requestKey, pieceId, loop, halfTurns, sides, washed, note }) =>
    once(db, 'operation', requestKey, () => {
      pieceThere(db, pieceId);
      const turned =
        halfTurns === 0 ? 'It hung without turning' : `It turned ${halfTurns} half turns, its sides like ${sides}`;
      const words = [`${turned}, ${toMm(loop)} mm round.`, note].filter(Boolean).join(' ');
      const operationId = insertOperation(db, { kind: 'sample', at: now.toISOString(), note: words, requestKey });
      insertOperationPiece(db, { operationId, pieceId, side: 'on' });
      insertHungSkein(db, { operationId, pieceId, loopMm: toMm(loop), halfTurns, sides, washed: washed ? 1 : 0 });
      return operationId;
    }),
  );
}
