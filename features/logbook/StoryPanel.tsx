'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';
import { Link } from '../../ui/controls/Link';
import type { RunStory } from '../../core/logbook/runStory';
import { inWords, lengthFigure, lowerFirst, secondsInWords } from '../../core/common/format';
import type { Sequel } from '../../core/trouble/trouble';
import { reportWords } from '../../core/trouble/troubles';
import type { OperationPage } from '../../server/logbook/operationPage';
import { useSystem } from '../../ui/frame/Providers';
import { sequelLink } from '../../ui/trouble/words';
import styles from './StoryPanel.module.css';
import { Loading } from '../../ui/feedback/Loading';

const PaceChart = contained(dynamic(() => import('./PaceChart'), { ssr: false, loading: () => <Loading rows={5} /> }));

/** How a run went, minute by minute: its pace, and where it stood still. */
export function StoryPanel({
  story,
  troubles,
  what,
}: {
  story: RunStory;
  troubles: OperationPage['troubles'];
  what: 'turns' | 'loops';
}) {
  const system = useSystem();
  const { spentMs, stops, pace, lastedMs, readings } = story;
  const moved = pace.flatMap(({ perMinute }) => perMinute ?? []);
  if (moved.length === 0 && troubles.length === 0) return null;
  const [slowest, fastest] = [Math.round(Math.min(...moved)), Math.round(Math.max(...moved))];
  return (
    <section className="mt-6 pt-4 border-t-[1.5px] border-line" aria-labelledby="story">
      <h2 id="story">How it went</h2>
      {moved.length > 0 && (
        <p>
          {secondsInWords(lastedMs / 1000, 's')} in all, {secondsInWords(spentMs.turning / 1000, 's')} of it turning:{' '}
          {slowest === fastest ? slowest : `${slowest} to ${fastest}`} {what} a minute
          {stops.length > 0 && <>, {stops.length === 1 ? 'stopped once' : `stopped ${stops.length} times`}</>}.
          {readings.length > 0 && ` A device was read ${readings.length} times.`}
        </p>
      )}
      {pace.length > 2 && (
        <div className="relative h-[210px] mt-3">
          <PaceChart story={story} what={what} />
        </div>
      )}
      {troubles.length > 0 && (
        <ul className="grid gap-1 mt-3">
          {troubles.map((report, i) => {
            const { trouble, helped } = reportWords(report);
            return (
              <li key={i}>
                <strong>{trouble}</strong>
                {report.at !== null && `, after ${report.at} ${what}`}: {lowerFirst(helped)};{' '}
                {secondsInWords(60 * report.minutes)}
                {report.lostM > 0 && `, ${inWords(lengthFigure(report.lostM, system))} lost`}.
                {report.pieceId !== null && <WhatNext then={report.then} pieceId={report.pieceId} />}
              </li>
            );
          })}
        </ul>
      )}
      {stops.length > 0 && (
        <ul className={`${styles.stops} [&_li]:flex [&_li]:items-center [&_li]:gap-2 mt-3`}>
          {stops.map(({ fromMs, untilMs, reason, counted }, i) => (
            <li key={i}>
              <i aria-hidden="true" />
              {reason}, after {counted} {what}, {secondsInWords((untilMs - fromMs) / 1000, 's')}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What was to be done once it helped, and is not done yet. */
function WhatNext({ then, pieceId }: { then: Sequel; pieceId: number }) {
  const link = sequelLink(then, pieceId);
  return link && <Link href={link.href}> {link.words}</Link>;
}
