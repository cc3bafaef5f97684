import { Link } from '../../ui/controls/Link';
import type { LogEvent } from '../../server/logbook/logbook';
import { timeOfDay } from '../../ui/figures/dates';

/** Something that happened and turned no yarn into another. */
export function EventLine({ event }: { event: LogEvent }) {
  const { words, href } = reported(event);
  return (
    <li className="flex flex-wrap justify-between gap-y-1 gap-x-3 pt-2 pr-0 pb-2 pl-6 border-t border-line text-ink-soft [&_a]:text-ink">
      <span>
        {href ? <Link href={href}>{words}</Link> : words} <span className="text-ink-soft">{event.name}</span>
      </span>
      <time dateTime={event.at}>{timeOfDay(event.at)}</time>
    </li>
  );
}

function reported({ what, id }: LogEvent): { words: string; href: string } {
  switch (what) {
    case 'given up':
      return { words: 'Winding cancelled', href: `/winding/run/${id}` };
    case 'put away':
      return { words: 'Put away', href: `/yarns/${id}` };
    case 'deleted':
      return { words: 'Entry deleted', href: `/yarns/${id}` };
    case 'merged':
      return { words: 'Merged into another', href: `/yarns/${id}` };
    case 'project begun':
      return { words: 'Project begun', href: `/projects/${id}` };
    case 'project finished':
      return { words: 'Project finished', href: `/projects/${id}` };
  }
}
