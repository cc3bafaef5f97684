import { taskTitle } from '../../core/days/taskWords';
import type { DayOfBench, TaskCard } from '../../server/days/daysPage';
import { ActionLink } from '../../ui/controls/ActionLink';
import { InlineButton } from '../../ui/controls/InlineButton';
import { shortDay } from '../../ui/figures/dates';
import { DayBar, minutesWords } from './DayBar';

/** The days on which there is time, and what else lies on them: one press chooses one. */
export function NextDays({
  days,
  others,
  chosen,
  onChoose,
}: {
  days: readonly DayOfBench[];
  /** What else is to be done. */
  others: readonly TaskCard[];
  chosen: string;
  onChoose: (day: string) => void;
}) {
  const shown = days
    .map((each) => ({ ...each, on: others.filter(({ on }) => on === each.day) }))
    .filter(({ day, has, on, dates }) => has > 0 || on.length > 0 || dates.length > 0 || day === chosen);
  return (
    <section aria-labelledby="next-days">
      <h2 id="next-days" className="mb-2">
        When there is time
      </h2>
      {shown.length === 0 ? (
        <p className="mb-3 text-ink-soft">No time is set aside in the next two weeks.</p>
      ) : (
        <ul className="mb-4 border-t border-line">
          {shown.map(({ day, has, dates, on, taken }) => (
            <li
              key={day}
              className="grid grid-cols-[96px_72px_minmax(0,1fr)] gap-x-3 gap-y-1 items-center py-2 px-2 [&>button]:justify-self-start border-b border-line data-[chosen=true]:bg-sunk"
              data-chosen={day === chosen}
            >
              <InlineButton onClick={() => onChoose(day)} aria-pressed={day === chosen}>
                {shortDay(day)}
              </InlineButton>
              <DayBar has={has} taken={taken} />
              <span>{minutesWords(has, taken)}</span>
              {(on.length > 0 || dates.length > 0) && (
                <span className="col-start-2 col-end-4 text-small text-ink-soft">
                  {[...on.map(taskTitle), ...dates.map(({ name, what }) => `${name}: ${what}`)].join(' · ')}
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      <ActionLink href="/days" quiet>
        All days, and your time
      </ActionLink>
    </section>
  );
}
