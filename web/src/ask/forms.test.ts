import { expect, test } from 'vitest';
import type { Bench } from '../bench/api';
import { newcomerOf, partsOf } from './CouldSentence';
import { sideOf, wordsOf } from './Differs';
import { type Doing, doingFrom, doings, onRecords } from './doing';
import { formOf, inForm } from './forms';
import { instantFrom, slotsOf } from './question';
import { around } from './TimeLine';
import { counted, subject } from './WhoCan';

const bench = {
  types: [
    {
      key: 'trip',
      plural: 'Trips',
      operations: [{ key: 'view', name: 'view' }],
      fields: [{ key: 'fare', label: 'Fare', guarded: true, classifications: ['commercial'] }],
    },
  ],
  functions: [{ key: 'tide', name: 'Tide table', levels: ['none', 'look'] }],
} as unknown as Bench;

test('a question in another form keeps the slots that both have', () => {
  const asked = new URLSearchParams('person=ann&application=app&do=cell:trip:view&list=trip:view');
  expect(inForm('why', asked)).toBe('/ask/why?person=ann&application=app&do=cell%3Atrip%3Aview');
  expect(inForm('who-can', asked)).not.toContain('person');
  expect(inForm('what-can', asked)).toBe('/ask/what-can?person=ann&application=app');
  expect(formOf('who-can')).toBe('who-can');
  expect(formOf('rubbish')).toBeUndefined();
});

test('what can be asked about survives the address', () => {
  const all: Doing[] = [
    { kind: 'cell', type: 'trip', operation: 'view' },
    { kind: 'field', type: 'trip', field: 'fare' },
    { kind: 'function', function: 'tide' },
    { kind: 'class', classification: 'commercial' },
  ];
  expect(doings(bench).map((one) => doingFrom(one.key))).toEqual(expect.arrayContaining(all));
  expect(doings(bench).map((one) => one.name)).toEqual([
    'view trips',
    'see fare of trips',
    'see any field that is commercial',
    'use Tide table',
  ]);
  expect(doingFrom('class:')).toBeNull();
  expect(doingFrom('record:trip:view:T-1')).toBeNull();
  expect(all.map(onRecords)).toEqual([true, true, false, false]);
});

test('the server is asked about one record only where there can be one', () => {
  const [cell, field, ofClass, ofFunction] = doings(bench).map(
    (one) => doingFrom(one.key) as Doing,
  );
  expect(subject(cell as Doing, 'T-1')).toEqual({ type: 'trip', operation: 'view', record: 'T-1' });
  expect(subject(field as Doing, '')).toEqual({ type: 'trip', field: 'fare' });
  expect(subject(ofClass as Doing, 'T-1')).toEqual({ classification: 'commercial' });
  expect(subject(ofFunction as Doing, 'T-1')).toEqual({ function: 'tide' });
});

test('somebody new is told by parts, the later of two of a kind', () => {
  const parts = [{ unit: 'pier' }, { role: 'mate' }, { unit: 'quay' }];
  const whom = newcomerOf(parts, '');
  expect(whom).toEqual({ role: 'mate', set: '', unit: 'quay', team: '', account: '' });
  expect(partsOf(whom)).toEqual([{ role: 'mate' }, { unit: 'quay' }]);
  expect(partsOf({ ...whom, team: 'cranes', account: 'red' })).toHaveLength(4);
});

test('an instant of an address that is none is now', () => {
  expect(instantFrom(null)).toBe('');
  expect(instantFrom('yesterday-ish')).toBe('');
  expect(instantFrom('2026-03-03T14:05:00Z')).toBe('2026-03-03T14:05:00.000Z');
  expect(slotsOf({ person: 'ann' })).toMatchObject({ person: 'ann', at: '', asIfActive: false });
});

test('the changes around an instant leave out the one at it', () => {
  const changes = ['2026-01-01', '2026-02-01', '2026-03-01'].map((day) => ({
    at: `${day}T00:00:00Z`,
    words: '',
  }));
  expect(around(changes, '2026-02-01T00:00:00Z').map((one) => one?.at)).toEqual([
    '2026-01-01T00:00:00Z',
    '2026-03-01T00:00:00Z',
  ]);
  expect(around(changes, '2025-01-01T00:00:00Z')[0]).toBeUndefined();
  expect(around(changes, '2027-01-01T00:00:00Z')[1]).toBeUndefined();
});

test('how many can is said, with those whom one may not see', () => {
  expect(counted(0, 0)).toBe('Nobody can');
  expect(counted(1, 0)).toBe('1 person can');
  expect(counted(2, 3)).toBe('2 people can, and 3 more whom you may not see');
});

test('a difference is told in the words of the application', () => {
  const line = {
    type: 'trip',
    what: 'fare',
    level: 'masked',
    onlyFirst: 'all',
    onlyFirstRecords: 4,
    onlySecond: 'no record',
    onlySecondRecords: 0,
    withheld: false,
  };
  expect(wordsOf(line, bench)).toBe('see, masked, fare of trips');
  expect(wordsOf({ ...line, what: 'view', level: '' }, bench)).toBe('view trips');
  expect(wordsOf({ ...line, type: '', what: 'tide' }, bench)).toBe('Tide table');
  expect(sideOf(line, line.onlyFirst, 4)).toBe('4 records');
  expect(sideOf(line, line.onlySecond, 0)).toBe('');
  expect(sideOf({ ...line, what: 'create', level: '' }, 'the unit is Pier', 0)).toBe(
    'may, where the unit is Pier',
  );
  expect(sideOf(line, 'their own', 0)).toBe('none of the records there are today');
  expect(sideOf({ ...line, withheld: true }, 'all', 0)).toBe('for those who may see them');
  expect(sideOf({ ...line, type: '' }, 'look', 0)).toBe('look');
});
