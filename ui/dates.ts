/** Dates as people at a table say them; fixed to one form so that server and browser write the same. */

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** "14 Nov" */
export function shortDate(iso: string): string {
  const date = new Date(iso);
  return `${date.getDate()} ${MONTHS[date.getMonth()]}`;
}

/** "14 Nov 2026, 16:05" */
export function dateAndTime(iso: string): string {
  const date = new Date(iso);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${shortDate(iso)} ${date.getFullYear()}, ${two(date.getHours())}:${two(date.getMinutes())}`;
}

/** "21 Mar 2027", of a day without an hour: "2027-03-21". */
export function dayInWords(day: string): string {
  const [year, month, date] = day.split('-').map(Number);
  return `${date} ${MONTHS[month! - 1]} ${year}`;
}
