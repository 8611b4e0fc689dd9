import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { recordAddress } from './address';
import RecordPlace, { reach, said } from './RecordPlace';

const sheet = {
  type: 'trip',
  singular: 'Trip',
  key: 'T/1',
  title: 'Down the canal',
  places: [
    { what: 'Skipper', kind: 'person', key: 'ann', name: 'Ann Reed' },
    { what: 'Unit', kind: 'unit', key: 'pier', name: 'Pier' },
  ],
  parent: { type: 'fleet', title: 'Fleet', key: 'F-1', records: 1 },
  children: [
    { type: 'load', title: 'Loads', records: 0 },
    { type: 'note', title: 'Notes' },
  ],
  operations: [
    { key: 'view', label: 'view', people: 4, externals: 1, withheld: 0 },
    { key: 'delete', label: 'delete', people: 0, externals: 0, withheld: 0 },
  ],
  shares: [{ key: 's', words: 'Open trip T/1 to Ben Sale to view.' }],
};

const nobody = {
  people: [],
  uncounted: false,
  total: 0,
  all: 0,
  withheld: 0,
  ways: [],
  moreWays: 0,
};

function open() {
  show(
    <Routes>
      <Route path="/record/:application/:type/:record" element={<RecordPlace />} />
    </Routes>,
    recordAddress('app', 'trip', 'T/1'),
  );
}

test('a record says where it belongs, who reaches it, and since when', async () => {
  const calls = serve({
    'GET /api/applications/app/record-access': () => sheet,
    'GET /api/applications/app/who-can': () => nobody,
    'GET /api/applications/app/record-access/history': () => ({
      changed: [
        {
          number: 7,
          at: '2026-11-01T10:00:00Z',
          author: 'Idris Munro',
          reason: 'New desk',
          changes: [{ operation: 'view', gained: ['Ben Sale'], gains: 3, lost: [], losses: 0 }],
        },
      ],
      looked: 2,
      more: false,
    }),
  });
  open();
  expect(await screen.findByText('Trip T/1, Down the canal')).toBeTruthy();
  expect(calls[0]?.query.get('record')).toBe('T/1');
  const belongs = within(screen.getByRole('region', { name: 'Where it belongs' }));
  expect(belongs.getByRole('link', { name: 'Ann Reed' })).toBeTruthy();
  expect(belongs.getByText('Pier')).toBeTruthy();
  expect(belongs.getByText('no loads')).toBeTruthy();
  expect(belongs.getByText('notes; how many is not yours to see')).toBeTruthy();
  expect(screen.getByText('Open trip T/1 to Ben Sale to view.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'delete: nobody' }));
  expect(calls.some((call) => call.query.get('operation') === 'delete')).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: 'Look through the last publications' }));
  expect(await screen.findByText('Ben Sale and 2 more can view it.')).toBeTruthy();
});

test('a record that is guarded or gone says so, and nothing else', async () => {
  serve({
    'GET /api/applications/app/record-access': () =>
      new Refusal(403, { title: 'You may not do this', detail: 'These records are guarded.' }),
  });
  open();
  expect(await screen.findByText('These records are guarded.')).toBeTruthy();
  expect(screen.queryByText(/Shares of this record/)).toBeNull();
});

test('numbers and changes are said in words', () => {
  const of = (people: number, externals: number, withheld: number) =>
    reach({ key: 'view', label: 'view', people, externals, withheld });
  expect(of(0, 0, 0)).toBe('nobody');
  expect(of(19, 3, 0)).toBe('19, 3 external');
  expect(of(0, 0, 2)).toBe('0 and 2 whom you may not see');
  expect(
    said({ operation: 'change', gained: ['Ann'], gains: 1, lost: ['Ben', 'Cy'], losses: 2 }),
  ).toBe('Ann can change it; Ben, Cy cannot change it any more.');
});
