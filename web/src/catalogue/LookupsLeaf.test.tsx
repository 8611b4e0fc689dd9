import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { LookupsLeaf } from './LookupsLeaf';
import { NameForm } from './NameForm';

const A = '/api/applications/quayside';

const owner = {
  recordType: 'job',
  plural: 'Jobs',
  field: 'owner_id',
  label: 'Responsible',
  identifier: 'personEmail',
  table: 'yard.staff',
  from: 'id',
  to: 'email',
  known: 12,
  rows: 14,
  twice: 0,
  readAt: '2026-12-01T09:00:00Z',
};

test('a look-up says where it leads, and which of its values lead nowhere', async () => {
  const broken = {
    ...owner,
    field: 'crew',
    label: 'Crew',
    twice: 2,
    failure: 'It cannot be read.',
  };
  const calls = serve({
    [`GET ${A}/lookups`]: () => ({ lookups: [owner, broken] }),
    [`POST ${A}/lookups`]: () => ({ lookups: [{ ...owner, known: 14 }] }),
    [`GET ${A}/lookups/job/owner_id`]: () => ({
      values: 9,
      records: 31,
      most: [
        { value: '88', identifier: 'gone@yard.example', records: 20 },
        ...[1, 2, 3, 4, 5, 6].map((one) => ({ value: `${one}`, records: 1 })),
      ],
    }),
    [`GET ${A}/lookups/job/crew`]: () => ({ values: 0, records: 0, most: [] }),
  });
  show(<LookupsLeaf application="quayside" />);
  expect((await screen.findAllByText(/leads to yard.staff, whose email is/)).length).toBe(2);
  expect(
    await screen.findByText(/31 times: gone@yard.example \(20\), 1 \(1\).* and 3 more/),
  ).toBeTruthy();
  expect(screen.getByText('It cannot be read.')).toBeTruthy();
  expect(screen.getByText(/2 of its values lead to two/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Read them again now' }));
  expect(await screen.findByText('14')).toBeTruthy();
  expect(screen.queryByText('It cannot be read.')).toBeNull();
  expect(calls.filter((one) => one.method === 'POST')).toHaveLength(1);
});

test('where there are no look-ups it says so', async () => {
  serve({ [`GET ${A}/lookups`]: () => ({ lookups: [] }) });
  show(<LookupsLeaf application="quayside" />);
  expect(await screen.findByText(/No look-ups/)).toBeTruthy();
});

test('an application is renamed by what was seen of it', async () => {
  const calls = serve({
    [`PUT ${A}`]: () => new Refusal(409, { title: 'Too late', detail: 'Look at it again.' }),
  });
  show(
    <NameForm
      line={{
        key: 'quayside',
        name: 'Quayside',
        zone: 'Europe/London',
        state: 'open',
        differences: 0,
        recordTypes: 3,
        connected: true,
        mayChange: true,
      }}
    />,
  );
  const act = screen.getByRole('button', { name: 'Rename it' });
  expect(act.hasAttribute('disabled')).toBe(true);
  await userEvent.type(screen.getByLabelText('What people call it'), ' yard');
  await userEvent.click(act);
  expect(await screen.findByText('Look at it again.')).toBeTruthy();
  expect(calls.find((one) => one.method === 'PUT')?.body).toEqual({
    name: 'Quayside yard',
    zone: 'Europe/London',
    was: { name: 'Quayside', zone: 'Europe/London' },
  });
});
