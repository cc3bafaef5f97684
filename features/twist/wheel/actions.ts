'use server';

import { z } from 'zod';
import { keepPace } from '../../../server/bench/bench';
import { action, formOf, id } from '../../../server/common/action';
import { database } from '../../../server/common/database';
import { unitSystem } from '../../../server/common/preferences';
import { type HangingForm, keepHanging } from '../../../server/twist/wheelPage';
import { undoOperation } from '../../../server/yarn/pieces';

export const keepHung = action([formOf<HangingForm>()], async (form) =>
  keepHanging(database(), form, await unitSystem(), new Date()),
);

export const undoHung = action([id], (operationId) => undoOperation(database(), operationId, new Date()));

export const keepWheelPace = action([id, z.int().min(1).max(400)], (wheelId, pace) =>
  keepPace(database(), wheelId, pace),
);
