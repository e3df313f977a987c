/** Days of the calendar: twice a year one of them has 23 or 25 hours. */

/**
 * The same time of the clock so many days later.
 * @param ms ms since 1970, @param days whole days of the calendar; a part of a day is so many hours
 * @returns ms since 1970, in the time zone of this machine
 * @example daysLater(0, 1) // 86400000
 */
export function daysLater(ms: number, days: number): number {
  const when = new Date(ms);
  when.setDate(when.getDate() + Math.floor(days));
  return when.getTime() + (days - Math.floor(days)) * 86_400_000;
}
