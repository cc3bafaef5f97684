'use server';

import { database } from '../../server/database';
import { type TreatForm, treatPieces, untreatPieces } from '../../server/changes';
import { type DryForm, packKit, weighDried } from '../../server/miniCare';
import { endMiniJob, type MiniJobForm, saveMiniJob } from '../../server/miniJobs';
import { type MiniLogForm, logMiniRun, startMiniRun } from '../../server/miniRuns';
import { preferences } from '../../server/preferences';
import { giveUpRun, takeUpRun } from '../../server/runLog';
import type { Saved } from '../../server/result';

export async function keepMinis(jobId: number | null, form: MiniJobForm): Promise<Saved> {
  return saveMiniJob(database(), jobId, form, (await preferences()).system, new Date());
}

export async function countMinis(jobId: number, pieceId: number): Promise<Saved> {
  return Promise.resolve(startMiniRun(database(), jobId, pieceId, new Date()));
}

export async function logMinis(runId: number, form: MiniLogForm): Promise<Saved> {
  return logMiniRun(database(), runId, form, (await preferences()).system, new Date());
}

export async function giveUpCounting(runId: number): Promise<Saved> {
  return Promise.resolve(giveUpRun(database(), runId, new Date()));
}

export async function takeUpCounting(runId: number): Promise<Saved> {
  return Promise.resolve(takeUpRun(database(), runId));
}

export async function putAway(jobId: number, ended: boolean): Promise<Saved> {
  return Promise.resolve(endMiniJob(database(), jobId, ended, new Date()));
}

export async function treat(form: TreatForm): Promise<Saved> {
  return Promise.resolve(treatPieces(database(), form, new Date()));
}

export async function untreat(pieceIds: number[]): Promise<Saved> {
  return Promise.resolve(untreatPieces(database(), pieceIds, new Date()));
}

export async function keepDried(form: DryForm): Promise<Saved> {
  return weighDried(database(), form, (await preferences()).system, new Date());
}

export async function pack(jobId: number, kit: number, pieceIds: number[]): Promise<Saved> {
  return Promise.resolve(packKit(database(), jobId, kit, pieceIds));
}
