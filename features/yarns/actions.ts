'use server';

import { database } from '../../server/database';
import { type WeighForm, weighPiece } from '../../server/pieces';
import { preferences } from '../../server/preferences';
import type { Saved } from '../../server/result';
import { addYarn, type BandForm, changeBand, type YarnForm } from '../../server/yarns';

export async function saveNewYarn(form: YarnForm): Promise<Saved> {
  return addYarn(database(), form, (await preferences()).system, new Date());
}

export async function saveBand(yarnId: number, form: BandForm): Promise<Saved> {
  return changeBand(database(), yarnId, form, (await preferences()).system);
}

export async function saveWeighing(pieceId: number, form: WeighForm): Promise<Saved> {
  return weighPiece(database(), pieceId, form, (await preferences()).system, new Date());
}
