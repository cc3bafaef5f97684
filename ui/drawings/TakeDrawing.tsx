'use client';

import type { RefObject } from 'react';
import { handOver, standaloneSvg } from './standaloneSvg';

/** Hands the drawing in a box of the page over as a file. */
export function TakeDrawing({ of, name }: { of: RefObject<HTMLElement | null>; name: string }) {
  const take = () => {
    const svg = of.current?.querySelector('svg');
    if (svg) handOver(standaloneSvg(svg, name), 'image/svg+xml', `${name.replaceAll(/[^\p{L}\p{N}]+/gu, '-')}.svg`);
  };
  return (
    <button
      type="button"
      className="min-h-[32px] py-1 px-0 border-0 bg-transparent text-ink-soft [font:inherit] text-small underline underline-offset-[3px] cursor-pointer hover:text-ink"
      onClick={take}
    >
      Download this drawing (SVG)
    </button>
  );
}
