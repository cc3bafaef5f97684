'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew, ids } from '../../server/common/action';
import { type TreatForm, treatPieces, untreatPieces } from '../../server/yarn/pieceOperations';
import { database } from '../../server/common/database';
import { type DryForm, packKit, weighDried } from '../../server/minis/miniCare';
import { endMiniPlan, type MiniPlanForm, saveMiniPlan } from '../../server/minis/miniPlans';
import { logMiniRun, type MiniLogForm, startMiniRun } from '../../server/minis/miniRuns';
import { unitSystem } from '../../server/common/preferences';
import { giveUpRun, takeUpRun } from '../../server/winding/runLog';

export const keepMinis = action([idOrNew, formOf<MiniPlanForm>()], async (planId, form) =>
  saveMiniPlan(database(), planId, form, await unitSystem(), new Date()),
);

export const countMinis = action([id, id], (planId, pieceId) => startMiniRun(database(), planId, pieceId, new Date()));

export const logMinis = action([id, formOf<MiniLogForm>()], async (runId, form) =>
  logMiniRun(database(), runId, form, await unitSystem(), new Date()),
);

export const giveUpCounting = action([id], (runId) => giveUpRun(database(), runId, new Date()));

export const takeUpCounting = action([id], (runId) => takeUpRun(database(), runId));

export const putAway = action([id, flag], (planId, ended) => endMiniPlan(database(), planId, ended, new Date()));

export const treat = action([formOf<TreatForm>()], (form) => treatPieces(database(), form, new Date()));

export const untreat = action([ids], (pieceIds) => untreatPieces(database(), pieceIds, new Date()));

export const keepDried = action([formOf<DryForm>()], async (form) =>
  weighDried(database(), form, await unitSystem(), new Date()),
);

export const pack = action([id, z.int().min(1).max(100_000), ids], (planId, kit, pieceIds) =>
  packKit(database(), planId, kit, pieceIds),
);
