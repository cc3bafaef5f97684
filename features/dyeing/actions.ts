'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import { database } from '../../server/common/database';
import { requestKey } from '../../server/common/fields';
import { unitSystem } from '../../server/common/preferences';
import { type BathForm, deleteBath, intoPot, keepOutcome, type OutcomeForm, saveBath } from '../../server/dyeing/baths';
import { planSeries, type SeriesForm } from '../../server/dyeing/series';
import { removePicture } from '../../server/logbook/pictures';
import { undoOperation } from '../../server/yarn/pieces';

export const keepBath = action([idOrNew, formOf<BathForm>()], async (id, form) =>
  saveBath(database(), id, form, await unitSystem(), new Date()),
);

export const putInPot = action([id, z.string(), requestKey], (id, seen, key) =>
  intoPot(database(), id, { key, seen }, new Date()),
);

export const takeOutOfPot = action([id], (operationId) => undoOperation(database(), operationId, new Date()));

export const keepColour = action([id, formOf<OutcomeForm>()], (id, form) => keepOutcome(database(), id, form));

export const markBath = action([id, flag], (id, on) => deleteBath(database(), id, on, new Date()));

export const keepSeries = action([formOf<SeriesForm>()], async (form) =>
  planSeries(database(), form, await unitSystem(), new Date()),
);

export const takePictureAway = action([id, flag], (pictureId, away) =>
  removePicture(database(), pictureId, away, new Date()),
);
