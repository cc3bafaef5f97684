'use client';

import { Link } from '../controls/Link';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { askApp } from '../feedback/askApp';
import { comeByKey } from '../bench/arrival';
import { isAtBench, useGlobalKey } from './useGlobalKey';
import styles from './WayToBench.module.css';

/** A run that is under way, and the way to it. */
export interface BenchWay {
  href: string;
  yarnName: string;
  colourHex: string;
  label: string;
}

/** What is on the bench, one press or one key away on every screen but its own. */
export function WayToBench({ first }: { first: BenchWay[] }) {
  const path = usePathname();
  const router = useRouter();
  const [runs, setRuns] = useState(first);
  const [seen, setSeen] = useState(first);
  if (seen !== first) {
    setSeen(first);
    setRuns(first);
  }

  // The frame stays as one goes from page to page, so what is on the bench is asked anew.
  useEffect(() => {
    let gone = false;
    void askApp<BenchWay[]>('/api/runs')
      .then((now) => !gone && setRuns(now))
      // While the app is away, what was known last still leads there.
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [path]);

  const [run] = runs;
  const hidden = isAtBench(path);
  useGlobalKey('b', run !== undefined && !hidden, () => {
    comeByKey();
    router.push(run!.href);
  });
  if (!run || hidden) return null;
  return (
    <Link href={run.href} className={styles.way} aria-keyshortcuts="b" title="Key: b">
      <i
        className="flex-none w-[14px] h-[14px] rounded-full shadow-[0_0_0_1.5px_var(--paper)]"
        style={{ background: run.colourHex }}
        aria-hidden="true"
      />
      <span>
        <span className={styles.on}>On the bench: </span>
        {run.yarnName}
        {runs.length > 1 && ` and ${runs.length - 1} more`}
      </span>
    </Link>
  );
}
