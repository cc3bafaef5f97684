/** Between moments and the days of this machine's clock. */

/** The day of a moment, which is stored in UTC: "2026-11-24". */
export function dayOf(moment: Date | string): string {
  const at = new Date(moment);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The moment that a day begins with, in UTC as it is stored. */
export function startOfDay(day: string): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, date).toISOString();
}
