/** How dates are written for whoever is signed in. */
export type DateStyle = '' | 'monthFirst' | 'iso';

export const DATE_STYLES: [DateStyle, string][] = [
  ['', '3 March 2026'],
  ['monthFirst', 'March 3, 2026'],
  ['iso', '2026-03-03'],
];

let style: DateStyle = '';

/** Set once somebody is known to be signed in, before anything is drawn for them. */
export function writeDates(as: string): void {
  style = DATE_STYLES.find(([one]) => one === as)?.[0] ?? '';
}

const long = { day: 'numeric', month: 'long', year: 'numeric' } as const;

/** The day of an instant, as the one who is signed in writes it. */
export function writtenDay(at: Date, timeZone?: string): string {
  const zone = timeZone ? { timeZone } : {};
  switch (style) {
    case 'iso':
      return at.toLocaleDateString('sv-SE', zone);
    case 'monthFirst':
      return at.toLocaleDateString('en-US', { ...long, ...zone });
    default:
      return at.toLocaleDateString('en-GB', { ...long, ...zone });
  }
}

/** The time of an instant, to the minute. */
export function writtenTime(at: Date, timeZone?: string): string {
  return at.toLocaleTimeString('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    ...(timeZone ? { timeZone } : {}),
  });
}

/** How a day that is typed looks: no two ways to read it, whatever the style. */
export function dayFormat(): string {
  switch (style) {
    case 'iso':
      return 'YYYY-MM-DD';
    case 'monthFirst':
      return 'MMM DD, YYYY';
    default:
      return 'DD MMM YYYY';
  }
}
