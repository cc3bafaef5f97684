'use server';

import type { Trust } from '../../core/gristFacts';
import { database } from '../../server/database';
import {
  type DriedForm,
  foundDry,
  type GoingForm,
  joinPieces,
  type JoinForm,
  letGo,
  type ReelForm,
  reelPiece,
  type TreatForm,
  treatPieces,
} from '../../server/changes';
import * as entries from '../../server/entries';
import { type FaultForm, noteFault } from '../../server/faults';
import { removePicture } from '../../server/pictures';
import { undoOperation, type WeighForm, weighPiece } from '../../server/pieces';
import { preferences } from '../../server/preferences';
import type { Saved } from '../../server/result';
import { addSample, type SampleForm } from '../../server/samples';
import { addMore, addYarn, type BandForm, changeBand, type IncomingForm, type YarnForm } from '../../server/yarns';

const system = async () => (await preferences()).system;

export async function saveNewYarn(form: YarnForm): Promise<Saved> {
  return addYarn(database(), form, await system(), new Date());
}

export async function saveMore(yarnId: number, form: IncomingForm): Promise<Saved> {
  return addMore(database(), yarnId, form, await system(), new Date());
}

export async function saveBand(yarnId: number, form: BandForm): Promise<Saved> {
  return changeBand(database(), yarnId, form, await system());
}

export async function saveWeighing(pieceId: number, form: WeighForm): Promise<Saved> {
  return weighPiece(database(), pieceId, form, await system(), new Date());
}

export async function saveSample(pieceId: number, form: SampleForm): Promise<Saved> {
  return addSample(database(), pieceId, form, await system(), new Date());
}

export async function saveTreatment(form: TreatForm): Promise<Saved> {
  return Promise.resolve(treatPieces(database(), form, new Date()));
}

export async function saveDried(pieceId: number, form: DriedForm): Promise<Saved> {
  return foundDry(database(), pieceId, form, await system(), new Date());
}

export async function saveGoing(pieceId: number, form: GoingForm): Promise<Saved> {
  return letGo(database(), pieceId, form, await system(), new Date());
}

export async function saveReeled(pieceId: number, form: ReelForm): Promise<Saved> {
  return reelPiece(database(), pieceId, form, await system(), new Date());
}

export async function saveJoined(form: JoinForm): Promise<Saved> {
  return joinPieces(database(), form, await system(), new Date());
}

export async function undoMeasurement(operationId: number): Promise<Saved> {
  return undoOperation(database(), operationId, new Date());
}

export async function trustFact(yarnId: number, trust: Trust | null): Promise<Saved> {
  return entries.trustFact(database(), yarnId, trust);
}

export async function borrowFrom(yarnId: number, likeYarnId: number | null): Promise<Saved> {
  return entries.borrowFrom(database(), yarnId, likeYarnId);
}

export async function putAway(yarnId: number): Promise<Saved> {
  return entries.putAway(database(), yarnId, new Date());
}

export async function deleteYarn(yarnId: number): Promise<Saved> {
  return entries.deleteYarn(database(), yarnId, new Date());
}

export async function bringBack(yarnId: number): Promise<Saved> {
  return entries.bringBack(database(), yarnId, new Date());
}

export async function mergeYarns(fromId: number, intoId: number): Promise<Saved> {
  return entries.mergeYarns(database(), fromId, intoId, new Date());
}

export async function undoImport(batch: string): Promise<{ deleted: number; kept: number }> {
  return entries.undoImport(database(), batch, new Date());
}

export async function takePictureAway(pictureId: number, away: boolean): Promise<Saved> {
  return removePicture(database(), pictureId, away, new Date());
}

export async function keepFault(pieceId: number, form: FaultForm): Promise<Saved> {
  return noteFault(database(), pieceId, form, (await preferences()).system, new Date());
}
