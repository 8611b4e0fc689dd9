import { expect, test } from 'vitest';
import {
  carriedView,
  changed,
  cleared,
  clearedField,
  givenOn,
  givenOnField,
  keyFor,
  levelOf,
  type Privilege,
  withFieldReach,
  withLevel,
  withReach,
} from './design';

const privileges: Privilege[] = [
  { recordType: 'voyage', operation: 'view', reach: 'unit' },
  { recordType: 'voyage', operation: 'view', reach: 'all', condition: "status = 'open'" },
  { recordType: 'voyage', operation: 'change', reach: 'branch' },
  { recordType: 'voyage', fields: ['margin', 'rate'], use: 'view', reach: 'own' },
  { function: 'tariff', level: 'quote' },
];

const tariff = {
  key: 'tariff',
  name: 'Tariffs',
  area: 'work',
  levels: ['none', 'quote', 'set'],
  needs: [],
};

test('a cell has its widest reach, and what holds under conditions besides', () => {
  expect(givenOn(privileges, 'voyage', 'view')).toEqual({
    notches: 4,
    conditional: [{ notches: 7, condition: "status = 'open'" }],
  });
  expect(givenOn(privileges, 'voyage', 'delete').notches).toBe(0);
  expect(carriedView(privileges, 'voyage')).toBe(5);
});

test('setting a reach leaves conditional privileges and the order alone', () => {
  const next = withReach(privileges, 'voyage', 'view', 2);
  expect(next[0]).toEqual({ recordType: 'voyage', operation: 'view', reach: 'reports' });
  expect(next.slice(1)).toEqual(privileges.slice(1));
  expect(withReach(privileges, 'voyage', 'view', 0)).toEqual(privileges.slice(1));
  expect(withReach(privileges, 'voyage', 'create', 7)).toEqual([
    ...privileges,
    { recordType: 'voyage', operation: 'create', reach: 'all' },
  ]);
});

test('clearing takes the conditional ones too', () => {
  expect(givenOn(cleared(privileges, 'voyage', 'view'), 'voyage', 'view')).toEqual({
    notches: 0,
    conditional: [],
  });
});

test('a guarded field leaves the privilege that it shares with others', () => {
  const next = withFieldReach(privileges, 'voyage', 'margin', 'view', 5);
  expect(givenOnField(next, 'voyage', 'margin', 'view').notches).toBe(5);
  expect(givenOnField(next, 'voyage', 'rate', 'view').notches).toBe(1);
  const joined = withFieldReach(next, 'voyage', 'rate', 'view', 5);
  expect(joined.filter((one) => one.fields)).toEqual([
    { recordType: 'voyage', fields: ['margin', 'rate'], use: 'view', reach: 'branch' },
  ]);
  expect(clearedField(joined, 'voyage', 'rate', 'view').filter((one) => one.fields)).toEqual([
    { recordType: 'voyage', fields: ['margin'], use: 'view', reach: 'branch' },
  ]);
});

test('a function steps through its levels', () => {
  expect(levelOf(privileges, tariff)).toBe(1);
  expect(levelOf(withLevel(privileges, tariff, 2), tariff)).toBe(2);
  expect(withLevel(privileges, tariff, 0).some((one) => one.function)).toBe(false);
});

test('a cell says what it was only where it differs', () => {
  const one = { notches: 3, conditional: [] };
  expect(changed(one, { ...one })).toEqual({ now: one });
  expect(changed(one, { notches: 4, conditional: [] })).toHaveProperty('before', one);
});

test('keys are made of any script, and never twice', () => {
  expect(keyFor('Éclusier de nuit', new Set())).toBe('eclusier-de-nuit');
  expect(keyFor('夜', new Set())).toBe('new');
  expect(keyFor('Night desk', new Set(['night-desk', 'night-desk-2']))).toBe('night-desk-3');
});
