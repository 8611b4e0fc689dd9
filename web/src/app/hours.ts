import type { Schemas } from '../api/client';

/** Days of the week, and a time of them until another, which may be on the next morning. */
export type Hours = { days: string[]; from: string; to: string };

export const DAYS: [string, string][] = [
  ['monday', 'Mon'],
  ['tuesday', 'Tue'],
  ['wednesday', 'Wed'],
  ['thursday', 'Thu'],
  ['friday', 'Fri'],
  ['saturday', 'Sat'],
  ['sunday', 'Sun'],
];

export const WORKDAYS: Hours = {
  days: DAYS.slice(0, 5).map(([day]) => day),
  from: '08:00',
  to: '18:00',
};

const keys = DAYS.map(([day]) => day);

const inOrder = (days: string[]) => keys.filter((day) => days.includes(day));

const nextOf = (day: string) => keys[(keys.indexOf(day) + 1) % keys.length] ?? day;

/** Whether it says something: a day at least, and two different times. */
const complete = (one: Hours): boolean =>
  one.days.length > 0 && one.from !== '' && one.to !== '' && one.from !== one.to;

/** Hours as documents write them: what goes over midnight is two spans. */
export function hoursWritten(hours: Hours[]): Schemas['HoursPart'][] {
  return hours.filter(complete).flatMap((one) => {
    const days = inOrder(one.days);
    if (one.to === '00:00') {
      return [{ days, from: one.from, to: '24:00' }];
    }
    if (one.from < one.to) {
      return [{ days, from: one.from, to: one.to }];
    }
    return [
      { days, from: one.from, to: '24:00' },
      { days: inOrder(days.map(nextOf)), from: '00:00', to: one.to },
    ];
  });
}

/** Hours as they are edited; each span stays one of its own. */
export const hoursRead = (parts: Schemas['HoursPart'][]): Hours[] =>
  parts.map(({ days = [], from = '', to = '' }) => ({
    days,
    from,
    to: to === '24:00' ? '00:00' : to,
  }));
