const DAY = 24 * 3_600_000;

/** How far the zone's clock is before that of UTC at an instant, in milliseconds. */
function offset(at: number, zone: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
    second: 'numeric',
  }).formatToParts(at);
  const of = (type: string) => Number(parts.find((one) => one.type === type)?.value);
  const local = Date.UTC(
    of('year'),
    of('month') - 1,
    of('day'),
    of('hour'),
    of('minute'),
    of('second'),
  );
  return local - Math.floor(at / 1000) * 1000;
}

/** The instant at which a day, such as 2026-03-03, begins in a time zone, or one so many days after it. */
export function startOf(day: string, zone: string, after = 0): string {
  const midnight = Date.parse(`${day}T00:00:00Z`) + after * DAY;
  // The offset is that of the instant itself, which is known only once it has been taken off.
  const near = midnight - offset(midnight, zone);
  return new Date(midnight - offset(near, zone)).toISOString().replace('.000Z', 'Z');
}

/** The day of an instant in a time zone, or the one so many days after it. */
export function dayOf(instant: string, zone: string, after = 0): string {
  const at = Date.parse(instant);
  return new Date(at + offset(at, zone) + after * DAY).toISOString().slice(0, 10);
}
