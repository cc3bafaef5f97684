'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { ShelfCard, ShelfPage } from '../../server/shelf';

/** What the shelf is asked: the words, the filters, the order. Empty strings do not count. */
export type Asked = Record<'q' | 'fibre' | 'class' | 'form' | 'place' | 'lot' | 'order', string>;

export const NOTHING_ASKED: Asked = { q: '', fibre: '', class: '', form: '', place: '', lot: '', order: '' };

/** Cards come in pages of so many. */
const PAGE = 24;
/** Pages that are kept in the browser; those farthest from the eye go first. */
const MOST_PAGES = 14;
const TYPING_PAUSE_MS = 90;

export interface Shelf {
  asked: Asked;
  ask: (change: Partial<Asked>) => void;
  total: number;
  understood: ShelfPage['understood'];
  /** The card at a place of the list; undefined while it is on its way. */
  cardAt: (place: number) => ShelfCard | undefined;
  /** Says what is looked at, so that it is fetched. */
  look: (first: number, last: number) => void;
  unreachable: boolean;
}

/** The shelf as it is searched: what is asked stands in the address, and cards are fetched as they come into sight. */
export function useShelf(first: ShelfPage, askedFirst: Asked): Shelf {
  const [asked, setAsked] = useState(askedFirst);
  const [{ total, understood }, setFound] = useState<Omit<ShelfPage, 'cards'>>(first);
  const pages = useRef(new Map<number, ShelfCard[]>([[0, first.cards]]));
  const underWay = useRef(new Set<number>());
  const question = useRef(0);
  const latest = useRef(askedFirst);
  const typing = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [, show] = useState(0);
  const [unreachable, setUnreachable] = useState(false);

  const load = useCallback(async (page: number, fresh: boolean) => {
    if (!fresh && (pages.current.has(page) || underWay.current.has(page))) return;
    const mine = question.current;
    underWay.current.add(page);
    try {
      const answer = await fetch(`/api/shelf?${searchOf(latest.current)}&from=${page * PAGE}`);
      if (!answer.ok) throw new Error(answer.statusText);
      const found = (await answer.json()) as ShelfPage;
      // An answer to an earlier question comes too late.
      if (mine !== question.current) return;
      if (fresh) pages.current.clear();
      pages.current.set(page, found.cards);
      forget(pages.current, page);
      setUnreachable(false);
      setFound(found);
      show((n) => n + 1);
    } catch {
      if (mine === question.current) setUnreachable(true);
    } finally {
      underWay.current.delete(page);
    }
  }, []);

  const ask = useCallback(
    (change: Partial<Asked>) => {
      latest.current = { ...latest.current, ...change };
      setAsked(latest.current);
      clearTimeout(typing.current);
      typing.current = setTimeout(
        () => {
          question.current++;
          underWay.current.clear();
          const search = searchOf(latest.current);
          window.history.replaceState(null, '', search ? `/yarns?${search}` : '/yarns');
          void load(0, true);
        },
        'q' in change ? TYPING_PAUSE_MS : 0,
      );
    },
    [load],
  );

  // What the server sends anew, after something was changed, stands for what was fetched before.
  useEffect(() => {
    pages.current = new Map([[0, first.cards]]);
    question.current++;
    if (searchOf(latest.current) === searchOf(askedFirst)) setFound(first);
    show((n) => n + 1);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what was asked first is only of use the first time
  }, [first]);

  const look = useCallback(
    (from: number, to: number) => {
      for (let page = Math.floor(from / PAGE); page <= Math.floor(to / PAGE); page++) void load(page, false);
    },
    [load],
  );

  return {
    asked,
    ask,
    total,
    understood,
    cardAt: (place) => pages.current.get(Math.floor(place / PAGE))?.[place % PAGE],
    look,
    unreachable,
  };
}

function searchOf(asked: Asked): string {
  const given = Object.entries(asked).filter(([, value]) => value !== '');
  return new URLSearchParams(given).toString();
}

function forget(pages: Map<number, ShelfCard[]>, near: number): void {
  const farthest = [...pages.keys()].sort((a, b) => Math.abs(b - near) - Math.abs(a - near));
  for (const page of farthest.slice(0, Math.max(0, pages.size - MOST_PAGES))) pages.delete(page);
}
