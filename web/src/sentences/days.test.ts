import { expect, test } from 'vitest';
import { dayOf, startOf } from './days';

const ZONE = 'Europe/Copenhagen';

test('a day begins at midnight of the zone, in summer and in winter', () => {
  expect(startOf('2026-12-01', ZONE)).toBe('2026-11-30T23:00:00Z');
  expect(startOf('2026-07-01', ZONE)).toBe('2026-06-30T22:00:00Z');
  expect(startOf('2026-03-29', ZONE)).toBe('2026-03-28T23:00:00Z');
  expect(startOf('2026-03-29', ZONE, 1)).toBe('2026-03-29T22:00:00Z');
});

test('a last day is the one before the instant at which it ends', () => {
  const until = startOf('2026-06-30', ZONE, 1);
  expect(dayOf(until, ZONE, -1)).toBe('2026-06-30');
  expect(dayOf(startOf('2026-10-25', ZONE), ZONE)).toBe('2026-10-25');
});
