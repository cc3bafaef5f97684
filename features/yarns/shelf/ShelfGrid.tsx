'use client';

import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { ShelfPlace } from './ShelfPlace';
import type { Shelf } from './useShelf';

/** As the style sheet has them. */
const PLACE_WIDTH = 270;
const COLUMN_GAP = 28;
const ROW_HEIGHT = 246;

/** So many before the page is live: three rows of four, what the first screen shows. */
const FIRST_SHOWN = 12;

/**
 * The shelf's boards. Only those in sight are there, however long the shelf is; arrow keys go from yarn to yarn.
 */
export function ShelfGrid({ shelf }: { shelf: Shelf }) {
  const { total, cardAt, look } = shelf;
  const frame = useRef<HTMLDivElement>(null);
  const columns = useColumns(frame);
  const rows = Math.ceil(total / (columns ?? 1));
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(frame.current?.offsetTop ?? 0), []);
  const virtual = useWindowVirtualizer({
    count: rows,
    estimateSize: () => ROW_HEIGHT,
    overscan: 3,
    scrollMargin: top,
  });
  const inSight = virtual.getVirtualItems();
  const firstRow = inSight[0]?.index ?? 0;
  const lastRow = inSight.at(-1)?.index ?? 0;

  useEffect(() => {
    if (columns && total > 0) look(firstRow * columns, Math.min(total - 1, (lastRow + 1) * columns - 1));
  }, [columns, firstRow, lastRow, total, look]);

  // Whose yarn was on its way when the keys came to it hands the focus on to it.
  useEffect(() => {
    const at = document.activeElement;
    if (at?.matches('[data-place]')) at.querySelector('a')?.focus();
  });

  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns ?? 1, ArrowUp: -(columns ?? 1) }[event.key];
    const at = (event.target as HTMLElement).closest<HTMLElement>('[data-place]')?.dataset.place;
    if (step === undefined || at === undefined || event.altKey || event.metaKey || event.ctrlKey) return;
    const next = Number(at) + step;
    if (next < 0 || next >= total) return;
    event.preventDefault();
    virtual.scrollToIndex(Math.floor(next / (columns ?? 1)), { align: 'auto' });
    focusPlace(frame.current!, next);
  };

  if (columns === undefined)
    return (
      <div ref={frame}>
        <ul className="[&_li]:h-[246px] grid grid-cols-[repeat(auto-fill,minmax(min(270px,100%),1fr))] gap-y-0 gap-x-6">
          {Array.from({ length: Math.min(total, FIRST_SHOWN) }, (_, place) => {
            const card = cardAt(place);
            return <li key={place}>{card && <ShelfPlace card={card} />}</li>;
          })}
        </ul>
      </div>
    );
  return (
    <div ref={frame} onKeyDown={onKeyDown} role="presentation">
      <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="The shelf">
        {inSight.flatMap(({ index, start }) =>
          Array.from({ length: Math.min(columns, total - index * columns) }, (_, column) => {
            const place = index * columns + column;
            const card = cardAt(place);
            return (
              <li
                key={place}
                data-place={place}
                tabIndex={-1}
                aria-setsize={total}
                aria-posinset={place + 1}
                className="absolute top-0 h-[246px]"
                style={{
                  transform: `translateY(${start - virtual.options.scrollMargin}px)`,
                  left: `calc(${column} * (100% + ${COLUMN_GAP}px) / ${columns})`,
                  width: `calc((100% - ${(columns - 1) * COLUMN_GAP}px) / ${columns})`,
                }}
              >
                {card ? <ShelfPlace card={card} /> : <div className="h-[106px] border-b-[9px] border-line" />}
              </li>
            );
          }),
        )}
      </ul>
    </div>
  );
}

/** How many places stand side by side; undefined until the page has been measured. */
function useColumns(frame: React.RefObject<HTMLDivElement | null>): number | undefined {
  const [columns, setColumns] = useState<number>();
  useLayoutEffect(() => {
    const measure = () => {
      const width = frame.current?.clientWidth ?? 0;
      setColumns(Math.max(1, Math.floor((width + COLUMN_GAP) / (PLACE_WIDTH + COLUMN_GAP))));
    };
    measure();
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, [frame]);
  return columns;
}

/** The yarn at this place; as long as it is on its way, its place. */
function focusPlace(frame: HTMLElement, place: number, triesLeft = 40): void {
  const at = frame.querySelector<HTMLElement>(`[data-place="${place}"]`);
  if (at) (at.querySelector('a') ?? at).focus();
  // Scrolled to, it is drawn in a moment.
  else if (triesLeft > 0) requestAnimationFrame(() => focusPlace(frame, place, triesLeft - 1));
}
