import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import { DriftLeaf } from './DriftLeaf';
import { GovernedLeaf } from './GovernedLeaf';
import { StateParts } from './StateParts';

const A = '/api/applications/quayside';

const job = {
  key: 'job',
  singular: 'Job',
  plural: 'Jobs',
  area: 'yard',
  table: 'yard.jobs',
  keyField: 'id',
  titleField: 'name',
  fields: [
    { key: 'id', label: 'Id', type: 'text', guarded: false },
    { key: 'name', label: 'Name', type: 'text', guarded: false },
    {
      key: 'margin',
      label: 'Margin',
      type: 'money',
      guarded: true,
      classifications: ['commercial'],
    },
  ],
};

const catalogue = {
  areas: [{ key: 'yard', name: 'Yard', explanation: 'What is on the slip.' }],
  recordTypes: [job],
  functions: [
    { key: 'crane', name: 'Crane book', area: 'yard', levels: ['none', 'read'], needs: [] },
  ],
};

const line = {
  key: 'quayside',
  name: 'Quayside',
  zone: 'Europe/London',
  state: 'open' as const,
  recordTypes: 1,
  connected: true,
  differences: 0,
  mayChange: true,
};

/** A server on which edits are kept. */
function served(more: Parameters<typeof serve>[0] = {}) {
  return serve({
    [`GET ${A}/catalogue`]: () => catalogue,
    [`GET ${A}/tray`]: () => ({ edits: [], behind: [] }),
    [`GET ${A}/proposal`]: () => ({ areas: [], tables: [] }),
    [`POST ${A}/tray/edits`]: () => ({ edits: [], behind: [] }),
    ...more,
  });
}

test('what is governed is changed in the draft, one thing at a time', async () => {
  const calls = served();
  show(<GovernedLeaf application="quayside" mayChange connected />, '/catalogue/quayside');
  expect(await screen.findByText('What is on the slip.')).toBeTruthy();
  await userEvent.click(screen.getByRole('link', { name: 'Jobs' }));
  const sheet = await screen.findByRole('region', { name: 'Jobs' });
  await userEvent.type(
    within(sheet).getByLabelText('What they are, in a sentence'),
    'A job.{Enter}',
  );
  await userEvent.click(within(sheet).getByRole('checkbox', { name: 'Margin is guarded' }));
  await userEvent.type(within(sheet).getByLabelText('Another, such as approve'), 'Sign off{Enter}');
  const edits = () =>
    calls
      .filter((one) => one.method === 'POST')
      .map((one) => (one.body as { changes: { put: string; element: typeof job }[] }).changes[0]);
  await expect.poll(() => edits().length).toBe(3);
  expect(edits()[0]).toMatchObject({ put: 'recordTypes', element: { explanation: 'A job.' } });
  expect(edits()[1]?.element.fields[2]?.guarded).toBe(false);
  expect(edits()[2]).toMatchObject({
    element: { operations: [{ key: 'sign_off', label: 'sign off' }] },
  });
});

test('a guarded area needs its stewards', async () => {
  served({
    [`POST ${A}/bench/reading`]: () => ({ sentence: [], problems: [], care: [], names: [] }),
    [`GET ${A}/bench/parts`]: () => [],
  });
  show(<GovernedLeaf application="quayside" mayChange connected />, '/catalogue/quayside');
  await userEvent.click(await screen.findByRole('button', { name: 'New area' }));
  await userEvent.type(screen.getByLabelText('What it is called'), 'Welfare');
  const into = screen.getByRole('button', { name: 'Into the draft' });
  expect(into).toHaveProperty('disabled', false);
  await userEvent.click(screen.getByRole('switch'));
  expect(into).toHaveProperty('disabled', true);
  expect(screen.getByText('Say who its stewards are.')).toBeTruthy();
});

test('a function is changed, and whoever may not change anything only reads', async () => {
  const calls = served();
  show(<GovernedLeaf application="quayside" mayChange connected />, '/catalogue/quayside');
  await userEvent.click(await screen.findByRole('button', { name: 'Crane book' }));
  const levels = screen.getByLabelText(/Its levels/);
  await userEvent.clear(levels);
  await userEvent.type(levels, 'read, write');
  await userEvent.click(screen.getByRole('button', { name: 'Into the draft' }));
  await expect.poll(() => calls.filter((one) => one.method === 'POST').length).toBe(1);
  expect(calls.find((one) => one.method === 'POST')?.body).toMatchObject({
    changes: [{ put: 'functions', element: { levels: ['none', 'read', 'write'] } }],
  });
});

test('whoever may change nothing is offered nothing', async () => {
  served();
  show(<GovernedLeaf application="quayside" mayChange={false} connected />, '/catalogue/quayside');
  expect(await screen.findByText('Jobs')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'New area' })).toBeNull();
  expect(screen.queryByRole('link', { name: 'Jobs' })).toBeNull();
});

test('what differs is mended in the draft', async () => {
  const mend = [{ put: 'recordTypes', element: { ...job } }];
  const calls = served({
    [`POST ${A}/drift`]: () => ({
      lookedAt: '2026-12-01T09:00:00Z',
      differences: [
        {
          kind: 'columnRenamed',
          table: 'yard.jobs',
          recordType: 'job',
          plural: 'Jobs',
          field: 'name',
          label: 'Name',
          lost: true,
          why: 'name is gone, and title has what it had',
          mend,
          conditions: ['privilege set Afloat'],
        },
        {
          kind: 'tableNew',
          table: 'yard.cranes',
          lost: false,
          why: 'new',
          mend: [],
          conditions: [],
        },
      ],
    }),
  });
  show(<DriftLeaf application="quayside" />);
  expect(await screen.findByText(/open nothing until then: privilege set Afloat/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Go to its tables' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Read it from there: Jobs: Name' }));
  const sent = () => calls.find((one) => one.path.endsWith('/tray/edits'));
  await expect.poll(() => sent()?.body).toEqual({ changes: mend });
});

test('an application is paused, and taken away only by its name', async () => {
  const calls = serve({
    [`PUT ${A}/state`]: () => null,
    [`DELETE ${A}`]: () => null,
  });
  show(<StateParts line={line} />);
  await userEvent.click(screen.getByRole('button', { name: 'Pause it' }));
  await expect.poll(() => calls[0]?.body).toEqual({ state: 'paused' });
  await userEvent.click(screen.getByRole('button', { name: 'Take it away …' }));
  const act = screen.getByRole('button', { name: 'Take it away' });
  await userEvent.type(screen.getByLabelText('Its name'), 'Quay');
  expect(act).toHaveProperty('disabled', true);
  await userEvent.type(screen.getByLabelText('Its name'), 'side');
  await userEvent.click(act);
  await expect.poll(() => calls.some((one) => one.method === 'DELETE')).toBe(true);
});
