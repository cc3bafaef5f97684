'use client';

import { plural } from '../../../core/common/format';
import { Link } from '../../../ui/controls/Link';
import type { MiniPlanLine } from '../../../server/minis/miniPlanPages';
import { ActionLink } from '../../../ui/controls/ActionLink';
import type { RunUnderWay } from '../../../core/logbook/runUnderWay';
import { PageHead } from '../../../ui/frame/PageHead';
import { RunsUnderWay } from '../../../ui/figures/RunsUnderWay';
import { NothingYet } from '../../../ui/feedback/NothingYet';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import styles from './MinisScreen.module.css';

/** What is being split, what waits to be, and what was. */
export function MinisScreen({ miniPlans, runs }: { miniPlans: readonly MiniPlanLine[]; runs: readonly RunUnderWay[] }) {
  const open = miniPlans.filter(({ endedAt }) => endedAt === null);
  const away = miniPlans.filter(({ endedAt }) => endedAt !== null);
  return (
    <>
      <PageHead title="Minis">
        <ActionLink href="/market" quiet>
          Market table
        </ActionLink>
        <ActionLink href="/minis/new">Plan minis</ActionLink>
      </PageHead>
      <RunsUnderWay runs={runs} />
      {open.length === 0 && away.length === 0 && (
        <NothingYet
          title="Nothing is split yet"
          drawn={['mini skein', 'mini skein']}
          question="Ask how many minis are in a skein"
        >
          <p>
            Take a skein, say how large a mini is to be, and see how many there are in it, where the knots lie and what
            is left; then count them off loop by loop.
          </p>
        </NothingYet>
      )}
      <MiniPlans miniPlans={open} />
      {away.length > 0 && (
        <>
          <h2 className="mt-6 mr-0 mb-2 ml-0">Archived</h2>
          <MiniPlans miniPlans={away} />
        </>
      )}
    </>
  );
}

/** So many rings stand for a mini plan. */
const MOST_RINGS = 24;

function MiniPlans({ miniPlans }: { miniPlans: readonly MiniPlanLine[] }) {
  return (
    <ul className="grid gap-3 mt-3">
      {miniPlans.map((miniPlan) => (
        <li key={miniPlan.id}>
          <Link href={`/minis/${miniPlan.id}`} className={styles.miniPlan}>
            <span>
              <strong>{miniPlan.name}</strong>
              <span className="text-ink-soft">{standing(miniPlan)}</span>
            </span>
            <Rings miniPlan={miniPlan} />
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** One ring for each mini, or for several where there are many: filled once it is made. */
function Rings({ miniPlan: { made, planned, colours } }: { miniPlan: MiniPlanLine }) {
  const each = Math.max(1, Math.ceil(planned / MOST_RINGS));
  const rings = Math.ceil(planned / each);
  return (
    <svg
      viewBox={`0 0 ${Math.max(1, rings) * 26} 28`}
      height={28}
      aria-hidden="true"
      className="max-w-full justify-self-start"
    >
      {Array.from({ length: rings }, (_, i) =>
        (i + 1) * each <= made ? (
          <PieceGlyph
            key={i}
            form="mini skein"
            colourHex={colours[i % colours.length]!}
            x={13 + i * 26}
            y={14}
            side={27}
          />
        ) : (
          <circle
            key={i}
            cx={13 + i * 26}
            cy={14}
            r={8.5}
            fill="none"
            stroke="var(--ink-soft)"
            strokeWidth={1.5}
            strokeDasharray="3 3"
          />
        ),
      )}
    </svg>
  );
}

function standing({ made, planned, kits, wet, countingRunId }: MiniPlanLine): string {
  const parts = [
    made === 0 ? `${planned} planned` : made < planned ? `${made} of ${planned} made` : `${made} made`,
    ...(kits === null ? [] : [plural(kits, 'kit')]),
    ...(wet > 0 ? [`${wet} not weighed since they were wet`] : []),
    ...(countingRunId === null ? [] : ['being counted']),
  ];
  return parts.join(', ');
}
