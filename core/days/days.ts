/** Days without an hour, as they stand on a calendar: "2026-11-24"; and which of them a moment belongs to. */

const DAY_MS = 24 * 3600_000;

const noon = (day: string): number => Date.parse(`${day}T00:00:00Z`);
// eslint-disable-next-line no-restricted-syntax -- of days without an hour, where nobody’s clock matters
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
 * Is it a day that there is, in a year that somebody may mean (1900 to 2999)?
 *
 * @example
 * isDay('2026-02-30') // => false
 */
export function isDay(text: string): boolean {
  return /^(19|2\d)\d{2}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(noon(text)) && addDays(text, 0) === text;
}

/**
 * The day of a moment, which is stored in UTC, by the clock on this machine.
 *
 * @example
 * dayOf(new Date(2026, 10, 24, 23, 30)) // => '2026-11-24'
 */
export function dayOf(moment: Date | string): string {
  const at = new Date(moment);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/**
 * The moment that a day begins with by the clock on this machine, in UTC as it is stored.
 *
 * @example
 * dayOf(startOfDay('2026-11-24')) // => '2026-11-24'
 */
export function startOfDay(day: string): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, date).toISOString();
}
