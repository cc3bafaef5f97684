import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';

/** Something that a calendar shows: on a day, or at an hour of it. */
export interface CalendarEntry {
  /** The same each time, so that a calendar moves it rather than showing it twice. */
  uid: string;
  title: string;
  /** "2026-11-24" */
  day: string;
  /** "19:30", by the clock of whoever looks; null: the whole day. */
  at: string | null;
  minutes: number;
  notes: string;
  /** Minutes beforehand; null: none. */
  remindMin: number | null;
  changedAt: Date;
}

/**
 * A calendar as any program reads it (iCalendar, RFC 5545). Hours are written without a zone: an evening at half past
 * seven is one wherever one looks at it.
 *
 * @example
 * calendarFile([]).startsWith('BEGIN:VCALENDAR') // => true
 */
export function calendarFile(entries: readonly CalendarEntry[]): string {
  const calendar = ical({
    name: 'Lazy Acorn',
    prodId: { company: 'Lazy Acorn', product: 'Days', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 30 * 60,
  });
  for (const { uid, title, day, at, minutes, notes, remindMin, changedAt } of entries) {
    // The package writes what a clock in Greenwich shows; so that is set to the hour that is meant.
    const start = new Date(`${day}T${at ?? '00:00'}:00Z`);
    const event = calendar.createEvent({
      id: uid,
      start,
      ...(at === null ? { allDay: true } : { end: new Date(start.getTime() + minutes * 60_000), floating: true }),
      summary: title,
      description: notes || null,
      stamp: changedAt,
      // A reminder of a day takes nobody's time.
      transparency: at === null ? ICalEventTransparency.TRANSPARENT : ICalEventTransparency.OPAQUE,
    });
    if (remindMin !== null)
      event.createAlarm({ type: ICalAlarmType.display, triggerBefore: remindMin * 60, description: title });
  }
  return calendar.toString();
}
