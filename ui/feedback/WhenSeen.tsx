'use client';

import type { ReactNode } from 'react';
import { useInView } from 'react-intersection-observer';
import { Loading } from './Loading';

/** A part that is heavy to load and stands far down the page: made once it is about to be seen, and then kept. */
export function WhenSeen({ rows, children }: { rows: number; children: ReactNode }) {
  const { ref, inView } = useInView({ triggerOnce: true, rootMargin: '80px' });
  return (
    <div ref={ref} className="h-full">
      {inView ? children : <Loading rows={rows} />}
    </div>
  );
}
