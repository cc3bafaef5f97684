import type { LogAsked } from '../../server/logbook/logbook';

/** Where the logbook is found that answers this. */
export function addressOf({ q, what, yarn, day, month, before }: LogAsked): string {
  const params = new URLSearchParams({
    ...(q && { q }),
    ...(what && { what }),
    ...(yarn !== null && { yarn: String(yarn) }),
    ...(day && { day }),
    ...(month && { month }),
    ...(before && { before: `${before.at}_${before.id}` }),
  });
  return params.size > 0 ? `/logbook?${params}` : '/logbook';
}
