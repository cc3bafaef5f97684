import type { FibreName, FibreShare } from '../core/fibre';
import type { TwistDirection } from '../core/twist';
import type { WeightClassNumber } from '../core/weightClass';
import { type Db, prepared } from './connection';

/** What a band tells, as it is stored. */
export interface BandRow {
  maker: string;
  line: string;
  colourName: string;
  colourHex: string;
  dyeLot: string;
  putUpMg: number | null;
  putUpMm: number | null;
  weightClass: WeightClassNumber | null;
  wpi: number | null;
  needleUm: number | null;
  hookUm: number | null;
  plies: number | null;
  twistDirection: TwistDirection | null;
  twistTurnsPerKm: number | null;
  care: string;
  notes: string;
}

export interface YarnRow extends BandRow {
  id: number;
  createdAt: string;
}

const COLUMNS = `
  id, maker, line, colour_name AS colourName, colour_hex AS colourHex, dye_lot AS dyeLot,
  put_up_mg AS putUpMg, put_up_mm AS putUpMm, weight_class AS weightClass, wpi,
  needle_um AS needleUm, hook_um AS hookUm, plies, twist_direction AS twistDirection,
  twist_turns_per_km AS twistTurnsPerKm, care, notes, created_at AS createdAt`;

export function allYarns(db: Db): YarnRow[] {
  return prepared<YarnRow>(db, `SELECT ${COLUMNS} FROM yarn ORDER BY id`).all();
}

export function yarnById(db: Db, id: number): YarnRow | undefined {
  return prepared<YarnRow>(db, `SELECT ${COLUMNS} FROM yarn WHERE id = ?`).get(id);
}

export function insertYarn(db: Db, band: BandRow, createdAt: string): number {
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO yarn (maker, line, colour_name, colour_hex, dye_lot, put_up_mg, put_up_mm, weight_class, wpi,
       needle_um, hook_um, plies, twist_direction, twist_turns_per_km, care, notes, created_at)
     VALUES (@maker, @line, @colourName, @colourHex, @dyeLot, @putUpMg, @putUpMm, @weightClass, @wpi,
       @needleUm, @hookUm, @plies, @twistDirection, @twistTurnsPerKm, @care, @notes, @createdAt)`,
  ).run({ ...band, createdAt });
  return Number(lastInsertRowid);
}

export function updateBand(db: Db, id: number, band: BandRow): void {
  prepared(
    db,
    `UPDATE yarn SET maker = @maker, line = @line, colour_name = @colourName, colour_hex = @colourHex,
       dye_lot = @dyeLot, put_up_mg = @putUpMg, put_up_mm = @putUpMm, weight_class = @weightClass, wpi = @wpi,
       needle_um = @needleUm, hook_um = @hookUm, plies = @plies, twist_direction = @twistDirection,
       twist_turns_per_km = @twistTurnsPerKm, care = @care, notes = @notes
     WHERE id = @id`,
  ).run({ ...band, id });
}

export function fibresOf(db: Db, yarnId: number): FibreShare[] {
  return prepared<{ fibre: FibreName; written: string | null; perMille: number }>(
    db,
    'SELECT fibre, written, per_mille AS perMille FROM yarn_fibre WHERE yarn_id = ? ORDER BY position',
  )
    .all(yarnId)
    .map(({ fibre, written, perMille }) => ({
      name: fibre,
      percent: perMille / 10,
      ...(written !== null && { written }),
    }));
}

export function replaceFibres(db: Db, yarnId: number, fibres: readonly FibreShare[]): void {
  prepared(db, 'DELETE FROM yarn_fibre WHERE yarn_id = ?').run(yarnId);
  const insert = prepared(
    db,
    'INSERT INTO yarn_fibre (yarn_id, position, fibre, written, per_mille) VALUES (?, ?, ?, ?, ?)',
  );
  fibres.forEach(({ name, percent, written = null }, position) =>
    insert.run(yarnId, position, name, written, Math.round(percent * 10)),
  );
}
