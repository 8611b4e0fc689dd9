import { screen } from '@testing-library/react';
import { expect, test } from 'vitest';
import { show } from '../testing/served';
import type { Preview } from './api';
import { PreviewShown } from './PreviewShown';

type Moved = Preview['moved'][number];
type Line = Moved['lines'][number];

const line = (what: string, more: Partial<Line> = {}): Line => ({
  what,
  guarded: false,
  withheld: false,
  opens: true,
  gained: 0,
  lost: 0,
  ...more,
});

const moved = (name: string, lines: Line[], more: Partial<Moved> = {}): Moved => ({
  key: name,
  name,
  external: false,
  application: 'Towline',
  lines,
  ...more,
});

function told(people: number, all: Moved[], more: Partial<Preview> = {}) {
  show(
    <PreviewShown
      told={{ people, moved: all, against: [], warnings: [], canAgree: [], done: false, ...more }}
    />,
  );
  return screen.getByRole('status', { name: 'What this changes' });
}

test('those who gain and those who lose are counted', () => {
  const all = [
    moved('Ilse', [line('view voyages', { gained: 1204 })]),
    moved('Otto', [line('view voyages', { opens: false, lost: 3 })]),
    moved('Juno', [line('view berths', { gained: 2, lost: 5 })]),
  ];
  const text = told(3, all).textContent ?? '';
  expect(text).toContain('Changes access for 3 people: 2 gain, 2 lose.');
  expect(text).toContain('1\u202f204 more');
  expect(text).toContain('2 more, 5 fewer');
});

test('what opens on no record there is today is a gain all the same', () => {
  const text = told(1, [moved('Isolde', [line('create medical notes')])]).textContent;
  expect(text).toContain('1 person: 1 gain, 0 lose.');
  expect(text).toContain('create medical notesnone there today');
});

test('nothing counted is not nothing changed', () => {
  expect(told(2, []).textContent).toContain('2 people, on no record there is today.');
});

test('what is guarded stands first, and long lists are cut with their number', () => {
  const lines = Array.from({ length: 9 }, (_, i) => line(`view thing ${i}`, { gained: 1 }));
  told(1, [moved('Ilse', [...lines, line('view pay', { gained: 1, guarded: true })])]);
  const items = screen.getAllByRole('listitem');
  expect(items[0]?.textContent).toContain('view pay');
  expect(items.at(-1)?.textContent).toBe('and 2 more');
});

test('an external is named with whom they act for', () => {
  const external = moved('Saskia', [line('view contracts', { gained: 4 })], {
    external: true,
    account: 'Hollis Grain',
  });
  expect(told(1, [external]).textContent).toContain('Saskia, external for Hollis Grain in Towline');
});

test('a function says its levels instead of a number', () => {
  const all = [
    moved('Idris', [line('Bulk import', { opens: false, lost: 1, level: 'run to none' })]),
  ];
  expect(told(1, all).textContent).toContain('Bulk importrun to none');
});

test('warnings and objections are read before the numbers', () => {
  const text = told(0, [], { against: ['No.'], warnings: ['Seats run out.'] }).textContent ?? '';
  expect(text.indexOf('No.')).toBeLessThan(text.indexOf('Seats run out.'));
  expect(text.indexOf('Seats run out.')).toBeLessThan(text.indexOf('Nobody gains'));
});

test('a number that is kept from whoever asks is not told as none', () => {
  const all = [moved('Isolde', [line('view medical notes', { guarded: true, withheld: true })])];
  const text = told(1, all).textContent ?? '';
  expect(text).toContain('1 person: 1 gain, 0 lose.');
  expect(text).toContain('how many is for those who may see them');
  expect(text).not.toContain('none there today');
});
