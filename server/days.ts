/** Days as the clocks of this machine have them: "2026-11-24". */

/** The day of a moment. */
export function dayOf(at: Date): string {
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The moment that a day begins with, in UTC as it is stored. */
export function startOfDay(day: string): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, date).toISOString();
}

/** A day so many days later, or earlier. */
export function dayAfter(day: string, days = 1): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return dayOf(new Date(year, month - 1, date + days));
}

/** "2026-12" after "2026-11". */
export function monthAfter(month: string, months = 1): string {
  const [year, number] = month.split('-').map(Number) as [number, number];
  return dayOf(new Date(year, number - 1 + months, 1)).slice(0, 7);
}

/** Is it a day that there is? */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && dayAfter(text, 0) === text;
}
