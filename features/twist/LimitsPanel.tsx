'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';
import type { TwistLimits, YarnBuild } from '../../core/twist/twistSeverity';
import { Fold } from '../../ui/controls/Fold';
import { Loading } from '../../ui/feedback/Loading';
import { BUILD_WORDS } from './words';

/** Seldom opened, and all that a form takes comes with it. */
const LimitsForm = contained(
  dynamic(() => import('./LimitsForm').then((module) => module.LimitsForm), {
    loading: () => <Loading rows={5} />,
  }),
);

/** From what change on it matters: a rule of thumb, for the maker to change. */
export function LimitsPanel({
  limits,
  build,
  plies,
}: {
  limits: Record<YarnBuild, TwistLimits>;
  /** The build of the yarn that is looked at. */
  build: YarnBuild;
  plies: number | null;
}) {
  const { seenPercent, troublePercent } = limits[build];
  return (
    <Fold
      lazy
      className="mt-4"
      title={
        <>
          How much matters: in {BUILD_WORDS[build]}, {seenPercent} % is noticeable and {troublePercent} % is a problem{' '}
          <span className="text-ink-soft">
            (a rule of thumb{plies === null && '; its plies are not known, so it is taken for a two-ply'})
          </span>
        </>
      }
    >
      <LimitsForm limits={limits} />
    </Fold>
  );
}
