'use client';

import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { askApp } from '../../../ui/feedback/askApp';
import type { ShelfCard, ShelfPage } from '../../../server/yarn/shelf';

/** What the shelf is asked: the words, the filters, the order. Empty strings do not count. */
export type Asked = Record<'q' | 'fibre' | 'class' | 'form' | 'place' | 'lot' | 'order', string>;

export const NOTHING_ASKED: Asked = { q: '', fibre: '', class: '', form: '', place: '', lot: '', order: '' };

/** Cards come in pages of so many. */
export const PAGE = 24;
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
  /** Why what is shown may not be what was asked for; empty where it is. */
  problem: string;
}

interface Found extends Omit<ShelfPage, 'cards'> {
  /** What was asked for it. */
  search: string;
  pages: ReadonlyMap<number, ShelfCard[]>;
}

/** The shelf as it is searched: what is asked stands in the address, and cards are fetched as they come into sight. */
export function useShelf(first: ShelfPage, askedFirst: Asked): Shelf {
  const [asked, setAsked] = useState(askedFirst);
  const [found, setFound] = useState(() => foundAnew(searchOf(askedFirst), first));
  const [problem, setProblem] = useState('');
  const latest = useRef(askedFirst);
  const underWay = useRef(new Set<string>());
  const typing = useRef<ReturnType<typeof setTimeout>>(undefined);

  const load = useCallback(async (page: number) => {
    const search = searchOf(latest.current);
    const request = `${search}&from=${page * PAGE}`;
    if (underWay.current.has(request)) return;
    underWay.current.add(request);
    try {
      const came = await askApp<ShelfPage>(`/api/shelf?${request}`);
      // An answer to an earlier question comes too late.
      if (search !== searchOf(latest.current)) return;
      setProblem('');
      setFound((before) => (before.search === search ? withPage(before, page, came) : foundAnew(search, came, page)));
    } catch (error) {
      if (search === searchOf(latest.current)) setProblem((error as Error).message);
    } finally {
      underWay.current.delete(request);
    }
  }, []);

  const ask = useCallback(
    (change: Partial<Asked>) => {
      latest.current = { ...latest.current, ...change };
      setAsked(latest.current);
      // At once, and not after the pause: an address that changes while a yarn is being opened calls the opening off.
      const search = searchOf(latest.current);
      window.history.replaceState(null, '', search ? `/yarns?${search}` : '/yarns');
      clearTimeout(typing.current);
      typing.current = setTimeout(() => void load(0), 'q' in change ? TYPING_PAUSE_MS : 0);
    },
    [load],
  );

  const address = useSearchParams();
  useEffect(() => {
    // The address is changed by the search itself, and by whoever presses the menu's entry or goes back.
    const here = askedIn(window.location.search);
    if (searchOf(here) === searchOf(latest.current)) return;
    latest.current = here;
    setAsked(here);
    void load(0);
  }, [address, load]);

  const sent = useRef(first);
  useEffect(() => {
    if (sent.current === first) return;
    sent.current = first;
    // What the server sends anew, after something was changed, stands for what was fetched before; by other words it does not.
    const search = searchOf(askedFirst);
    if (search === searchOf(latest.current)) setFound(foundAnew(search, first));
    else void load(0);
  }, [first, askedFirst, load]);

  const look = useCallback(
    (from: number, to: number) => {
      // While another question waits for its answer, there is nothing to fetch for the old one.
      if (found.search !== searchOf(latest.current)) return;
      for (let page = Math.floor(from / PAGE); page <= Math.floor(to / PAGE); page++)
        if (!found.pages.has(page)) void load(page);
    },
    [load, found],
  );

  return {
    asked,
    ask,
    total: found.total,
    understood: found.understood,
    cardAt: (place) => found.pages.get(Math.floor(place / PAGE))?.[place % PAGE],
    look,
    problem,
  };
}

function foundAnew(search: string, { cards, total, understood }: ShelfPage, page = 0): Found {
  return { search, total, understood, pages: new Map([[page, cards]]) };
}

/** With one page more, and without those that lie farthest from it. */
function withPage(found: Found, page: number, { cards, total, understood }: ShelfPage): Found {
  const pages = new Map(found.pages).set(page, cards);
  const farthest = [...pages.keys()].sort((a, b) => Math.abs(b - page) - Math.abs(a - page));
  for (const far of farthest.slice(0, Math.max(0, pages.size - MOST_PAGES))) pages.delete(far);
  return { ...found, total, understood, pages };
}

function askedIn(search: string): Asked {
  const given = new URLSearchParams(search);
  const names = Object.keys(NOTHING_ASKED) as (keyof Asked)[];
  return Object.fromEntries(names.map((name) => [name, given.get(name) ?? ''])) as Asked;
}

function searchOf(asked: Asked): string {
  const given = Object.entries(asked).filter(([, value]) => value !== '');
  return new URLSearchParams(given).toString();
}
