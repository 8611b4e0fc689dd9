import { expect, test } from 'vitest';
import type { Name, Row } from './api';
import {
  asGroup,
  blankRow,
  comparisonsOf,
  group,
  relative,
  said,
  termOf,
  whole,
  withComparison,
  withName,
} from './rows';

const name = (of: string, type: string, unit = false): Name => ({
  name: of,
  type,
  words: `the ${of}`,
  choices: [],
  unit,
});
const open: Row = {
  is: '=',
  not: false,
  left: { kind: 'name', value: 'status' },
  values: [{ kind: 'text', value: 'open' }],
};

test('days are written as people say them', () => {
  expect(['today', 'in 7 days', '3 days ago', 'today + 2', 'now -1'].map(relative)).toEqual([
    '',
    '7',
    '-3',
    '2',
    '-1',
  ]);
  expect(relative('next week')).toBeUndefined();
  expect(termOf('in 7 days', 'date')).toEqual({ kind: 'today', value: '7' });
  expect(termOf('2026-03-03', 'timestamp')).toEqual({
    kind: 'timestamp',
    value: '2026-03-03T00:00:00Z',
  });
  expect(said({ kind: 'now', value: '-1' }, [])).toBe('1 day ago');
});

test('only what can be asked of a name is offered', () => {
  const words = (of: Name) => comparisonsOf(of).map((one) => one.words);
  expect(words(name('permits', 'list'))).toEqual([
    'has any of',
    'has none of',
    'has all of',
    'has not all of',
    'has no value',
    'has a value',
  ]);
  expect(words(name('hazard', 'yesNo'))).not.toContain('is less than');
  expect(words(name('basin', 'text'))).not.toContain('is, or is below');
  expect(words(name('unit', 'text', true))).toContain('is, or is below');
});

test('another name keeps the comparison where it can be asked of it', () => {
  expect(withName(open, name('stage', 'text'))).toMatchObject({ is: '=', values: [] });
  expect(withName({ ...open, is: 'like' }, name('crew', 'number'))).toMatchObject({ is: '=' });
});

test('another comparison keeps as many values as it takes', () => {
  const [none] = comparisonsOf(name('status', 'text')).filter((one) => one.values === 0);
  expect(none && withComparison(open, none).values).toEqual([]);
  const [some] = comparisonsOf(name('status', 'text')).filter((one) => one.values === 'some');
  expect(some && withComparison(open, some).values).toEqual(open.values);
});

test('rows are whole when each says something', () => {
  expect(whole(open)).toBe(true);
  expect(whole(group('and', [open, blankRow()]))).toBe(false);
  expect(whole({ ...open, is: 'isNull', values: [] })).toBe(true);
  expect(whole({ ...open, is: 'between', values: open.values ?? [] })).toBe(false);
  expect(whole(group('or', []))).toBe(false);
  expect(asGroup(open)).toEqual(group('and', [open]));
  expect(asGroup(group('or', [open]))).toEqual(group('or', [open]));
});
