/** Days without an hour, as they stand on a calendar: "2026-11-24". */

const DAY_MS = 24 * 3600_000;

const noon = (day: string): number => Date.parse(`${day}T00:00:00Z`);
// Of days alone, without an hour: here nobody’s clock matters.
// eslint-disable-next-line no-restricted-syntax -- see above
const dayAt = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/**
 * So many days later, or earlier.
 *
 * @example
 * addDays('2026-02-27', 2) // => '2026-03-01'
 */
export function addDays(day: string, days: number): string {
  return dayAt(noon(day) + days * DAY_MS);
}

/**
 * From one day to another; below zero where the other is earlier.
 *
 * @example
 * daysBetween('2026-11-24', '2026-12-01') // => 7
 */
export function daysBetween(from: string, to: string): number {
  return Math.round((noon(to) - noon(from)) / DAY_MS);
}

/**
 * The day of the week, counted from 0 for Monday.
 *
 * @example
 * weekdayOf('2026-11-29') // => 6
 */
export function weekdayOf(day: string): number {
  return (new Date(noon(day)).getUTCDay() + 6) % 7;
}

/**
 * A month so many months later: "2026-12" after "2026-11".
 *
 * @example
 * addMonths('2026-11', 3) // => '2027-02'
 */
export function addMonths(month: string, months: number): string {
  const [year, number] = month.split('-').map(Number) as [number, number];
  return dayAt(Date.UTC(year, number - 1 + months, 1)).slice(0, 7);
}

/**
 * Is it a day that there is?
 *
 * @example
 * isDay('2026-02-30') // => false
 */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(noon(text)) && addDays(text, 0) === text;
}
