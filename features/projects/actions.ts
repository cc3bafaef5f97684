'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import { database } from '../../server/common/database';
import { requestKey } from '../../server/common/fields';
import { planWindingOf } from '../../server/days/tasks';
import { unitSystem } from '../../server/common/preferences';
import {
  type BeginKnittingForm,
  beginKnitting,
  type ChangeKnittingForm,
  changeKnitting,
  markedKnitting,
  type RowWeighingForm,
  weighRow,
} from '../../server/projects/knittingForms';
import { undoOperation } from '../../server/yarn/pieces';
import {
  markedProject,
  orderProjects,
  PROJECT_MARKS,
  type ProjectForm,
  saveProject,
} from '../../server/projects/projects';

export const keepProject = action([idOrNew, formOf<ProjectForm>()], async (id, form) =>
  saveProject(database(), id, form, await unitSystem(), new Date()),
);

export const markProject = action([id, z.enum(PROJECT_MARKS), flag], (id, mark, on) =>
  markedProject(database(), id, mark, on, new Date()),
);

export const setOrder = action([z.array(id).max(10_000)], (ids) => orderProjects(database(), ids));

export const planWinding = action([id, requestKey], (projectId, key) =>
  planWindingOf(database(), projectId, key, new Date()),
);

export const startKnitting = action([id, formOf<BeginKnittingForm>()], async (pieceId, form) =>
  beginKnitting(database(), pieceId, form, await unitSystem(), new Date()),
);

export const keepKnitting = action([id, formOf<ChangeKnittingForm>()], async (id, form) =>
  changeKnitting(database(), id, form, await unitSystem()),
);

export const markKnitting = action([id, z.enum(PROJECT_MARKS), flag], (id, mark, on) =>
  markedKnitting(database(), id, mark, on, new Date()),
);

export const logRow = action([id, formOf<RowWeighingForm>()], async (id, form) =>
  weighRow(database(), id, form, await unitSystem(), new Date()),
);

export const undoRow = action([id], (operationId) => undoOperation(database(), operationId, new Date()));
