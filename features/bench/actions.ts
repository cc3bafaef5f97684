'use server';

import { removeTool, returnTool, saveTool, type ToolForm, type ToolKind } from '../../server/bench';
import { database } from '../../server/database';
import { preferences } from '../../server/preferences';
import type { Saved } from '../../server/result';
import { saveSchools, type SchoolsForm } from '../../server/schools';

export async function keepTool(id: number | null, form: ToolForm): Promise<Saved> {
  return saveTool(database(), id, form, (await preferences()).system);
}

export async function takeOffBench(kind: ToolKind, id: number): Promise<Saved> {
  return Promise.resolve(removeTool(database(), kind, id, new Date()));
}

export async function putBack(kind: ToolKind, id: number): Promise<Saved> {
  return Promise.resolve(returnTool(database(), kind, id));
}

export async function keepSchools(form: SchoolsForm): Promise<Saved> {
  return Promise.resolve(saveSchools(database(), form));
}
