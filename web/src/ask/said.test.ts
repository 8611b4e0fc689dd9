import { expect, test } from 'vitest';
import { and, fieldValue, number } from './said';

test('numbers are grouped by narrow spaces', () => {
  expect(number(2412)).toBe('2\u202f412');
  expect(number(96)).toBe('96');
});

test('dates and instants are written out, in the application’s time zone', () => {
  expect(fieldValue('2026-03-03', 'date', 'Europe/London')).toBe('3 March 2026');
  expect(fieldValue('2026-07-03T13:05:00Z', 'timestamp', 'Europe/London')).toBe(
    '3 July 2026, 14:05',
  );
});

test('amounts are grouped before the point only', () => {
  expect(fieldValue('1234567.8912', 'money', 'UTC')).toBe('1\u202f234\u202f567.8912');
});

test('yes and no are words', () => {
  expect(fieldValue('true', 'yesNo', 'UTC')).toBe('yes');
  expect(fieldValue('false', 'yesNo', 'UTC')).toBe('no');
});

test('lists read as sentences', () => {
  expect(and(['one'])).toBe('one');
  expect(and(['one', 'two', 'three'])).toBe('one, two and three');
});
