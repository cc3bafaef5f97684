'use client';

import { CalendarOutlined, EllipsisOutlined, MoonOutlined, SunOutlined } from '@ant-design/icons';
import { Button, Segmented } from 'antd';
import { Link } from '../controls/Link';
import { usePathname } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { inGrams, inMetres, systemOf, type UnitSystem } from '../../core/common/units';
import type { PieceForm } from '../../core/yarn/piece';
import { Opening } from '../controls/Opening';
import { PieceGlyph } from '../thread/PieceGlyph';
import { useUndoOffer } from '../feedback/UndoOffer';
import { AcornMark } from './AcornMark';
import { FindAll } from './FindAll';
import styles from './Frame.module.css';
import { usePreferences } from './Providers';
import { isAtBench } from './useGlobalKey';
import { useFreshOnReturn } from './useFreshOnReturn';
import { type BenchWay, WayToBench } from './WayToBench';

const loadPlaces = () => import('./PlacesSheet').then((module) => module.PlacesSheet);

const PLACES = [
  { href: '/', name: 'Today' },
  { href: '/yarns', name: 'Yarns' },
  { href: '/winding', name: 'Winding' },
  { href: '/minis', name: 'Minis' },
  { href: '/dyeing', name: 'Dyeing' },
  { href: '/projects', name: 'Projects' },
  { href: '/days', name: 'Days' },
  { href: '/twist', name: 'Twist' },
  { href: '/logbook', name: 'Logbook' },
  { href: '/bench', name: 'Bench' },
  { href: '/trouble', name: 'Trouble' },
] as const;

/** So many stand at the foot of a phone; the others open from More. */
const TABS = 4;
const TAB_DRAWINGS: Partial<Record<string, ReactNode>> = {
  '/': <CalendarOutlined />,
  '/yarns': <TabGlyph form="hank" />,
  '/winding': <TabGlyph form="cake" />,
  '/minis': <TabGlyph form="mini skein" />,
};

/** The quiet rim of every screen: where one is, and the two switches. */
export function Frame({ onBench, children }: { onBench: BenchWay[]; children: ReactNode }) {
  const path = usePathname();
  // A run follows what other screens do by itself.
  useFreshOnReturn(!isAtBench(path));
  return (
    <>
      <a className={`${styles.skip} absolute left-2 top-[-60px] z-20 py-2 px-4 bg-ink text-paper`} href="#main">
        Skip to the page
      </a>
      <header
        className={`${styles.bar} flex items-center gap-4 h-[60px] py-0 px-[var(--spacing-wide)] border-b-[1.5px] border-line max-desk:gap-3 max-tablet:gap-3 max-tablet:justify-between`}
      >
        <Link
          href="/"
          className="flex items-center gap-2 font-heading font-bold text-lead leading-none no-underline whitespace-nowrap"
          aria-label="Lazy Acorn, to today"
        >
          <AcornMark />
          <span className="max-desk:hidden">Lazy Acorn</span>
        </Link>
        <nav
          className="flex gap-1 flex-1 max-tablet:fixed max-tablet:z-10 max-tablet:inset-[auto_0_0_0] max-tablet:gap-0 max-tablet:justify-around max-tablet:pt-0 max-tablet:pr-1 max-tablet:pb-[env(safe-area-inset-bottom)] max-tablet:pl-1 max-tablet:bg-card max-tablet:border-t-[1.5px] max-tablet:border-line"
          aria-label="Places"
        >
          {PLACES.map(({ href, name }, i) => (
            <Link
              key={href}
              href={href}
              aria-current={isAt(path, href) ? 'page' : undefined}
              className={styles.place}
              data-tab={i < TABS}
            >
              <span className={styles.tab} aria-hidden="true">
                {TAB_DRAWINGS[href]}
              </span>
              {name}
            </Link>
          ))}
          <MorePlaces path={path} />
        </nav>
        <WayToBench first={onBench} />
        <Switches />
      </header>
      <main
        id="main"
        className="py-6 px-[clamp(16px,2.5vw,40px)] max-w-[1400px] my-0 mx-auto max-tablet:pt-4 max-tablet:pr-4 max-tablet:pb-[calc(var(--tabs)_+_24px)] max-tablet:pl-4"
      >
        {children}
      </main>
    </>
  );
}

const WITHIN: Partial<Record<string, string>> = { '/yarns': '/pieces', '/minis': '/market' };

function isAt(path: string, href: string): boolean {
  if (href === '/') return path === '/';
  // A piece is a part of its yarn's page; minis are what is sold most.
  return path.startsWith(href) || path.startsWith(WITHIN[href] ?? '-');
}

function TabGlyph({ form }: { form: PieceForm }) {
  return (
    <svg width={26} height={26} aria-hidden="true">
      <PieceGlyph form={form} colourHex="#8a9a86" x={13} y={13} side={24} />
    </svg>
  );
}

/** On a phone: the way to the places that have no tab of their own; their sheet is loaded when it is first opened. */
function MorePlaces({ path }: { path: string }) {
  const [open, setOpen] = useState<boolean>();
  const others = PLACES.slice(TABS);
  return (
    <>
      <button
        type="button"
        className={`${styles.place} hidden border-0 bg-transparent [font:inherit] cursor-pointer`}
        aria-current={others.some(({ href }) => isAt(path, href)) ? 'page' : undefined}
        aria-haspopup="dialog"
        aria-expanded={open === true}
        onClick={() => setOpen(true)}
      >
        <span className={styles.tab} aria-hidden="true">
          <EllipsisOutlined />
        </span>
        More
      </button>
      <Opening load={loadPlaces} open={open} onLeave={() => setOpen(false)}>
        {(Sheet) => <Sheet places={others} open={open === true} onLeave={() => setOpen(false)} />}
      </Opening>
    </>
  );
}

function Switches() {
  const { system, setSystem, theme, setTheme } = usePreferences();
  const [grams, metres] = [inGrams(system), inMetres(system)];
  const tell = useUndoOffer();
  const choose = (next: UnitSystem) => {
    if (!setSystem(next)) tell({ words: 'Units cannot be switched: this browser keeps no cookies for the app.' });
  };
  return (
    <div className="flex items-center gap-2 max-desk:gap-1">
      <FindAll />
      <Segmented
        size="small"
        aria-label="Mass in"
        options={['g', 'oz']}
        value={grams ? 'g' : 'oz'}
        onChange={(unit) => choose(systemOf(unit === 'g', metres))}
      />
      <Segmented
        size="small"
        aria-label="Length in"
        options={['m', 'yd']}
        value={metres ? 'm' : 'yd'}
        onChange={(unit) => choose(systemOf(grams, unit === 'm'))}
      />
      <Button
        icon={theme === 'light' ? <MoonOutlined /> : <SunOutlined />}
        onClick={() => setTheme(theme === 'light' ? 'dark' : 'light')}
        aria-label={`Change to ${theme === 'light' ? 'dark' : 'light'}`}
      />
    </div>
  );
}
