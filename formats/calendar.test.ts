import fc from 'fast-check';
import ICAL from 'ical.js';
import { type CalendarEntry, calendarFile } from './calendar';

const entry = (more: Partial<CalendarEntry> = {}): CalendarEntry => ({
  uid: 'job-1@lazy-acorn',
  title: 'Wind hank 1',
  day: '2026-11-28',
  at: '19:30',
  minutes: 25,
  notes: '',
  remindMin: 15,
  changedAt: new Date('2026-11-27T10:00:00.000Z'),
  ...more,
});

const read = (entries: CalendarEntry[]) =>
  new ICAL.Component(ICAL.parse(calendarFile(entries)))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));

test('an hour without a zone, its end, and a reminder before it', () => {
  const [event] = read([entry()]);
  expect(event!.startDate.zone?.tzid ?? 'floating').toBe('floating');
  expect([event!.startDate.toString(), event!.endDate.toString()]).toEqual([
    '2026-11-28T19:30:00',
    '2026-11-28T19:55:00',
  ]);
  expect(event!.component.getFirstPropertyValue('transp')).toBe('OPAQUE');
  const alarm = event!.component.getFirstSubcomponent('valarm')!;
  expect(alarm.getFirstPropertyValue('trigger')!.toString()).toBe('-PT15M');
});

test('past midnight it ends on the next day', () => {
  const [event] = read([entry({ at: '23:50', minutes: 30 })]);
  expect(event!.endDate.toString()).toBe('2026-11-29T00:20:00');
});

test('a whole day takes nobody’s time and reminds of nothing', () => {
  const [event] = read([entry({ at: null, remindMin: null })]);
  expect(event!.startDate.isDate).toBe(true);
  expect(event!.startDate.toString()).toBe('2026-11-28');
  expect(event!.component.getFirstPropertyValue('transp')).toBe('TRANSPARENT');
  expect(event!.component.getAllSubcomponents('valarm')).toEqual([]);
});

test('whatever a title says, another program reads the same, in lines of at most 75 bytes', () => {
  const words = fc
    .string({ unit: 'grapheme', minLength: 1, maxLength: 120 })
    .filter((text) => !/[\u0000-\u001f\u007f-\u009f\u2028\u2029]/u.test(text) && text.trim() === text);
  fc.assert(
    fc.property(fc.array(words, { minLength: 1, maxLength: 4 }), (titles) => {
      const entries = titles.map((title, i) => entry({ uid: `job-${i}@lazy-acorn`, title, notes: title }));
      for (const line of calendarFile(entries).split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
      expect(read(entries).map(({ summary, description }) => [summary, description])).toEqual(
        titles.map((title) => [title, title]),
      );
    }),
  );
});
