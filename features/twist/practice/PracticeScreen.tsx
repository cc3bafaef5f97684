'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import type { PracticePage } from '../../../server/twist/practice';
import { Loading } from '../../../ui/feedback/Loading';

// Each question is made by chance in the browser, so there is none to paint before.
const Practice = contained(dynamic(() => import('./Practice'), { ssr: false, loading: () => <Loading rows={12} /> }));

export function PracticeScreen({ page }: { page: PracticePage }) {
  return (
    <>
      <h1>Which way will it come off?</h1>
      <Practice page={page} />
    </>
  );
}
