import { expect, test } from 'vitest';
import type { Bench } from './api';
import { compared, places, takenOver } from './compared';
import { type Privilege, type Reach, withBounded } from './design';

const bench = {
  types: [
    {
      key: 'trip',
      plural: 'Trips',
      operations: [
        { key: 'view', name: 'view' },
        { key: 'change', name: 'change' },
      ],
      fields: [
        { key: 'price', label: 'Price', guarded: true },
        { key: 'cost', label: 'Cost', guarded: true },
        { key: 'name', label: 'Name', guarded: false },
      ],
    },
  ],
  functions: [{ key: 'tide', name: 'Tide table', levels: ['none', 'look', 'set'] }],
} as unknown as Bench;

const may = (operation: string, reach: Reach): Privilege => ({
  recordType: 'trip',
  operation,
  reach,
});
const sees = (fields: string[], reach: Reach = 'all'): Privilege => ({
  recordType: 'trip',
  fields,
  use: 'view',
  reach,
});
const at = (key: string) => places(bench).filter((one) => one.key === key);

test('what differs and what is the same is told in words', () => {
  const left = [may('view', 'unit'), sees(['price']), { function: 'tide', level: 'look' }];
  const right = [may('view', 'unit'), may('change', 'all'), { function: 'tide', level: 'set' }];
  const told = compared(bench, left, right);
  expect(told.map((one) => [one.key, one.left.words, one.right.words])).toEqual([
    ['trip/view', 'own unit', 'all, carried'],
    ['trip/change', '', 'all'],
    ['trip.price/view', 'all', ''],
    ['#tide', 'look', 'set'],
  ]);
  expect(compared(bench, left, left).every((one) => !one.differs)).toBe(true);
});

test('one place is taken over, and nothing else is touched', () => {
  const into = [may('view', 'unit'), sees(['cost', 'price'])];
  expect(takenOver(into, [may('view', 'all')], at('trip/view'))).toEqual([
    sees(['cost', 'price']),
    may('view', 'all'),
  ]);
  expect(takenOver(into, [], at('trip.price/view'))).toEqual([may('view', 'unit'), sees(['cost'])]);
  expect(takenOver([sees(['cost'])], [sees(['price', 'name'])], at('trip.price/view'))).toEqual([
    sees(['cost', 'price']),
  ]);
});

test('all that is taken over leaves no difference', () => {
  const left = [may('view', 'own'), sees(['price'], 'own')];
  const right = [
    may('change', 'branch'),
    sees(['cost', 'price']),
    { function: 'tide', level: 'set' },
  ];
  const after = takenOver(left, right, compared(bench, left, right));
  expect(compared(bench, after, right).filter((one) => one.differs)).toEqual([]);
});

test('a privilege under a condition is put, changed and taken out', () => {
  const cell = { type: 'trip', operation: 'view' };
  const one = { notches: 7, condition: 'crew > 2' };
  const other = { notches: 4, condition: 'crew > 3' };
  const put = withBounded([may('view', 'own')], cell, null, one);
  expect(put).toEqual([may('view', 'own'), { ...may('view', 'all'), condition: 'crew > 2' }]);
  expect(withBounded(put, cell, one, other)[1]).toEqual({
    ...may('view', 'unit'),
    condition: 'crew > 3',
  });
  expect(withBounded(put, cell, one, null)).toEqual([may('view', 'own')]);
  const field = { type: 'trip', field: 'price', use: 'view' as const };
  const bound = { ...sees(['cost', 'price']), condition: 'crew > 2' };
  expect(withBounded([bound], field, one, null)).toEqual([
    { ...sees(['cost']), condition: 'crew > 2' },
  ]);
});
