import { z } from 'zod';
import { inWords, lengthFigure, lowerFirst, secondsInWords } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';
import { reportWords } from '../../core/trouble/troubles';
import type { Db } from '../../db/common/connection';
import { pieceById } from '../../db/yarn/pieces';
import { troubleReport } from '../common/eventBase';
import { requestKey } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';
import { record } from './operationCommands';
import { yarnView } from './yarnViews';

const troubleForm = z.strictObject({ requestKey, ...troubleReport });
export type TroubleForm = z.input<typeof troubleForm>;

/** Keeps what went wrong with a piece away from any run, and what helped, as a note in its history. */
export function logTrouble(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(troubleForm, input, ({ requestKey, ...report }) => {
    const { trouble, helped } = reportWords(report);
    const lost = report.lostM > 0 ? `, ${inWords(lengthFigure(report.lostM, system))} lost` : '';
    const note = `${trouble}: ${lowerFirst(helped)}; ${secondsInWords(60 * report.minutes)}${lost}.`;
    return record(db, { kind: 'inspect', pieceId, seen: null, report, requestKey, note }, now);
  });
}

/** A piece that something went wrong with: what it is called; undefined where it is not there. */
export interface TroubledPiece {
  id: number;
  label: string;
  yarnName: string;
}

export function troubledPiece(db: Db, pieceId: number): TroubledPiece | undefined {
  const row = pieceById(db, pieceId);
  if (!row || row.consumedBy !== null) return undefined;
  return { id: row.id, label: row.label, yarnName: yarnView(db, row.yarnId)!.name };
}
