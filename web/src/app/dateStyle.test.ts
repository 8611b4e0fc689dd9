import { afterEach, expect, test } from 'vitest';
import { dayFormat, writeDates, writtenDay, writtenTime } from './dateStyle';
import { exactly } from './when';

const at = new Date('2026-03-03T14:05:00Z');

afterEach(() => writeDates(''));

test('days are written as the person chose', () => {
  expect(writtenDay(at, 'UTC')).toBe('3 March 2026');
  writeDates('monthFirst');
  expect(writtenDay(at, 'UTC')).toBe('March 3, 2026');
  expect(dayFormat()).toBe('MMM DD, YYYY');
  writeDates('iso');
  expect(writtenDay(at, 'UTC')).toBe('2026-03-03');
  expect(exactly('2026-03-03T14:05:00Z', 'UTC')).toBe('2026-03-03, 14:05');
});

test('a style that is not known is the usual one, times are the same in all', () => {
  writeDates('sideways');
  expect(writtenDay(at, 'UTC')).toBe('3 March 2026');
  expect(writtenTime(at, 'UTC')).toBe('14:05');
});
