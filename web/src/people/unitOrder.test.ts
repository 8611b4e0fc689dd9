import { expect, test } from 'vitest';
import type { UnitLine } from './api';
import { type Arranged, arranged, changesOf, inOrder } from './unitOrder';

const units = [
  { key: 'all', name: 'Larkwater' },
  { key: 'ports', name: 'Ports', parent: 'all' },
  { key: 'delta', name: 'Sorrel Delta', parent: 'ports', version: 3 },
  { key: 'fleet', name: 'Fleet', parent: 'all' },
] as UnitLine[];

const edit = (key: string, more: Partial<Arranged>): [string, Arranged] => {
  const was = units.find((one) => one.key === key);
  return [
    key,
    {
      key,
      name: was?.name ?? key,
      parent: was?.parent ?? '',
      gone: false,
      fresh: was === undefined,
      ...more,
    },
  ];
};

const drawn = (edits: Map<string, Arranged>) =>
  inOrder(arranged(units, edits)).map(({ unit, depth }) => `${'-'.repeat(depth)}${unit.name}`);

test('units stand below what they are part of', () => {
  expect(drawn(new Map())).toEqual(['Larkwater', '-Ports', '--Sorrel Delta', '-Fleet']);
});

test('a unit is moved with everything below it', () => {
  expect(drawn(new Map([edit('ports', { parent: 'fleet' })]))).toEqual([
    'Larkwater',
    '-Fleet',
    '--Ports',
    '---Sorrel Delta',
  ]);
});

test('a new unit stands where it is to be, until it is given up again', () => {
  expect(drawn(new Map([edit('Locks', { parent: 'fleet' })]))).toContain('--Locks');
  expect(drawn(new Map([edit('Locks', { parent: 'fleet', gone: true })]))).not.toContain('--Locks');
});

test('units in a circle are still shown', () => {
  const circle = new Map([edit('ports', { parent: 'delta' })]);
  expect(drawn(circle)).toEqual(['Larkwater', '-Fleet', 'Ports', 'Sorrel Delta']);
});

test('only what is different is sent', () => {
  const edits = new Map([
    edit('ports', {}),
    edit('delta', { name: 'Delta' }),
    edit('fleet', { gone: true }),
    edit('Locks', { parent: 'ports' }),
    edit('Weirs', { parent: 'ports', gone: true }),
  ]);
  expect(changesOf(units, edits)).toEqual({
    units: [
      { key: 'delta', name: 'Delta', parent: 'ports', version: 3 },
      { key: 'Locks', name: 'Locks', parent: 'ports', version: -1 },
    ],
    gone: ['fleet'],
  });
});
