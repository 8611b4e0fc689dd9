import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import type { Bench } from '../bench/api';
import type { Working } from '../bench/working';
import { serve, show } from '../testing/served';
import { ElementsWork } from './ElementsWork';
import { type Kind, kindOf } from './kinds';

const A = '/api/applications/app';
const bench = {
  application: { key: 'app', name: 'App' },
  areas: [],
  types: [],
  functions: [],
  sets: [{ element: { key: 'map', name: 'Map' }, people: 1, seats: [] }],
  roles: [],
} as unknown as Bench;

const line = (key: string, whom: string, more: object = {}) => ({
  key,
  element: { key, set: 'map', audience: { of: [{ team: whom }] } },
  sentence: [
    { text: 'Give ', slot: false },
    { text: 'Map', slot: true },
    { text: ` to ${whom}.`, slot: false },
  ],
  people: 3,
  state: 'published',
  ...more,
});

const LINES = [
  line('a', 'Cranes'),
  line('b', 'Pilots', { people: 0, idle: 'Nobody is meant today.' }),
  line('c', 'Cooks', { state: 'gone' }),
];

function listed(answer: (query: URLSearchParams) => object) {
  const edit = vi.fn();
  const calls = serve({
    'GET /api/applications': () => [{ key: 'app', name: 'App', zone: 'UTC' }],
    [`GET ${A}/bench/elements`]: ({ query }) => answer(query),
    [`GET ${A}/bench/audience-parts`]: () => [],
    [`POST ${A}/bench/reading`]: () => ({ sentence: [], problems: ['not yet'], names: [] }),
    [`GET ${A}/tray/removal`]: () => ({
      changes: [{ remove: 'assignments', key: 'a' }],
      words: [],
      impact: { lines: [], total: 0 },
    }),
  });
  show(
    <ElementsWork
      bench={bench}
      working={{ tray: undefined, edit } as unknown as Working}
      kind={kindOf('assignments') as Kind}
    />,
  );
  return { edit, calls };
}

test('lines say what they do, for how many, and what keeps them from it', async () => {
  listed(() => ({ elements: LINES, total: 3 }));
  const table = await screen.findByRole('table', { name: 'Assignments' });
  const rows = within(table).getAllByRole('row');
  expect(rows[1]?.textContent).toContain('Give Map to Cranes.');
  expect(rows[1]?.textContent).toContain('3');
  expect(rows[2]?.textContent).toContain('Does nothing: Nobody is meant today.');
  expect(rows[2]?.textContent).toContain('nobody');
  expect(rows[3]?.textContent).toContain('taken away by the draft');
});

test('what the draft takes away can be put back, and others taken away', async () => {
  const { edit } = listed(() => ({ elements: LINES, total: 3 }));
  await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
  expect(edit).toHaveBeenCalledWith([{ put: 'assignments', element: LINES[2]?.element }]);
  await userEvent.click(screen.getByRole('button', { name: 'Take away: Give Map to Cranes.' }));
  const confirm = await screen.findByRole('button', { name: 'Take it away' });
  await vi.waitFor(() => expect(confirm).toHaveProperty('disabled', false));
  await userEvent.click(confirm);
  expect(edit).toHaveBeenCalledWith([{ remove: 'assignments', key: 'a' }]);
});

test('what is being written stays when the list under it is another', async () => {
  const { calls } = listed((query) =>
    query.get('sort') === 'people'
      ? { elements: [LINES[1]], total: 1 }
      : { elements: LINES, total: 3 },
  );
  await userEvent.click(await screen.findByRole('button', { name: 'Edit: Give Map to Cranes.' }));
  await userEvent.type(await screen.findByRole('textbox', { name: 'Reason' }), 'nights');
  await userEvent.click(screen.getByRole('button', { name: 'In the order of the design' }));
  await vi.waitFor(() => expect(screen.queryByText('taken away by the draft')).toBeNull());
  expect(screen.getByRole('textbox', { name: 'Reason' })).toHaveProperty('value', 'nights');
  expect(calls.some((one) => one.query.get('sort') === 'people')).toBe(true);
});

test('a copy is another element', async () => {
  const { calls } = listed(() => ({ elements: LINES, total: 3 }));
  await userEvent.click(await screen.findByRole('button', { name: 'Copy: Give Map to Cranes.' }));
  expect(await screen.findByText('A new assignment')).toBeTruthy();
  await vi.waitFor(() => {
    const read = calls.find((one) => one.path.endsWith('/reading'))?.body as {
      element: { key: string; set: string };
    };
    expect(read.element.set).toBe('map');
    expect(read.element.key).toMatch(/^assignment-[0-9a-f]{8}$/);
  });
});

test('an empty list says so', async () => {
  listed(() => ({ elements: [], total: 0 }));
  expect(await screen.findByText('There is no assignment yet.')).toBeTruthy();
});
