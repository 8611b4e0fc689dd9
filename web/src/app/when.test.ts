import { expect, test } from 'vitest';
import { about, exactly } from './when';

const now = Date.parse('2026-11-23T12:00:00Z');

test.each([
  ['2026-11-23T11:59:40Z', 'just now'],
  ['2026-11-23T11:20:00Z', '40 minutes ago'],
  ['2026-11-23T17:00:00Z', 'in 5 hours'],
  ['2026-11-22T11:00:00Z', 'yesterday'],
  ['2026-12-07T12:00:00Z', 'in 14 days'],
  ['2026-08-01T12:00:00Z', '4 months ago'],
])('%s is %s', (at, said) => {
  expect(about(at, now)).toBe(said);
});

test('exactly is in the time zone asked for, which may be another day', () => {
  expect(exactly('2026-11-23T23:30:00Z', 'Europe/London')).toBe('23 November 2026, 23:30');
  expect(exactly('2026-11-23T23:30:00Z', 'Asia/Tokyo')).toBe('24 November 2026, 08:30');
});
