'use server';

import { action, formOf, id } from '../../server/common/action';
import { treatPieces } from '../../server/yarn/pieceOperations';
import { database } from '../../server/common/database';
import { requestKey } from '../../server/common/fields';
import { choosePlannedUse, forgetPlannedUse, type PlannedUse } from '../../server/yarn/plannedUse';
import { undoOperation } from '../../server/yarn/pieces';
import { type BobbinSplitForm, type PlyForm, plySingles, splitOverBobbins } from '../../server/twist/plying';
import { keepAnswer, type PracticeAnswer } from '../../server/twist/practice';
import { unitSystem } from '../../server/common/preferences';
import { saveTwistLimits, type TwistLimitsForm } from '../../server/twist/twistLimits';
import { noteTwist, type TwistNotes } from '../../server/twist/twistNotes';

export const planWay = action([id, formOf<PlannedUse>()], (pieceId, way) =>
  choosePlannedUse(database(), pieceId, way, new Date()),
);

export const unplanWay = action([id], (pieceId) => forgetPlannedUse(database(), pieceId));

export const noteWays = action([id, formOf<TwistNotes>()], (pieceId, notes) => noteTwist(database(), pieceId, notes));

export const saveLimits = action([formOf<TwistLimitsForm>()], (limits) => saveTwistLimits(database(), limits));

export const answered = action([formOf<PracticeAnswer>()], (answer) => keepAnswer(database(), answer, new Date()));

export const logPly = action([formOf<PlyForm>()], async (form) =>
  plySingles(database(), form, await unitSystem(), new Date()),
);

export const splitBobbins = action([id, formOf<BobbinSplitForm>()], async (pieceId, form) =>
  splitOverBobbins(database(), pieceId, form, await unitSystem(), new Date()),
);

export const wash = action([id, requestKey], (pieceId, requestKey) =>
  treatPieces(database(), { requestKey, kind: 'wash', pieceIds: [pieceId], note: '' }, new Date()),
);

export const undoStep = action([id], (operationId) => undoOperation(database(), operationId, new Date()));
