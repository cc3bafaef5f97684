'use client';

import type { RefObject } from 'react';
import { handOver, standaloneSvg } from './standaloneSvg';
import styles from './TakeDrawing.module.css';

/** Hands the drawing in a box of the page over as a file. */
export function TakeDrawing({ of, name }: { of: RefObject<HTMLElement | null>; name: string }) {
  const take = () => {
    const svg = of.current?.querySelector('svg');
    if (svg) handOver(standaloneSvg(svg, name), 'image/svg+xml', `${name.replaceAll(/[^\p{L}\p{N}]+/gu, '-')}.svg`);
  };
  return (
    <button type="button" className={styles.take} onClick={take}>
      Take this drawing (SVG)
    </button>
  );
}
