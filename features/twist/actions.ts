'use server';

import { database } from '../../server/database';
import { chooseNextWay, forgetNextWay, type NextWay } from '../../server/nextWay';
import { keepAnswer, type PracticeAnswer } from '../../server/practice';
import type { Saved } from '../../server/result';
import { undoOperation } from '../../server/pieces';
import { treatPieces } from '../../server/changes';
import { type BobbinSplitForm, type PlyForm, plySingles, splitOverBobbins } from '../../server/plying';
import { preferences } from '../../server/preferences';
import { saveTwistLimits, type TwistLimitsForm } from '../../server/twistLimits';
import { noteTwist, type TwistNotes } from '../../server/twistNotes';

export async function planWay(pieceId: number, way: NextWay): Promise<Saved> {
  return Promise.resolve(chooseNextWay(database(), pieceId, way, new Date()));
}

export async function unplanWay(pieceId: number): Promise<Saved> {
  return Promise.resolve(forgetNextWay(database(), pieceId));
}

export async function noteWays(pieceId: number, notes: TwistNotes): Promise<Saved> {
  return Promise.resolve(noteTwist(database(), pieceId, notes));
}

export async function saveLimits(limits: TwistLimitsForm): Promise<Saved> {
  return Promise.resolve(saveTwistLimits(database(), limits));
}

export async function answered(answer: PracticeAnswer): Promise<Saved> {
  return Promise.resolve(keepAnswer(database(), answer, new Date()));
}

export async function logPly(form: PlyForm): Promise<Saved> {
  return plySingles(database(), form, (await preferences()).system, new Date());
}

export async function splitBobbins(pieceId: number, form: BobbinSplitForm): Promise<Saved> {
  return splitOverBobbins(database(), pieceId, form, (await preferences()).system, new Date());
}

export async function wash(pieceId: number, requestKey: string): Promise<Saved> {
  const form = { requestKey, kind: 'wash', pieceIds: [pieceId], note: '' };
  return Promise.resolve(treatPieces(database(), form, new Date()));
}

export async function undoStep(operationId: number): Promise<Saved> {
  return Promise.resolve(undoOperation(database(), operationId, new Date()));
}
