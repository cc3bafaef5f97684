'use client';

import { Button } from 'antd';
import { Link } from '../controls/Link';
import { useRouter } from 'next/navigation';
import { type ComponentProps, type ReactNode, useEffect } from 'react';
import { Opening } from '../controls/Opening';
import { LineNews } from '../runSync/LineNews';
import type { RunSync } from '../runSync/useRunSync';
import { GiveUp } from './GiveUp';
import { useGlobalKey } from '../frame/useGlobalKey';
import type { Helper } from './useHelper';
import { useWakeLock } from './useWakeLock';

const loadTrouble = () => import('../trouble/TroubleSheet').then((module) => module.TroubleSheet);

/** The frame of a run at the bench: what is counted, where it stands, how to give it up, and news from the line. */
export function RunStage<State, New>({
  run,
  what,
  over,
  title,
  href,
  under,
  beside,
  logged,
  giveUp,
  helper,
  children,
}: {
  run: RunSync<State, New>;
  /** What is counted here: "winding". */
  what: string;
  /** Nothing is counted any more: the screen may go dark. */
  over: boolean;
  title: string;
  /** Where the title leads. */
  href: string;
  under: ReactNode;
  beside?: ReactNode;
  /** Where one goes once it is in the log; left out: where one goes who gives it up. */
  logged?: (operationId: number) => string;
  giveUp: ComponentProps<typeof GiveUp>;
  helper: Helper;
  children: ReactNode;
}) {
  const router = useRouter();
  const { ended } = run;
  useGlobalKey('?', true, () => helper.show(true));
  useWakeLock(!over && ended === null);
  useEffect(() => {
    if (ended) router.replace((ended.operationId && logged?.(ended.operationId)) || giveUp.to);
  }, [ended, logged, giveUp.to, router]);
  return (
    <div className="flex flex-col gap-3">
      <header className="[&_h1]:text-title [&_a]:no-underline flex flex-wrap items-center gap-y-1 gap-x-6">
        <div className="flex-1 min-w-[220px]">
          <h1>
            <Link href={href}>{title}</Link>
          </h1>
          <p className="text-ink-soft">{under}</p>
        </div>
        {beside}
        <span className="flex flex-wrap items-center">
          <Button type="text" aria-keyshortcuts="?" onClick={() => helper.show(true)}>
            Trouble? <kbd className="max-desk:hidden">?</kbd>
          </Button>
          <GiveUp {...giveUp} />
        </span>
      </header>
      <Opening load={loadTrouble} ahead open={helper.open} onLeave={() => helper.show(false)}>
        {(Sheet) => <Sheet open={helper.open === true} onLeave={() => helper.show(false)} onHelped={helper.onHelped} />}
      </Opening>
      <LineNews run={run} what={what} />
      {children}
    </div>
  );
}

/** What stands where the count was while nothing is counted. */
export function Standstill({ children }: { children: ReactNode }) {
  return (
    <div className="flex flex-1 flex-col justify-between gap-4 p-6 border-[3px] border-amber rounded-lg bg-amber-wash text-large leading-[1.35] max-desk:gap-3 max-desk:py-4 max-desk:px-6 max-desk:text-title">
      {children}
    </div>
  );
}
