/** Dates as people at a table say them; fixed to one form so that server and browser write the same. */

import { weekdayOf } from '../../core/days/days';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** "14 Nov" */
export function shortDate(iso: string): string {
  const date = new Date(iso);
  return `${date.getDate()} ${MONTHS[date.getMonth()]}`;
}

/** "14 Nov 2026, 16:05" */
export function dateAndTime(iso: string): string {
  return `${shortDate(iso)} ${new Date(iso).getFullYear()}, ${timeOfDay(iso)}`;
}

/** "16:05" */
export function timeOfDay(iso: string): string {
  const date = new Date(iso);
  return `${two(date.getHours())}:${two(date.getMinutes())}`;
}

const two = (n: number) => String(n).padStart(2, '0');

/** "21 Mar 2027", of a day without an hour: "2027-03-21". */
export function dayInWords(day: string): string {
  const [year, month, date] = day.split('-').map(Number);
  return `${date} ${MONTHS[month! - 1]} ${year}`;
}

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** "Sunday, 22 Nov 2026" */
export function weekdayInWords(day: string): string {
  return `${DAYS[weekdayOf(day)]}, ${dayInWords(day)}`;
}

/** From Monday, as `weekdayOf` counts them. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** "Tue 24 Nov", of a day without an hour. */
export function shortDay(day: string): string {
  const [, month, date] = day.split('-').map(Number);
  return `${WEEKDAYS[weekdayOf(day)]} ${date} ${MONTHS[month! - 1]}`;
}
