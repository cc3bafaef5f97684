'use client';

import { useSyncExternalStore } from 'react';

/** What is confirmed, as a file for any calendar, or as a feed that one subscribes to. */
export function FeedPanel() {
  const origin = useSyncExternalStore(
    () => () => undefined,
    () => window.location.origin,
    () => '',
  );
  return (
    <section data-screen-only aria-labelledby="feed">
      <h2 id="feed">In your own calendar</h2>
      <p>
        What is confirmed, what is due, and when something will have rested or be dry, with a reminder.{' '}
        <a href="/api/calendar" download="lazy-acorn.ics">
          Take it as a file
        </a>
        , or let a calendar on this machine follow it:
      </p>
      <p>
        <code className="inline-block py-1 px-3 rounded-md bg-sunk text-small">{origin}/api/calendar</code>
      </p>
    </section>
  );
}
