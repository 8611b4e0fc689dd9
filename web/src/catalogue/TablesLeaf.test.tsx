import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeAll, expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import { TablesLeaf } from './TablesLeaf';

const A = '/api/applications/quayside';

const table = (name: string, plural: string, use = 'records') => ({
  table: `yard.${name}`,
  kind: 'table',
  comment: '',
  rows: 5,
  columns: ['id', 'name'],
  use,
  recommended: use === 'records',
  why: 'it has a key',
  recordType: {
    key: name,
    singular: plural.slice(0, -1),
    plural,
    area: 'yard',
    table: `yard.${name}`,
    keyField: 'id',
    titleField: 'name',
    fields: [
      { key: 'id', label: 'Id', type: 'text', guarded: false },
      { key: 'name', label: 'Name', type: 'text', guarded: false },
    ],
  },
  reasons: { '/key': 'it is the primary key', name: 'it is of the type text' },
  left: { plan: 'no field can have values of the type jsonb' },
  decision: 'open',
});

const proposal = {
  areas: [{ key: 'yard', name: 'Yard' }],
  tables: [table('jobs', 'Jobs'), table('crews', 'Crews'), table('logs', 'Logs', 'noRecords')],
};

beforeAll(() => {
  // The list scrolls to what is picked; there is nothing to scroll here.
  Element.prototype.scrollIntoView = () => {};
});

function start() {
  const calls = serve({
    [`GET ${A}/proposal`]: () => proposal,
    [`PUT ${A}/proposal`]: () => undefined,
    [`POST ${A}/catalogue`]: () => ({ recordTypes: 1 }),
  });
  show(<TablesLeaf application="quayside" />);
  return calls;
}

test('tables are taken and left by keyboard, and each decision is kept', async () => {
  const calls = start();
  const list = await screen.findByRole('listbox', { name: 'Tables' });
  list.focus();
  await userEvent.keyboard('tl');
  expect(await screen.findByText(/2 of 2 decided/)).toBeTruthy();
  const kept = calls.filter((one) => one.method === 'PUT').map((one) => one.body);
  expect(kept).toEqual([
    [{ table: 'yard.jobs', decision: 'taken' }],
    [{ table: 'yard.crews', decision: 'left' }],
  ]);
  expect(screen.getByRole('button', { name: 'Put 1 into the catalogue' })).toBeTruthy();
});

test('all that are open are taken but those that are no records', async () => {
  const calls = start();
  await userEvent.click(
    await screen.findByRole('button', { name: 'Take the 2 that are open here' }),
  );
  const kept = calls.find((one) => one.method === 'PUT')?.body as { table: string }[];
  expect(kept.map((one) => one.table)).toEqual(['yard.jobs', 'yard.crews']);
  await userEvent.click(await screen.findByRole('button', { name: 'Put 2 into the catalogue' }));
  await waitFor(() => expect(calls.some((one) => one.method === 'POST')).toBe(true));
});

test('a record type is changed before it is taken', async () => {
  const calls = start();
  const detail = await screen.findByRole('region', { name: 'yard.jobs' });
  expect(
    within(detail).getByText(/plan \(no field can have values of the type jsonb\)/),
  ).toBeTruthy();
  await userEvent.click(within(detail).getByRole('checkbox', { name: 'Name is guarded' }));
  await userEvent.click(within(detail).getByRole('button', { name: 'Leave out Name' }));
  const kept = calls
    .filter((one) => one.method === 'PUT')
    .map((one) => (one.body as { recordType: { fields: unknown[]; titleField: string } }[])[0]);
  expect(kept[0]?.recordType.fields).toContainEqual(
    expect.objectContaining({ key: 'name', guarded: true }),
  );
  expect(kept[1]?.recordType.fields).toHaveLength(1);
  expect(kept[1]?.recordType.titleField).toBe('id');
});
