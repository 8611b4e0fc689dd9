import { expect, test } from 'vitest';
import { hoursWritten, WORKDAYS } from './hours';

test('hours of a day are one span, in the order of the week', () => {
  expect(hoursWritten([{ days: ['friday', 'monday'], from: '08:00', to: '17:30' }])).toEqual([
    { days: ['monday', 'friday'], from: '08:00', to: '17:30' },
  ]);
});

test('what goes over midnight is two, the second on the days after', () => {
  expect(hoursWritten([{ days: ['saturday', 'sunday'], from: '20:00', to: '06:00' }])).toEqual([
    { days: ['saturday', 'sunday'], from: '20:00', to: '24:00' },
    { days: ['monday', 'sunday'], from: '00:00', to: '06:00' },
  ]);
});

test('until midnight is the end of the day, and what is not complete is left out', () => {
  expect(
    hoursWritten([
      { days: ['monday'], from: '22:00', to: '00:00' },
      { ...WORKDAYS, days: [] },
      { ...WORKDAYS, to: '' },
    ]),
  ).toEqual([{ days: ['monday'], from: '22:00', to: '24:00' }]);
});
