import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import type { DraftShown, ImpactLine } from './api';
import { Impact } from './ImpactLines';

const line = {
  person: 'ann',
  name: 'Ann Reed',
  external: false,
  type: 'trip',
  operation: 'change',
  does: 'change trips',
  guarded: false,
  gains: true,
  loses: false,
  gained: 2,
  lost: 0,
  withheld: false,
  gainedExamples: ['T-1', 'T-2'],
  lostExamples: [],
} as unknown as ImpactLine;

const draft = { id: 'd1', version: 2, changes: [{}] } as unknown as DraftShown;

const because = {
  title: 'Ann Reed may change trip T-2',
  summary: 'One route gives.',
  routes: [],
  cuts: [],
  missing: [],
  list: false,
};

const seen = {
  type: 'trip',
  title: 'Trips',
  timeZone: 'UTC',
  columns: [
    { key: 'id', label: 'Number', type: 'text', guarded: false, seen: true },
    { key: 'fare', label: 'Fare', type: 'money', guarded: true, seen: false },
  ],
  rows: [{ key: 'T-2', values: [{ level: 'view', value: 'T-2' }, { level: 'hidden' }] }],
  total: 1,
};

async function openExample(records: () => unknown) {
  const calls = serve({
    'GET /api/ask/because': () => because,
    'GET /api/ask/records': records,
  });
  show(
    <Impact
      source={{
        key: ['impact'],
        load: async () => ({ lines: [line], total: 1 }),
        examples: { application: 'app', draft },
      }}
    />,
  );
  await userEvent.click(await screen.findByRole('button', { name: 'Ann Reed' }));
  await userEvent.click(await screen.findByRole('button', { name: 'T-2' }));
  return calls;
}

test('an example opens the record: why, as drafted and as published, and what is seen', async () => {
  const calls = await openExample(() => seen);
  expect(await screen.findByText('Ann Reed may change trip T-2')).toBeTruthy();
  expect(await screen.findByText('Fare')).toBeTruthy();
  expect(screen.getByText('hidden', { exact: false })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'as published' }));
  const asked = () => calls.filter((one) => one.path === '/api/ask/because');
  await screen.findByText('Ann Reed may change trip T-2');
  expect(asked().map((one) => one.query.get('draft'))).toEqual(['d1', null]);
  expect(asked()[0]?.query.get('record')).toBe('T-2');
  // What they see of it is never as drafted: what is only drafted shows nobody anything.
  expect(calls.find((one) => one.path === '/api/ask/records')?.query.get('draft')).toBeNull();
});

test('where they see nothing of it yet, that is said', async () => {
  await openExample(() => ({ ...seen, rows: [], total: 0 }));
  expect(await screen.findByText('Nothing.')).toBeTruthy();
});

test('whoever may not look through them is told so', async () => {
  await openExample(
    () => new Refusal(403, { title: 'Not allowed', detail: 'You may not look through Ann Reed.' }),
  );
  expect(await screen.findByText('You may not look through Ann Reed.')).toBeTruthy();
});

test('lines of somebody who acts for several say for which', async () => {
  const acting = (account: string, accountName: string) => ({ ...line, account, accountName });
  const shown = async (lines: ImpactLine[]) => ({ lines, total: lines.length });
  const { unmount } = show(
    <Impact
      source={{
        key: ['two'],
        load: () => shown([acting('red', 'Red Line'), acting('blue', 'Blue Line')]),
      }}
    />,
  );
  expect(await screen.findByText(/acting for Red Line/)).toBeTruthy();
  expect(screen.getByText(/acting for Blue Line/)).toBeTruthy();
  unmount();
  show(<Impact source={{ key: ['one'], load: () => shown([acting('red', 'Red Line')]) }} />);
  expect(await screen.findByText('change trips')).toBeTruthy();
  expect(screen.queryByText(/acting for/)).toBeNull();
});
