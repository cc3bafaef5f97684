'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { AcornMark } from './AcornMark';
import { FindAll } from './FindAll';
import styles from './Frame.module.css';
import { usePreferences } from './Providers';
import { type BenchWay, WayToBench } from './WayToBench';

const PLACES = [
  { href: '/', name: 'Today' },
  { href: '/yarns', name: 'Yarns' },
  { href: '/projects', name: 'Projects' },
  { href: '/winding', name: 'Winding' },
  { href: '/minis', name: 'Minis' },
  { href: '/twist', name: 'Twist' },
  { href: '/logbook', name: 'Logbook' },
  { href: '/bench', name: 'Bench' },
] as const;

const UNITS = [
  { system: 'metric', name: 'g m' },
  { system: 'imperial', name: 'oz yd' },
] as const;

/** The quiet rim of every screen: where one is, and the two switches. */
export function Frame({ onBench, children }: { onBench: BenchWay[]; children: ReactNode }) {
  const path = usePathname();
  return (
    <>
      <a className={`${styles.skip} absolute left-2 top-[-60px] z-20 py-2 px-4 bg-ink text-paper`} href="#main">
        Skip to the page
      </a>
      <header className={styles.bar}>
        <Link
          href="/"
          className="flex items-center gap-2 font-heading font-bold text-lead leading-none no-underline whitespace-nowrap"
          aria-label="Lazy Acorn, to today"
        >
          <AcornMark />
          <span>Lazy Acorn</span>
        </Link>
        <nav className={styles.places} aria-label="Places">
          {PLACES.map(({ href, name }) => (
            <Link key={href} href={href} aria-current={isAt(path, href) ? 'page' : undefined} className={styles.place}>
              {name}
            </Link>
          ))}
        </nav>
        <WayToBench first={onBench} />
        <Switches />
      </header>
      <main
        id="main"
        className="py-6 px-[clamp(16px,2.5vw,40px)] max-w-[1400px] my-0 mx-auto max-tablet:pt-4 max-tablet:pr-4 max-tablet:pb-10 max-tablet:pl-4"
      >
        {children}
      </main>
    </>
  );
}

function isAt(path: string, href: string): boolean {
  if (href === '/') return path === '/';
  // A piece is a part of its yarn's page.
  return path.startsWith(href) || (href === '/yarns' && path.startsWith('/pieces'));
}

function Switches() {
  const { system, setSystem, theme, setTheme } = usePreferences();
  return (
    <div className="flex gap-2">
      <FindAll />
      <div role="group" aria-label="Units" className={styles.switch}>
        {UNITS.map((unit) => (
          <button
            key={unit.system}
            type="button"
            aria-pressed={system === unit.system}
            onClick={() => setSystem(unit.system)}
          >
            {unit.name}
          </button>
        ))}
      </div>
      <button
        type="button"
        className={styles.switch}
        onClick={() => setTheme(theme === 'light' ? 'dark' : 'light')}
        aria-label={`Change to ${theme === 'light' ? 'dark' : 'light'}`}
      >
        <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
          <circle cx="10" cy="10" r="8" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <path d="M10 2a8 8 0 0 1 0 16z" fill="currentColor" />
        </svg>
      </button>
    </div>
  );
}
