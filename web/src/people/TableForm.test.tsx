import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import type { TableProposed } from '../catalogue/api';
import { serve, show } from '../testing/served';
import { guessed, likely, TableForm } from './TableForm';

const table = (name: string, use: TableProposed['use'], columns: string[]) =>
  ({ table: name, use, columns }) as TableProposed;

test('what columns have is guessed by their names', () => {
  expect(guessed(['id', 'email', 'full_name', 'active'])).toEqual({
    email: 'email',
    name: 'full_name',
  });
  expect(guessed(['id', 'E_Mail', 'first_name', 'last_name', 'name'])).toEqual({
    email: 'E_Mail',
    givenName: 'first_name',
    familyName: 'last_name',
  });
  expect(guessed(['id', 'note'])).toEqual({});
});

test('of all tables that with people is the likely one', () => {
  const jobs = table('yard.jobs', 'records', ['id']);
  const staff = table('yard.staff', 'governed', ['id', 'email']);
  expect(likely([jobs, staff])?.table).toBe('yard.staff');
  expect(likely([staff, table('yard.users', 'people', ['id'])])?.table).toBe('yard.users');
  expect(likely([jobs])).toBeUndefined();
  const customers = table('yard.customers', 'governed', ['id', 'email']);
  const owned = {
    ...jobs,
    recordType: {
      fields: [
        { guarded: false, lookup: { identifier: 'personEmail' as const, table: 'yard.staff' } },
      ],
    },
  };
  expect(likely([customers, owned, staff])?.table).toBe('yard.staff');
});

test('an application’s users are a source, by the columns of their table', async () => {
  const calls = serve({
    'GET /api/catalogue': () => ({
      mayAdd: true,
      applications: [
        {
          key: 'quayside',
          name: 'Quayside',
          zone: 'UTC',
          state: 'open',
          recordTypes: 1,
          connected: true,
          differences: 0,
          mayChange: true,
        },
      ],
    }),
    'GET /api/applications/quayside/proposal': () => ({
      areas: [],
      tables: [
        table('yard.staff', 'people', ['id', 'email', 'full_name', 'active']),
        table('yard.crew_staff', 'links', ['crew_id', 'staff_id']),
        table('yard.crews', 'records', ['id', 'name']),
      ],
    }),
    'POST /api/sources': () => ({}),
  });
  show(<TableForm onClose={() => {}} />);
  await userEvent.type(screen.getByLabelText('Name'), 'Yard staff');
  await userEvent.click(screen.getByRole('combobox', { name: 'Application' }));
  await userEvent.click(await screen.findByRole('option', { name: 'Quayside' }));
  expect(await screen.findByText('yard.staff')).toBeTruthy();
  await userEvent.click(screen.getByRole('combobox', { name: 'Table of who is in which team' }));
  await userEvent.click(await screen.findByRole('option', { name: 'yard.crew_staff' }));
  await userEvent.click(screen.getByRole('combobox', { name: 'Where the team’s name stands' }));
  await userEvent.click(await screen.findByRole('option', { name: 'yard.crews' }));
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  await expect
    .poll(() => calls.find((one) => one.method === 'POST')?.body)
    .toMatchObject({
      kind: 'application',
      name: 'Yard staff',
      table: {
        application: 'quayside',
        table: 'yard.staff',
        id: 'id',
        mapping: { email: 'email', name: 'full_name' },
        teams: {
          table: 'yard.crew_staff',
          person: 'staff_id',
          team: 'crew_id',
          through: { table: 'yard.crews', from: 'id', to: 'name' },
        },
        daily: true,
      },
    });
});
