import { expect, test } from 'vitest';
import type { WhatCan } from '../ask/answers';
import { refKey, rowsOf } from '../bench/grid';
import { benchOf, sumOf } from './SumGrid';

const cell = (operation: string, notches: number, records: number) => ({
  operation,
  label: operation,
  notches,
  reach: '',
  records,
  granted: records > 0,
  narrowed: false,
  words: '',
  widened: 0,
  cut: 0,
});

const answer = (notches: number, records: number, level: string): WhatCan => ({
  person: {
    key: 'ann',
    name: 'Ann',
    kind: 'staff',
    status: 'active',
    unit: '',
    accounts: [],
    active: true,
    lookThrough: false,
  } as never,
  application: { key: 'app', name: 'App' },
  holdings: [],
  totals: { records: 10, viewed: records, changed: 0 },
  areas: [
    {
      key: 'work',
      name: 'Work',
      guardedFromYou: false,
      types: [
        {
          key: 'trip',
          singular: 'Trip',
          plural: 'Trips',
          counted: true,
          total: 10,
          cells: [cell('view', notches, records)],
          fields: [
            {
              key: 'margin',
              label: 'Margin',
              guarded: true,
              classifications: [],
              level: 'hidden',
              changed: 0,
              viewed: records,
              masked: 0,
            },
          ],
        },
      ],
    },
  ],
  functions: [{ key: 'tide', name: 'Tides', area: 'work', level, levels: ['none', 'look'] }],
});

test('the sum of rights is drawn before and after, with its numbers', () => {
  const { source, counts } = sumOf(answer(1, 2, 'none'), answer(7, 10, 'look'));
  const bench = benchOf(answer(7, 10, 'look'));
  const trip = bench.types[0];
  expect(trip && source.cell(trip, 'view')).toEqual({
    before: { notches: 1, conditional: [] },
    now: { notches: 7, conditional: [] },
  });
  expect(counts.get(refKey({ kind: 'cell', type: 'trip', operation: 'view' }))).toEqual({
    before: { least: 2, most: 2 },
    now: { least: 10, most: 10 },
  });
  expect(
    counts.get(refKey({ kind: 'field', type: 'trip', field: 'margin', use: 'view' }))?.now?.most,
  ).toBe(10);
  const tide = bench.functions[0];
  expect(tide && source.level(tide)).toEqual({ before: 0, now: 1 });
  const rows = rowsOf(bench, source, {
    open: new Set(['trip']),
    closed: new Set(),
    onlyGiven: true,
    search: '',
  });
  expect(rows.map((row) => row.kind)).toEqual(['area', 'type', 'field', 'area', 'function']);
});
