import { expect, test } from 'vitest';
import { WORKDAYS } from './hours';
import { clockChanges, clockWords, emptyWeek, hoursOf, paintable, painted, weekOf } from './week';

test('spans are painted and read back, alike ones as one', () => {
  expect(hoursOf(weekOf([WORKDAYS]))).toEqual([WORKDAYS]);
  const night = { days: ['sunday'], from: '20:00', to: '06:00' };
  expect(hoursOf(weekOf([night]))).toEqual([
    { days: ['monday'], from: '00:00', to: '06:00' },
    { days: ['sunday'], from: '20:00', to: '00:00' },
  ]);
  const whole = painted(emptyWeek(), { day: 6, slot: 47 }, { day: 0, slot: 0 }, true);
  expect(hoursOf(whole)).toMatchObject([{ from: '00:00', to: '00:00' }]);
  expect(hoursOf(whole)[0]?.days).toHaveLength(7);
});

test('a rectangle is painted and wiped', () => {
  const on = painted(emptyWeek(), { day: 1, slot: 16 }, { day: 2, slot: 19 }, true);
  expect(hoursOf(on)).toEqual([{ days: ['tuesday', 'wednesday'], from: '08:00', to: '10:00' }]);
  const less = painted(on, { day: 2, slot: 0 }, { day: 2, slot: 47 }, false);
  expect(hoursOf(less)).toEqual([{ days: ['tuesday'], from: '08:00', to: '10:00' }]);
});

test('what is not on a half hour is not painted', () => {
  expect(paintable([WORKDAYS])).toBe(true);
  expect(paintable([{ days: ['monday'], from: '08:15', to: '10:00' }])).toBe(false);
});

test('changes of the clocks are told where they fall into the hours', () => {
  const from = new Date('2026-11-26T00:00:00Z');
  const changes = clockChanges('Europe/Copenhagen', from);
  expect(changes.map((one) => [one.at.toISOString(), one.forward, one.day, one.hour])).toEqual([
    ['2027-03-28T01:00:00.000Z', true, 'sunday', 2],
    ['2027-10-31T01:00:00.000Z', false, 'sunday', 2],
  ]);
  const nights = weekOf([{ days: ['saturday'], from: '20:00', to: '06:00' }]);
  expect(clockWords(nights, 'Europe/Copenhagen', from)).toHaveLength(2);
  expect(clockWords(weekOf([WORKDAYS]), 'Europe/Copenhagen', from)).toEqual([]);
  expect(clockWords(nights, 'UTC', from)).toEqual([]);
});
