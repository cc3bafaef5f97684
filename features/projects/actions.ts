'use server';

import { database } from '../../server/database';
import { planWindingOf } from '../../server/jobs';
import { preferences } from '../../server/preferences';
import { markedProject, type ProjectForm, saveProject } from '../../server/projects';
import type { Saved } from '../../server/result';

export async function keepProject(id: number | null, form: ProjectForm): Promise<Saved> {
  return saveProject(database(), id, form, (await preferences()).system, new Date());
}

export async function markProject(id: number, mark: 'finished' | 'deleted', on: boolean): Promise<Saved> {
  return markedProject(database(), id, mark, on, new Date());
}

export async function planWinding(projectId: number, key: string): Promise<Saved> {
  return Promise.resolve(planWindingOf(database(), projectId, key, new Date()));
}
