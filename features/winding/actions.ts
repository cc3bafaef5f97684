'use server';

import { action, formOf, id } from '../../server/common/action';
import { database } from '../../server/common/database';
import { unitSystem } from '../../server/common/preferences';
import { giveUpRun, type LogForm, logRun, takeUpRun } from '../../server/winding/runLog';
import { type StartForm, startRun } from '../../server/winding/runStart';

export const beginRun = action([id, formOf<StartForm>()], async (pieceId, form) =>
  startRun(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveLog = action([id, formOf<LogForm>()], async (runId, form) =>
  logRun(database(), runId, form, await unitSystem(), new Date()),
);

export const giveUp = action([id], (runId) => giveUpRun(database(), runId, new Date()));

export const takeUp = action([id], (runId) => takeUpRun(database(), runId));
