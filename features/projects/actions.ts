'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import { database } from '../../server/common/database';
import { requestKey } from '../../server/common/fields';
import { planWindingOf } from '../../server/days/tasks';
import { unitSystem } from '../../server/common/preferences';
import { markedProject, PROJECT_MARKS, type ProjectForm, saveProject } from '../../server/projects/projects';

export const keepProject = action([idOrNew, formOf<ProjectForm>()], async (id, form) =>
  saveProject(database(), id, form, await unitSystem(), new Date()),
);

export const markProject = action([id, z.enum(PROJECT_MARKS), flag], (id, mark, on) =>
  markedProject(database(), id, mark, on, new Date()),
);

export const planWinding = action([id, requestKey], (projectId, key) =>
  planWindingOf(database(), projectId, key, new Date()),
);
