'use server';

import { database } from '../../server/database';
import { preferences } from '../../server/preferences';
import type { Saved } from '../../server/result';
import { giveUpRun, type LogForm, logRun, takeUpRun } from '../../server/runLog';
import { type StartForm, startRun } from '../../server/runStart';

export async function beginRun(pieceId: number, form: StartForm): Promise<Saved> {
  return startRun(database(), pieceId, form, (await preferences()).system, new Date());
}

export async function saveLog(runId: number, form: LogForm): Promise<Saved> {
  return logRun(database(), runId, form, (await preferences()).system, new Date());
}

export async function giveUp(runId: number): Promise<Saved> {
  return Promise.resolve(giveUpRun(database(), runId, new Date()));
}

export async function takeUp(runId: number): Promise<Saved> {
  return Promise.resolve(takeUpRun(database(), runId));
}
