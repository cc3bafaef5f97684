'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import type { PlanMinisPage } from '../../../server/minis/miniPlans';
import { allFree, type PlanValues } from './planValues';

/** The page knows the yarns of its address; a draft may know more of them, and a yarn that comes to it is taken whole. */
export function useYarnsOfDraft(
  page: PlanMinisPage,
  values: PlanValues,
  set: <Name extends keyof PlanValues>(name: Name, value: PlanValues[Name]) => void,
): void {
  const router = useRouter();
  const asked = useRef('');
  useEffect(() => {
    const here = page.yarns.map(({ id }) => id);
    const unseen = here.filter((id) => !values.yarnIds.includes(id));
    const missing = values.yarnIds.filter((id) => !here.includes(id));
    if (missing.length > 0) {
      const all = [...here, ...missing].join(',');
      // A yarn that is gone would be asked for for ever.
      if (asked.current === all) {
        set('yarnIds', here);
        return set(
          'sizes',
          values.sizes.map((size) => (missing.includes(Number(size.yarnId)) ? { ...size, yarnId: '' } : size)),
        );
      }
      asked.current = all;
      return router.replace(`?yarns=${all}`, { scroll: false });
    }
    if (unseen.length === 0) return;
    set('yarnIds', here);
    const fresh = page.yarns.filter(({ id }) => unseen.includes(id)).flatMap(allFree);
    set('pieceIds', [...new Set([...values.pieceIds, ...(page.pieceIds.length > 0 ? page.pieceIds : fresh)])]);
  }, [page, values.yarnIds, values.pieceIds, values.sizes, set, router]);
}
