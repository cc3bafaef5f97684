'use server';

import { z } from 'zod';
import { plural } from '../../core/common/format';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import {
  type DriedForm,
  markDry,
  type ConsumeForm,
  joinPieces,
  type JoinForm,
  consumePiece,
  type ReelForm,
  reelPiece,
  type TreatForm,
  treatPieces,
  type WeighForm,
  weighPiece,
} from '../../server/yarn/pieceOperations';
import { database } from '../../server/common/database';
import { type ColoursForm, measureColours } from '../../server/yarn/colours';
import * as lifecycle from '../../server/yarn/yarnLifecycle';
import { takeListBack } from '../../server/exchange/wholesale';
import { type FaultForm, noteFault } from '../../server/yarn/measurementForms';
import { removePicture } from '../../server/logbook/pictures';
import { undoOperation } from '../../server/yarn/pieces';
import { unitSystem } from '../../server/common/preferences';
import { addSample, type SampleForm } from '../../server/yarn/measurementForms';
import { addMore, addYarn, type BandForm, changeBand, type IncomingForm, type YarnForm } from '../../server/yarn/yarns';

export const saveNewYarn = action([formOf<YarnForm>()], async (form) =>
  addYarn(database(), form, await unitSystem(), new Date()),
);

export const saveMore = action([id, formOf<IncomingForm>()], async (yarnId, form) =>
  addMore(database(), yarnId, form, await unitSystem(), new Date()),
);

export const saveBand = action([id, formOf<BandForm>()], async (yarnId, form) =>
  changeBand(database(), yarnId, form, await unitSystem()),
);

export const saveWeighing = action([id, formOf<WeighForm>()], async (pieceId, form) =>
  weighPiece(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveSample = action([id, formOf<SampleForm>()], async (pieceId, form) =>
  addSample(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveTreatment = action([formOf<TreatForm>()], (form) => treatPieces(database(), form, new Date()));

export const saveDried = action([id, formOf<DriedForm>()], async (pieceId, form) =>
  markDry(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveConsumption = action([id, formOf<ConsumeForm>()], async (pieceId, form) =>
  consumePiece(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveReeled = action([id, formOf<ReelForm>()], async (pieceId, form) =>
  reelPiece(database(), pieceId, form, await unitSystem(), new Date()),
);

export const saveJoined = action([formOf<JoinForm>()], async (form) =>
  joinPieces(database(), form, await unitSystem(), new Date()),
);

export const undoMeasurement = action([id], (operationId) => undoOperation(database(), operationId, new Date()));

export const trustFact = action([id, z.enum(['band', 'samples']).nullable()], (yarnId, trust) =>
  lifecycle.trustFact(database(), yarnId, trust),
);

export const borrowFrom = action([id, idOrNew], (yarnId, likeYarnId) =>
  lifecycle.borrowFrom(database(), yarnId, likeYarnId),
);

export const putAway = action([id], (yarnId) => lifecycle.putAway(database(), yarnId, new Date()));

export const deleteYarn = action([id], (yarnId) => lifecycle.deleteYarn(database(), yarnId, new Date()));

export const bringBack = action([id], (yarnId) => lifecycle.bringBack(database(), yarnId, new Date()));

export const mergeYarns = action([id, id], (fromId, intoId) =>
  lifecycle.mergeYarns(database(), fromId, intoId, new Date()),
);

export const undoImport = action([z.string().min(8).max(80)], async (batch) => {
  const { kept } = await takeListBack(batch);
  if (kept === 0) return { ok: true as const };
  return {
    ok: false as const,
    errors: {
      '': `${plural(kept, 'yarn')} of the list ${kept === 1 ? 'stays' : 'stay'} on the shelf: something was done with ${kept === 1 ? 'it' : 'them'} since`,
    },
  };
});

export const takePictureAway = action([id, flag], (pictureId, away) =>
  removePicture(database(), pictureId, away, new Date()),
);

export const keepColours = action([id, formOf<ColoursForm>()], async (pieceId, form) =>
  measureColours(database(), pieceId, form, await unitSystem(), new Date()),
);

export const keepFault = action([id, formOf<FaultForm>()], async (pieceId, form) =>
  noteFault(database(), pieceId, form, await unitSystem(), new Date()),
);
