'use client';

import { Button, Input } from 'antd';
import { Link } from '../../ui/controls/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { LogAsked, LogbookPage, LogDay, LogKind } from '../../server/logbook/logbook';
import { ActionLink } from '../../ui/controls/ActionLink';
import { Calendar } from '../../ui/figures/Calendar';
import { dayOf } from '../../core/days/days';
import { dayInWords, weekdayInWords } from '../../ui/figures/dates';
import { OperationLine } from '../../ui/figures/OperationLine';
import { Swatch } from '../../ui/figures/Swatch';
import { NothingYet } from '../../ui/feedback/NothingYet';
import { PageHead } from '../../ui/frame/PageHead';
import { addressOf } from './address';
import { EventLine } from './EventLine';
import styles from './LogbookScreen.module.css';

const KINDS: LogKind[] = ['wound', 'minis', 'plied', 'measured', 'washed and dyed', 'used and gone', 'came in'];

/** All that happened, newest first, day by day: by what it was, by its yarn, by its words, by the calendar. */
export function LogbookScreen({ asked, page }: { asked: LogAsked; page: LogbookPage }) {
  if (page.empty && page.events.length === 0) return <EmptyLogbook />;
  return (
    <>
      <PageHead title="Logbook" under="All that happened, newest first.">
        <ActionLink href="/logbook/answers" quiet>
          What the log shows
        </ActionLink>
        <ActionLink href="/logbook/files" quiet>
          Export and backup
        </ActionLink>
      </PageHead>
      <div className="grid grid-cols-[minmax(0,1fr)_370px] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <section aria-label="Entries">
          <Filters asked={asked} yarn={page.yarn} />
          <Days page={page} asked={asked} />
          {page.older && (
            <p className="mt-6">
              <Link href={addressOf({ ...asked, before: page.older })}>Older entries</Link>
            </p>
          )}
        </section>
        <MonthOfEntries asked={asked} page={page} />
      </div>
    </>
  );
}

/** Beside the entries; where there is no room beside them, above them once it is asked for. */
function MonthOfEntries({ asked, page }: { asked: LogAsked; page: LogbookPage }) {
  const [isOpen, setOpen] = useState(asked.day !== '' || asked.month !== '');
  return (
    <aside className="max-tablet:[&_td]:h-[44px] sticky top-4 max-tablet:static max-tablet:row-[1]">
      <Button
        className="tablet:hidden"
        aria-expanded={isOpen}
        aria-controls="month-of-entries"
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? 'Hide the calendar' : 'Show the calendar'}
      </Button>
      <div id="month-of-entries" className={isOpen ? 'max-tablet:mt-3' : 'max-tablet:hidden'}>
        <Calendar
          month={page.month}
          today={page.today}
          chosen={asked.day || undefined}
          contentOf={(day) => dayContent(page.days.find((each) => each.day === day))}
          hrefOf={(day) => addressOf({ ...asked, before: null, day: day === asked.day ? '' : day, month: '' })}
          hrefOfMonth={(month) => addressOf({ ...asked, before: null, day: '', month })}
        />
      </div>
    </aside>
  );
}

const YARNS_DRAWN = 6;

function dayContent(day: LogDay | undefined) {
  if (!day) return null;
  return {
    spoken: day.operations === 1 ? 'one entry' : `${day.operations} entries`,
    drawn: day.yarns.slice(0, YARNS_DRAWN).map(({ id, colourHex }) => <Swatch key={id} hex={colourHex} size={9} />),
  };
}

function Filters({ asked, yarn }: { asked: LogAsked; yarn: LogbookPage['yarn'] }) {
  const router = useRouter();
  const [words, setWords] = useState(asked.q);
  // What was typed and is not shown yet: an answer to it must not overwrite what has been typed since.
  const [underWay, setUnderWay] = useState<string[]>([]);
  const [shown, setShown] = useState(asked.q);
  if (shown !== asked.q) {
    setShown(asked.q);
    setUnderWay(underWay.slice(underWay.indexOf(asked.q) + 1));
    // Nobody typed it: the menu's entry was pressed, or one went back.
    if (!underWay.includes(asked.q)) setWords(asked.q);
  }
  const look = (q: string) => {
    setWords(q);
    setUnderWay([...underWay, q.trim()]);
    // At once, without waiting for more: what comes late would call off a page that is being opened meanwhile.
    router.replace(addressOf({ ...asked, q: q.trim(), before: null }));
  };
  const isNarrowed = asked.q !== '' || asked.what !== '' || asked.yarn !== null || asked.day !== '';
  return (
    <search>
      <Input
        type="search"
        allowClear
        className="max-w-[460px]"
        value={words}
        onChange={({ target }) => look(target.value)}
        placeholder="a yarn, or words of a note"
        aria-label="Look for entries"
      />
      <nav
        className={`${styles.kinds} [&_a]:py-1 [&_a]:px-0 [&_a]:text-ink-soft [&_a]:no-underline [&_a]:hover:text-ink [&_a]:hover:underline flex flex-wrap gap-y-1 gap-x-4 mt-2`}
        aria-label="Kinds of entries"
      >
        {KINDS.map((kind) => (
          <Link
            key={kind}
            href={addressOf({ ...asked, before: null, what: asked.what === kind ? '' : kind })}
            aria-current={asked.what === kind ? 'true' : undefined}
          >
            {kind}
          </Link>
        ))}
      </nav>
      {isNarrowed && (
        <p className={`${styles.narrowed} mt-2`}>
          {[
            asked.day && `of ${weekdayInWords(asked.day)}`,
            yarn && `of ${yarn.name}`,
            asked.what && `only what was ${asked.what}`.replace('was measured', 'was measured or found'),
            asked.q && `with “${asked.q}”`,
          ]
            .filter(Boolean)
            .join(', ')}
          . <Link href="/logbook">All entries</Link>
        </p>
      )}
    </search>
  );
}

function Days({ page: { lines, events, today }, asked }: { page: LogbookPage; asked: LogAsked }) {
  const reported = [
    ...lines.map((operation) => ({
      at: operation.at,
      line: <OperationLine key={operation.id} operation={operation} underDay />,
    })),
    ...events.map((event) => ({ at: event.at, line: <EventLine key={`${event.what} ${event.id}`} event={event} /> })),
  ].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  if (reported.length === 0)
    return (
      <p className="mt-6">
        Nothing of that kind was logged{asked.day ? ' on that day' : ''}. <Link href="/logbook">See all entries</Link>.
      </p>
    );
  const days = [...new Set(reported.map(({ at }) => dayOf(at)))];
  return (
    <>
      {days.map((day) => (
        <section key={day} aria-labelledby={`day-${day}`} className="[&_h2]:mb-1 [&_h2]:text-body mt-6">
          <h2 id={`day-${day}`}>{day === today ? `Today, ${dayInWords(day)}` : weekdayInWords(day)}</h2>
          <ol>{reported.filter(({ at }) => dayOf(at) === day).map(({ line }) => line)}</ol>
        </section>
      ))}
    </>
  );
}

function EmptyLogbook() {
  return (
    <>
      <PageHead title="Logbook">
        <ActionLink href="/yarns/new">Add a yarn</ActionLink>
        <ActionLink href="/logbook/files" quiet>
          Restore from an archive
        </ActionLink>
      </PageHead>
      <NothingYet title="Nothing has happened yet" drawn={['cake', 'hank']}>
        <p>Whatever comes in, is weighed, wound, washed or used is listed here, day by day, and never lost.</p>
      </NothingYet>
    </>
  );
}
