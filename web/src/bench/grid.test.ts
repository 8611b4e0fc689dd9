import { expect, test } from 'vitest';
import type { Bench } from './api';
import type { RoleElement, SetElement } from './design';
import { editOfOwnSet, editOfSet } from './edits';
import { between, type Folding, moved, refKey, rowsOf } from './grid';
import { putIn } from './queue';
import { ofRole, ofSet } from './sources';
import { begun, fitted, STARTERS } from './starters';
import { worked } from './working';

const type = (key: string, area: string, own: string[] = [], unsaid = {}) => ({
  key,
  singular: key,
  plural: `${key}s`,
  area,
  operations: ['view', 'change', 'create', 'delete', ...own].map((one) => ({
    key: one,
    name: one,
  })),
  unsaid,
  fields: [
    { key: 'title', label: 'Title', guarded: false, classifications: [] },
    { key: 'margin', label: 'Margin', guarded: true, classifications: ['commercial'] },
  ],
});

const bench: Bench = {
  application: { key: 'app', name: 'App' },
  areas: [
    { key: 'work', name: 'Work' },
    { key: 'crew', name: 'Crew', stewards: 'Ann' },
  ],
  types: [
    type('trip', 'work', ['sail']),
    type('chart', 'work', [], { own: 'no owner', unit: 'no unit', branch: 'no unit' }),
    type('sailor', 'crew'),
  ],
  functions: [{ key: 'tide', name: 'Tides', area: 'work', levels: ['none', 'look'], needs: [] }],
  sets: [],
  roles: [],
};

const set: SetElement = {
  key: 's',
  name: 'Set',
  purpose: '',
  privileges: [{ recordType: 'trip', operation: 'view', reach: 'unit' }],
};

const all: Folding = { open: new Set(), closed: new Set(), onlyGiven: false, search: '' };
const untouched = { key: 's', now: set, published: set, people: 1, touched: false };

test('rows follow the areas; opened types have their fields, folded areas none', () => {
  const kinds = (folding: Folding) =>
    rowsOf(bench, ofSet(untouched), folding).map((one) => `${one.kind} ${one.key}`);
  expect(kinds(all).slice(0, 5)).toEqual([
    'area work',
    'type trip',
    'type chart',
    'area crew',
    'type sailor',
  ]);
  expect(kinds({ ...all, open: new Set(['trip']) })).toContain('field trip.margin');
  expect(kinds({ ...all, closed: new Set(['work']) })).not.toContain('type trip');
  expect(kinds({ ...all, search: 'cha' })).toEqual(['area work', 'type chart']);
});

test('only what is given leaves a line for what is folded away', () => {
  const rows = rowsOf(bench, ofSet(untouched), { ...all, onlyGiven: true });
  expect(rows.filter((one) => one.kind === 'type').map((one) => one.key)).toEqual(['trip']);
  expect(rows[0]).toMatchObject({ kind: 'area', folded: 1 });
});

test('the cursor moves over areas and stays in the grid', () => {
  const rows = rowsOf(bench, ofSet(untouched), all);
  expect(moved(rows, { row: 1, column: 1 }, 1, 0), 'own ones stand below').toEqual({
    row: 1,
    column: 5,
  });
  expect(moved(rows, { row: 1, column: 5 }, 1, 0)).toEqual({ row: 2, column: 1 });
  expect(moved(rows, { row: 2, column: 1 }, -1, 0)).toEqual({ row: 1, column: 5 });
  expect(moved(rows, { row: 2, column: 2 }, -1, 0)).toEqual({ row: 1, column: 2 });
  expect(moved(rows, { row: 1, column: 2 }, 1, 0)).toEqual({ row: 2, column: 2 });
  expect(moved(rows, { row: 2, column: 4 }, 1, 0)).toEqual({ row: 4, column: 4 });
  expect(moved(rows, { row: 1, column: 0 }, -1, 0)).toEqual({ row: 1, column: 0 });
  expect(moved(rows, { row: 1, column: 5 }, 0, 1)).toEqual({ row: 1, column: 5 });
  expect(moved(rows, { row: 1, column: 0 }, 0, 1)).toEqual({ row: 1, column: 1 });
});

test('several cells are those of the rectangle', () => {
  const rows = rowsOf(bench, ofSet(untouched), all);
  const cells = between(rows, { row: 1, column: 1 }, { row: 4, column: 2 }).map(refKey);
  expect(cells).toEqual([
    'cell:trip:view',
    'cell:trip:change',
    'cell:chart:view',
    'cell:chart:change',
    'cell:sailor:view',
    'cell:sailor:change',
  ]);
  const own = between(rows, { row: 1, column: 1 }, { row: 1, column: 5 }).map(refKey);
  expect(own).toEqual(['cell:trip:view', 'cell:trip:sail']);
});

test('only what differs is left where that is asked for', () => {
  const now = {
    ...set,
    privileges: [{ recordType: 'chart', operation: 'view', reach: 'all' as const }],
  };
  const source = ofSet({ key: 's', now, published: set, people: 0, touched: true });
  const rows = rowsOf(bench, source, { ...all, onlyChanged: true });
  expect(rows.map((row) => row.key)).toEqual(['work', 'trip', 'chart']);
});

test('a role gives what its sets give, and says which', () => {
  const role: RoleElement = { key: 'r', name: 'Role', sets: ['s', 't'] };
  const other = { ...set, key: 't', name: 'Other', privileges: [...set.privileges] };
  other.privileges = [{ recordType: 'trip', operation: 'view', reach: 'all' }];
  const sets = [untouched, { key: 't', now: other, published: null, people: 0, touched: true }];
  const trip = bench.types[0];
  const source = ofRole(
    { key: 'r', now: role, published: { ...role, sets: ['s'] }, people: 1, touched: true },
    sets,
  );
  expect(trip && source.cell(trip, 'view')).toEqual({
    now: { notches: 7, conditional: [] },
    before: { notches: 4, conditional: [] },
  });
  expect(source.givers({ kind: 'cell', type: 'trip', operation: 'view' })).toEqual([
    'Set',
    'Other',
  ]);
});

test('elements are as the changes leave them', () => {
  const known = worked<SetElement>('privilegeSets', [{ element: set, people: 3 }], [
    { put: 'privilegeSets', element: { ...set, key: 'new', name: 'New' } },
    { remove: 'privilegeSets', key: 's' },
    { put: 'roles', element: { key: 'r' } },
  ] as never);
  expect(known.map((one) => [one.key, one.now?.name, one.people])).toEqual([
    ['s', undefined, 3],
    ['new', 'New', 0],
  ]);
});

test('an edit that changes nothing is none', () => {
  const ref = { kind: 'cell', type: 'trip', operation: 'view' } as const;
  expect(editOfSet(set, { does: 'reach', cells: [ref], notches: 4 })).toEqual([]);
  expect(
    editOfSet(set, { does: 'clear', cells: [ref] }).map((one) => putIn(one)?.privileges),
  ).toEqual([[]]);
});

test('a set of its own is made with the role that takes it in', () => {
  const role: RoleElement = { key: 'r', name: 'Night', sets: ['s'] };
  const ref = { kind: 'cell', type: 'trip', operation: 'sail' } as const;
  const own = editOfOwnSet(role, new Set(['night']), {
    does: 'reach',
    cells: [ref],
    notches: 7,
  });
  expect(own.set).toBe('night-2');
  expect(own.changes.map((one) => putIn(one)?.key)).toEqual(['night-2', 'r']);
  expect(own.changes.map((one) => putIn(one)?.sets)).toEqual([undefined, ['s', 'night-2']]);
});

test('a starter is fitted: no guarded area, no reach that cannot be said', () => {
  const partner = STARTERS.find((one) => one.key === 'contributor');
  expect(partner && fitted(partner, bench.types, new Set(['crew']))).toEqual(
    ['view', 'change', 'create'].map((operation) => ({
      recordType: 'trip',
      operation,
      reach: 'unit',
    })),
  );
  const made = begun(null, 'Empty', bench.types, new Set(), {
    roles: new Set(['empty']),
    sets: new Set(),
  });
  expect(made.role).toBe('empty-2');
  expect(made.changes).toHaveLength(1);
});
