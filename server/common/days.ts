/** Between moments and the days of this machine's clock. */

/** The day of a moment: "2026-11-24". */
export function dayOf(at: Date): string {
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The moment that a day begins with, in UTC as it is stored. */
export function startOfDay(day: string): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, date).toISOString();
}
