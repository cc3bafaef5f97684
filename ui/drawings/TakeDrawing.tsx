'use client';

import type { RefObject } from 'react';
import { InlineButton } from '../controls/InlineButton';
import { handOver, standaloneSvg } from './standaloneSvg';

/** Hands the drawing in a box of the page over as a file. */
export function TakeDrawing({ of, name }: { of: RefObject<HTMLElement | null>; name: string }) {
  const take = () => {
    const svg = of.current?.querySelector('svg');
    if (svg) handOver(standaloneSvg(svg, name), 'image/svg+xml', `${name.replaceAll(/[^\p{L}\p{N}]+/gu, '-')}.svg`);
  };
  return (
    <p className="text-ink-soft text-small">
      <InlineButton onClick={take}>Download this drawing (SVG)</InlineButton>
    </p>
  );
}
