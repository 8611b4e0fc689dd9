import { writtenDay, writtenTime } from './dateStyle';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** "3 March 2026, 14:05" in the reader's time zone. */
export function exactly(iso: string, timeZone?: string): string {
  const at = new Date(iso);
  return `${writtenDay(at, timeZone)}, ${writtenTime(at, timeZone)}`;
}

/** "3 days ago", "in 5 hours", "just now". */
export function about(iso: string, now = Date.now()): string {
  const gone = new Date(iso).getTime() - now;
  const size = Math.abs(gone);
  if (size < MINUTE) {
    return 'just now';
  }
  if (size < HOUR) {
    return relative.format(Math.round(gone / MINUTE), 'minute');
  }
  if (size < DAY) {
    return relative.format(Math.round(gone / HOUR), 'hour');
  }
  return size < 60 * DAY
    ? relative.format(Math.round(gone / DAY), 'day')
    : relative.format(Math.round(gone / (30 * DAY)), 'month');
}
