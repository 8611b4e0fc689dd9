import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { Tray } from './Tray';

const draft = {
  id: 'd1',
  name: 'Night desk',
  author: 'idris',
  authorName: 'Idris Munro',
  state: 'open',
  base: 3,
  changes: [{ put: 'roles', element: { key: 'r' } }],
  approvals: [],
  createdAt: '2026-11-26T10:00:00Z',
  changedAt: '2026-11-26T10:00:00Z',
  version: 4,
};
const edit = (number: number, state: string) => ({
  number,
  state,
  writer: 'Idris Munro',
  at: '2026-11-26T10:00:00Z',
  words: ['New role: Night'],
});
const tray = { draft, edits: [edit(2, 'undone'), edit(1, 'counts')], behind: [] };
const told = {
  version: 4,
  ready: true,
  done: 3,
  steps: 3,
  failed: [],
  gaining: 2,
  losing: 0,
  externalsGaining: 1,
  gainingGuarded: 0,
  kinds: [
    {
      type: 'lot',
      singular: 'Lot',
      plural: 'Lots',
      gained: { people: 2, records: 12, each: false, withheld: false },
      lost: { people: 0, each: false, withheld: false },
    },
  ],
  functions: [],
  broken: [],
  objections: [],
  seats: [],
};
const A = '/api/applications/app';

test('the tray says what the draft leads to, and goes through its history', async () => {
  const calls = serve({
    [`GET ${A}/tray`]: () => tray,
    [`GET ${A}/drafts/d1/consequences`]: () => told,
    [`POST ${A}/drafts/d1/undo`]: () => ({
      ...tray,
      draft: { ...draft, changes: [], version: 5 },
      edits: [edit(2, 'undone'), edit(1, 'undone')],
    }),
    [`GET ${A}/drafts`]: () => ({ drafts: [], total: 0 }),
  });
  show(<Tray application="app" />);
  expect(await screen.findByText('2 people gain 12 lots')).toBeTruthy();
  expect(screen.getByText('1 external among them')).toBeTruthy();
  expect(screen.getByText('1 edit')).toBeTruthy();
  await userEvent.keyboard('{Control>}z{/Control}');
  expect(await screen.findByText('As published.')).toBeTruthy();
  expect(screen.queryByText('2 people gain 12 lots')).toBeNull();
  expect(calls.some((one) => one.path === `${A}/drafts/d1/undo`)).toBe(true);
});

test('where one works in no draft there is none', async () => {
  serve({ [`GET ${A}/tray`]: () => ({ edits: [], behind: [] }) });
  show(<Tray application="app" />);
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(screen.queryByRole('region', { name: 'Draft' })).toBeNull();
});

test('an undo that is refused says why, and something published since is told', async () => {
  serve({
    [`GET ${A}/tray`]: () => ({
      ...tray,
      behind: [{ list: 'roles', key: 'r', publication: 4, author: 'vikram' }],
    }),
    [`GET ${A}/drafts/d1/consequences`]: () => told,
    [`POST ${A}/drafts/d1/undo`]: () =>
      new Refusal(409, { title: 'Overtaken', detail: 'There is nothing left to undo.' }),
  });
  show(<Tray application="app" />);
  expect(await screen.findByText('Something it edits was published since')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(await screen.findByText('There is nothing left to undo.')).toBeTruthy();
});
