import { DAYS, type Hours } from './hours';

/** Half hours of a day. */
export const SLOTS = 48;

/** A week as it is painted: for each day its half hours. */
export type Week = boolean[][];

const minutes = (time: string) => {
  const [hour = '0', minute = '0'] = time.split(':');
  return Number(hour) * 60 + Number(minute);
};

/** When a half hour begins; the one after the last begins at midnight. */
export const timeOf = (slot: number) => {
  const hour = String(Math.floor(slot / 2) % 24).padStart(2, '0');
  return `${hour}:${slot % 2 === 0 ? '00' : '30'}`;
};

export const emptyWeek = (): Week => DAYS.map(() => Array<boolean>(SLOTS).fill(false));

/** Whether all of it begins and ends on a half hour, so that it can be painted. */
export const paintable = (hours: Hours[]): boolean =>
  hours.every((one) => [one.from, one.to].every((at) => at !== '' && minutes(at) % 30 === 0));

/** The half hours that are in some spans; what goes past midnight goes on on the next day. */
export function weekOf(hours: Hours[]): Week {
  const week = emptyWeek();
  for (const one of hours) {
    const from = minutes(one.from) / 30;
    const to = one.to === '00:00' ? SLOTS : minutes(one.to) / 30;
    const length = to > from ? to - from : SLOTS - from + to;
    for (const day of one.days) {
      const index = DAYS.findIndex(([key]) => key === day);
      for (let slot = from; slot < from + length && index >= 0; slot++) {
        const row = week[(index + Math.floor(slot / SLOTS)) % DAYS.length];
        if (row) {
          row[Math.floor(slot) % SLOTS] = true;
        }
      }
    }
  }
  return week;
}

/** The spans of a week: those that are alike on several days are one. */
export function hoursOf(week: Week): Hours[] {
  const spans = new Map<string, Hours>();
  week.forEach((slots, index) => {
    const [day = ''] = DAYS[index] ?? [];
    let begin = -1;
    for (let slot = 0; slot <= SLOTS; slot++) {
      const on = slots[slot] ?? false;
      if (on && begin < 0) {
        begin = slot;
      }
      if (!on && begin >= 0) {
        const key = `${begin}-${slot}`;
        const known = spans.get(key);
        if (known) {
          known.days.push(day);
        } else {
          spans.set(key, { days: [day], from: timeOf(begin), to: timeOf(slot) });
        }
        begin = -1;
      }
    }
  });
  return [...spans.values()];
}

/** The week with a rectangle of days and half hours painted or wiped. */
export function painted(
  week: Week,
  from: { day: number; slot: number },
  to: { day: number; slot: number },
  on: boolean,
): Week {
  const [top, bottom] = [Math.min(from.day, to.day), Math.max(from.day, to.day)];
  const [left, right] = [Math.min(from.slot, to.slot), Math.max(from.slot, to.slot)];
  return week.map((slots, day) =>
    day < top || day > bottom
      ? slots
      : slots.map((was, slot) => (slot < left || slot > right ? was : on)),
  );
}

/** When the clocks of a zone are changed within a year of an instant. */
export type ClockChange = { at: Date; forward: boolean; day: string; hour: number };

/** To make one takes long; each zone's serves again. */
const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone);
  if (known) {
    return known;
  }
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
    hourCycle: 'h23',
  });
  formats.set(zone, made);
  return made;
}

/** How many minutes the clocks of a zone are ahead at an instant. */
function offset(zone: string, at: number): number {
  const parts = formatOf(zone).formatToParts(at);
  const of = (type: string) => Number(parts.find((one) => one.type === type)?.value ?? 0);
  const local = Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'));
  return Math.round((local - at) / 60_000);
}

const HOUR = 3_600_000;

const changesOf = new Map<string, ClockChange[]>();

export function clockChanges(zone: string, from: Date): ClockChange[] {
  const start = Math.floor(from.getTime() / (24 * HOUR)) * 24 * HOUR;
  const key = `${zone} ${start}`;
  const known = changesOf.get(key) ?? worked(zone, start);
  changesOf.set(key, known);
  return known;
}

function worked(zone: string, start: number): ClockChange[] {
  const changes: ClockChange[] = [];
  for (let day = 0; day < 366; day++) {
    const at = start + day * 24 * HOUR;
    const before = offset(zone, at);
    if (before !== offset(zone, at + 24 * HOUR)) {
      let hour = 0;
      while (offset(zone, at + hour * HOUR) === before) {
        hour++;
      }
      const when = at + hour * HOUR;
      const after = offset(zone, when);
      // The hour on the wall that is missing, or there twice.
      const wall = new Date(when + Math.min(before, after) * 60_000);
      changes.push({
        at: new Date(when),
        forward: after > before,
        day: DAYS[(wall.getUTCDay() + 6) % 7]?.[0] ?? '',
        hour: wall.getUTCHours(),
      });
    }
  }
  return changes;
}

/** The changes of the clocks that fall into painted hours, in words. */
export function clockWords(week: Week, zone: string, from: Date): string[] {
  return clockChanges(zone, from)
    .filter((one) => {
      const day = DAYS.findIndex(([key]) => key === one.day);
      return week[day]?.[one.hour * 2] || week[day]?.[one.hour * 2 + 1];
    })
    .map((one) => {
      const date = one.at.toLocaleDateString('en-GB', {
        timeZone: zone,
        day: 'numeric',
        month: 'long',
        year: 'numeric',
      });
      return one.forward
        ? `On ${date} the clocks go forward, and an hour is missing from these.`
        : `On ${date} the clocks go back, and an hour of these is there twice.`;
    });
}
