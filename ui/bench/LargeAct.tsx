'use client';

import type { ComponentProps } from 'react';

/** What is done next at a bench: large enough for a knuckle, and under the space bar. */
export function LargeAct(props: ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="min-h-[84px] border-0 rounded-lg bg-acorn hover:bg-acorn-strong text-on-acorn font-text font-bold text-large leading-[1.1] cursor-pointer disabled:opacity-50 max-desk:min-h-[64px] max-desk:text-title"
      data-act
      {...props}
    />
  );
}
