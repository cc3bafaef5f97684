'use server';

import { z } from 'zod';
import { action, formOf, id, idOrNew } from '../../server/common/action';
import { removeTool, returnTool, saveTool, TOOL_KINDS, type ToolForm } from '../../server/bench/bench';
import { database } from '../../server/common/database';
import { unitSystem } from '../../server/common/preferences';
import { saveSchools, type SchoolsForm } from '../../server/bench/schools';

const kind = z.enum(TOOL_KINDS);

export const keepTool = action([idOrNew, formOf<ToolForm>()], async (id, form) =>
  saveTool(database(), id, form, await unitSystem()),
);

export const takeOffBench = action([kind, id], (kind, id) => removeTool(database(), kind, id, new Date()));

export const putBack = action([kind, id], (kind, id) => returnTool(database(), kind, id));

export const keepSchools = action([formOf<SchoolsForm>()], (form) => saveSchools(database(), form));
