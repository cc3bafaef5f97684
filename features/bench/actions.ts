'use server';

import { changeSwift, changeWinder, type SwiftForm, type WinderForm } from '../../server/bench';
import { database } from '../../server/database';
import { preferences } from '../../server/preferences';
import type { Saved } from '../../server/result';

export async function saveWinder(id: number, form: WinderForm): Promise<Saved> {
  return changeWinder(database(), id, form, (await preferences()).system);
}

export async function saveSwift(id: number, form: SwiftForm): Promise<Saved> {
  return changeSwift(database(), id, form, (await preferences()).system);
}
