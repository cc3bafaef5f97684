import type { ReactNode } from 'react';

/** What a page is about, and what can be done there. */
export function PageHead({ title, under, children }: { title: ReactNode; under?: ReactNode; children?: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-y-3 gap-x-6 mb-4">
      <div className="min-w-0">
        <h1>{title}</h1>
        {under && <p className="mt-1 text-ink-soft">{under}</p>}
      </div>
      {children && <div className="flex flex-wrap items-center gap-y-3 gap-x-4">{children}</div>}
    </div>
  );
}
