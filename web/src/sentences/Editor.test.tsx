import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { expect, test, vi } from 'vitest';
import type { Bench } from '../bench/api';
import { serve, show } from '../testing/served';
import { Editor } from './Editor';
import { filled, kindOf } from './kinds';
import { nameOf, tokenOf } from './slots';

const bench = {
  application: { key: 'app', name: 'App' },
  areas: [],
  types: [
    {
      key: 'trip',
      singular: 'Trip',
      plural: 'Trips',
      area: 'work',
      operations: [
        { key: 'view', name: 'view' },
        { key: 'change', name: 'change' },
      ],
      unsaid: {},
      fields: [{ key: 'due', label: 'Due', guarded: false, classifications: [] }],
    },
  ],
  functions: [],
  sets: [],
  roles: [],
} as unknown as Bench;

const A = '/api/applications/app';
const night = { part: { team: 'night' }, name: 'Night Desk', detail: 'team' };

function served(reading: object) {
  return serve({
    [`POST ${A}/bench/reading`]: () => reading,
    [`GET ${A}/bench/audience-parts`]: () => [night],
    [`POST ${A}/tray/edits/preview`]: () => ({ lines: [], total: 0 }),
  });
}

const kind = (list: string) => {
  const known = kindOf(list);
  if (!known) {
    throw new Error(list);
  }
  return known;
};

function edited(list: string, onKeep: (change: unknown) => void, begun?: object) {
  function Written() {
    const [element, setElement] = useState({ ...kind(list).blank(bench, 'new-1'), ...begun });
    return (
      <Editor
        begun={begun !== undefined}
        application="app"
        bench={bench}
        zone="UTC"
        draft={undefined}
        kind={kind(list)}
        element={element}
        fresh
        onChange={setElement}
        onKeep={onKeep}
        onClose={() => {}}
      />
    );
  }
  show(<Written />);
}

test('slots fill an element, which is kept once it reads', async () => {
  const calls = served({
    sentence: [
      { text: 'Hide', slot: true },
      { text: ' it.', slot: false },
    ],
    care: [],
    problems: [],
    names: [{ part: { all: 'externals' }, name: 'all externals', detail: '' }],
  });
  const keep = vi.fn();
  edited('fieldFilters', keep);
  await userEvent.click(screen.getByRole('combobox', { name: 'Fields' }));
  await userEvent.click(await screen.findByRole('option', { name: /due/ }));
  await userEvent.click(screen.getByRole('combobox', { name: 'Whom' }));
  await userEvent.click(await screen.findByRole('option', { name: /Night Desk/ }));
  expect(await screen.findByText('it.', { exact: false })).toBeTruthy();
  const put = await screen.findByRole('button', { name: 'Put it into the draft' });
  await vi.waitFor(() => expect(put).toHaveProperty('disabled', false));
  await userEvent.click(put);
  expect(keep).toHaveBeenCalledWith({
    put: 'fieldFilters',
    element: {
      key: 'new-1',
      name: 'Due of trips for night',
      audience: { of: [{ team: 'night' }] },
      recordType: 'trip',
      fields: ['due'],
      effect: 'hide',
    },
  });
  expect(calls.some((one) => one.path.endsWith('/preview'))).toBe(true);
});

test('what keeps it from standing is said, and it is not kept', async () => {
  served({ sentence: [], care: [], problems: ['no field `x` on trips'], names: [] });
  edited('fieldFilters', () => {});
  expect(await screen.findByText('no field “x” on trips')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Put it into the draft' })).toHaveProperty(
    'disabled',
    true,
  );
});

test('an expectation is about one thing at a time', async () => {
  const calls = served({ sentence: [], care: [], problems: [], names: [] });
  edited('expectations', () => {});
  const what = screen.getByRole('combobox', { name: 'Do what' });
  await userEvent.clear(what);
  await userEvent.type(what, 'change due');
  await userEvent.click(await screen.findByRole('option', { name: /change due of trips/ }));
  await vi.waitFor(() => {
    const last = calls.filter((one) => one.path.endsWith('/reading')).at(-1)?.body as {
      element: object;
    };
    expect(last.element).toMatchObject({ recordType: 'trip', field: 'due', use: 'change' });
    expect(last.element).not.toHaveProperty('operation');
  });
});

test('parts of an audience are told apart by all that they say', () => {
  expect(tokenOf({ below: true, unit: 'pier' })).toBe(tokenOf({ unit: 'pier', below: true }));
  expect(tokenOf({ unit: 'pier', below: false })).toBe(tokenOf({ unit: 'pier' }));
  expect(nameOf({ team: 'night' }, [night])).toBe('Night Desk');
  expect(nameOf({ team: 'gone' }, [night])).toBe('gone');
});

test('what is empty is left out of an element', () => {
  expect(filled({ key: 'a', reason: '', fields: [], until: undefined, name: 'x' })).toEqual({
    key: 'a',
    name: 'x',
  });
});

test('a direct share tells first who reaches the record already', async () => {
  const calls = serve({
    [`POST ${A}/bench/reading`]: () => ({
      sentence: [{ text: 'Open', slot: false }],
      care: [],
      problems: [],
      names: [],
    }),
    [`GET ${A}/bench/audience-parts`]: () => [night],
    [`POST ${A}/tray/edits/preview`]: () => ({ lines: [], total: 0 }),
    [`GET ${A}/who-can`]: () => ({
      people: [
        { person: 'ann', name: 'Ann', external: false, level: 'change', routes: ['holds `Mate`'] },
      ],
      total: 2,
      withheld: 1,
    }),
  });
  edited('directShares', () => {});
  await userEvent.type(screen.getByRole('textbox', { name: /key of the record/ }), 'T-1');
  expect(await screen.findByText('Who reaches it already (3)')).toBeTruthy();
  expect(screen.getByText('holds “Mate”')).toBeTruthy();
  expect(screen.getByText(/and 2 more, of all of them 1 whom you may not see/)).toBeTruthy();
  expect(calls.some((one) => one.query.get('record') === 'T-1')).toBe(true);
});

test('what was begun elsewhere goes on at its first empty slot', async () => {
  served({ sentence: [], problems: ['an audience needs somebody'], names: [], care: [] });
  edited('directShares', () => {}, { record: 'T-1' });
  expect(await screen.findByText('an audience needs somebody')).toBeTruthy();
  expect(document.activeElement).toBe(screen.getByRole('combobox', { name: 'Whom' }));
});
