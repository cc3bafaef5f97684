import type { Db } from '../../db/common/connection';
import { projectById, projectsUnderWay } from '../../db/projects/projects';

/** What something can be for: the projects under way, and the one that it is for already, though that is finished. */
export function projectChoices(db: Db, ownId: number | null = null): { id: number; name: string }[] {
  const underWay = projectsUnderWay(db);
  const own = ownId === null || underWay.some(({ id }) => id === ownId) ? undefined : projectById(db, ownId);
  return [...underWay, ...(own?.deletedAt === null ? [own] : [])].map(({ id, name }) => ({ id, name }));
}
