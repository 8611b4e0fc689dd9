import { expect, test } from 'vitest';
import { FIRST_PAGE, positionOf, turn, turnedFrom } from './turning';

test('pages are turned by the position of the page beside', () => {
  const first = turnedFrom(new URLSearchParams('page=7'));
  expect(first).toEqual({ page: 0, after: '', before: '' });
  expect(positionOf(first)).toEqual({});
  const second = turn(first, { next: 'n1' }, 1);
  expect(second).toEqual({ page: '1', after: 'n1', before: '' });
  const there = turnedFrom(new URLSearchParams(second));
  expect(positionOf(there)).toEqual({ after: 'n1' });
  const third = turnedFrom(new URLSearchParams(turn(there, { next: 'n2', previous: 'p1' }, 2)));
  expect(third).toEqual({ page: 2, after: 'n2', before: '' });
  const back = turn(third, { previous: 'p2' }, 1);
  expect(positionOf(turnedFrom(new URLSearchParams(back)))).toEqual({ before: 'p2' });
  expect(turn(there, { previous: 'p1' }, 0)).toBe(FIRST_PAGE);
});

test('a page made by hand is no harm', () => {
  expect(turnedFrom(new URLSearchParams('page=-3&after=x')).page).toBe(1);
  expect(turnedFrom(new URLSearchParams('page=many&before=x')).page).toBe(1);
});
