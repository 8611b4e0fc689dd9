import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import LookPlace from './LookPlace';
import { compared } from './RowsSeen';
import { why } from './Withheld';

const value = (level: string, text?: string) =>
  text === undefined ? { level } : { level, value: text };

const row = (key: string, seen: boolean, ...values: ReturnType<typeof value>[]) => ({
  key,
  seen,
  values: [value(seen ? 'view' : 'hidden', seen ? key : undefined), ...values],
});

const person = (key: string, name: string) => ({
  key,
  name,
  kind: 'external',
  status: 'active',
  unit: '',
  accounts: [],
  mayLookThrough: true,
});

const whatCan = {
  person: person('ann', 'Ann Reed'),
  application: { key: 'app', name: 'App' },
  holdings: [],
  totals: { records: 9, viewed: 2, changed: 0 },
  areas: [
    {
      key: 'work',
      name: 'Work',
      guarded: false,
      types: [
        { key: 'trip', plural: 'Trips', cells: [{ operation: 'view', records: 2 }], fields: [] },
        { key: 'load', plural: 'Loads', cells: [{ operation: 'view' }], fields: [] },
      ],
    },
  ],
  functions: [
    { key: 'tide', name: 'Tide table', level: 'look', levels: ['none', 'look'] },
    { key: 'map', name: 'Map', level: 'none', levels: ['none', 'look'] },
  ],
};

const columns = [
  { key: 'id', label: 'Number', type: 'text', guarded: false, seen: true },
  { key: 'fare', label: 'Fare', type: 'text', guarded: true, seen: false },
  { key: 'name', label: 'Name', type: 'text', guarded: false, seen: true },
];

const page = (...rows: ReturnType<typeof row>[]) => ({
  type: 'trip',
  title: 'Trips',
  timeZone: 'UTC',
  columns,
  rows,
  total: rows.length,
  page: 0,
  size: 25,
});

const served = {
  'GET /api/people': () => ({ people: [], total: 0 }),
  'GET /api/people/ben': () => ({ givenName: 'Ben', familyName: 'Sale' }),
  'GET /api/applications': () => [{ key: 'app', name: 'App', zone: 'UTC' }],
  'GET /api/ask/what-can/parts': () => ({ outline: whatCan }),
};

function look(address: string) {
  show(
    <Routes>
      <Route path="/look/:application" element={<LookPlace />} />
    </Routes>,
    address,
  );
}

test('records are shown as they have them, and what is withheld when it is asked for', async () => {
  const calls = serve({
    ...served,
    'GET /api/ask/records': ({ query }) =>
      query.get('withheld') === 'true'
        ? page(
            row('T-1', true, value('hidden'), value('masked', 'A. B.')),
            row('T-2', false, value('hidden'), value('hidden')),
          )
        : page(row('T-1', true, value('hidden'), value('masked', 'A. B.'))),
  });
  look('/look/app?person=ann');
  expect(await screen.findByRole('button', { name: 'T-1' })).toBeTruthy();
  expect(screen.getByText('A. B.')).toBeTruthy();
  expect(screen.getByText('hidden')).toBeTruthy();
  const types = screen.getByRole('navigation', { name: 'Record types' });
  expect(within(types).getByRole('button', { name: /Loads/ }).textContent).toContain('not found');
  expect(within(types).getByText(/Tide table/)).toBeTruthy();
  expect(within(types).queryByText(/Map/)).toBeNull();
  const missed = screen.getByRole('region', { name: 'Functions they do not find' });
  expect(within(missed).getByText('Map')).toBeTruthy();
  expect(screen.getByText(/Nothing can be changed here; that you looked is kept/)).toBeTruthy();
  await userEvent.click(screen.getByRole('switch', { name: 'What is withheld, too' }));
  expect(await screen.findByRole('button', { name: 'T-2' })).toBeTruthy();
  expect(calls.some((one) => one.query.get('withheld') === 'true')).toBe(true);
});

test('two pairs of eyes are one table that says who sees what', async () => {
  serve({
    ...served,
    'GET /api/ask/records': ({ query }) =>
      query.get('person') === 'ann'
        ? page(
            row('T-1', true, value('hidden'), value('view', 'Ore')),
            row('T-2', false, value('hidden'), value('hidden')),
          )
        : page(
            row('T-1', false, value('hidden'), value('hidden')),
            row('T-2', true, value('hidden'), value('view', 'Malt')),
          ),
  });
  look('/look/app?person=ann&other=ben&type=trip');
  expect(await screen.findByText('only Ann Reed')).toBeTruthy();
  expect(await screen.findByText('only Ben Sale')).toBeTruthy();
  expect(screen.getByText('Malt')).toBeTruthy();
});

test('how two see one row is told apart', () => {
  const seen = row('T', true, value('view', 'x'));
  const masked = row('T', true, value('masked', 'x.'));
  const changed = row('T', true, value('change', 'x'));
  const unseen = row('T', false, value('hidden'));
  expect(compared(seen, changed)).toBe('both');
  expect(compared(seen, masked)).toBe('otherwise');
  expect(compared(seen, unseen)).toBe('first');
  expect(compared(unseen, seen)).toBe('second');
  expect(compared(unseen, undefined)).toBe('neither');
});

test('a record is opened with what is around it', async () => {
  serve({
    ...served,
    'GET /api/ask/record': () => ({
      seen: true,
      type: 'trip',
      singular: 'Trip',
      key: 'T-1',
      timeZone: 'UTC',
      columns,
      values: [value('view', 'T-1'), value('hidden'), value('view', 'Ore')],
      operations: [{ key: 'view', name: 'view' }],
      parent: { type: 'fleet', title: 'Fleet', key: 'F-1', records: 1 },
      children: [
        { type: 'load', title: 'Loads', key: '', records: 3 },
        { type: 'note', title: 'Notes', key: '', records: 0 },
      ],
    }),
    'GET /api/ask/because': () => ({
      yes: true,
      title: 'Ann Reed may view trip T-1',
      summary: '',
      routes: [],
      cuts: [],
      missing: [],
      list: false,
    }),
    'GET /api/applications/app/who-can': () => ({
      people: [],
      total: 0,
      all: 0,
      withheld: 0,
      ways: [],
    }),
  });
  look('/look/app?person=ann&type=trip&record=T-1');
  expect(await screen.findByText('Trip T-1')).toBeTruthy();
  expect(screen.getByText('they do not find this field')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'fleet F-1' })).toBeTruthy();
  expect(screen.getByRole('button', { name: '3 loads' })).toBeTruthy();
  expect(screen.getByText('no notes that they find')).toBeTruthy();
  expect(await screen.findByText('Ann Reed may view trip T-1')).toBeTruthy();
});

test('what is not theirs to look at says so', async () => {
  serve({
    ...served,
    'GET /api/ask/records': () =>
      new Refusal(403, { title: 'You may not do this', detail: 'These records are guarded.' }),
  });
  look('/look/app?person=ann&type=load');
  expect(await screen.findByText(/These records are guarded/)).toBeTruthy();
});

test('where a reason is wanted, it is said before anything is shown', async () => {
  let said = false;
  const calls = serve({
    ...served,
    'GET /api/ask/what-can/parts': () => ({
      outline: { ...whatCan, person: { ...whatCan.person, reasonWanted: !said } },
    }),
    'POST /api/ask/looks': () => {
      said = true;
      return {};
    },
    'GET /api/ask/records': () => page(row('T-1', true, value('hidden'), value('view', 'Ore'))),
  });
  look('/look/app?person=ann&type=trip');
  const why = await screen.findByRole('textbox', { name: 'Why you look through Ann Reed' });
  expect(calls.some((call) => call.path === '/api/ask/records')).toBe(false);
  const go = screen.getByRole('button', { name: 'Look through Ann Reed' });
  expect(go).toHaveProperty('disabled', true);
  await userEvent.type(why, 'ticket 4711');
  await userEvent.click(go);
  expect(await screen.findByRole('button', { name: 'T-1' })).toBeTruthy();
  expect(calls.find((call) => call.path === '/api/ask/looks')?.body).toEqual({
    person: 'ann',
    application: 'app',
    account: '',
    reason: 'ticket 4711',
  });
});

test('why something is withheld is told in a sentence or two', () => {
  const because = {
    yes: false,
    title: 'Ann Reed may not view trip T-2',
    summary: '',
    routes: [],
    cuts: [],
    missing: ['They hold no role.', 'It is not shared.', 'A third.'],
    list: false,
  };
  expect(why(because)).toBe('Ann Reed may not view trip T-2. They hold no role. It is not shared.');
  expect(why({ ...because, missing: [] })).toContain('No route leads there.');
});

test('what is not counted yet is not called missing', async () => {
  const outline = {
    ...whatCan,
    areas: whatCan.areas.map((area) => ({
      ...area,
      types: area.types.map((type) => ({ ...type, cells: [], counted: false })),
    })),
  };
  serve({ ...served, 'GET /api/ask/what-can/parts': () => ({ outline }) });
  look('/look/app?person=ann');
  const types = await screen.findByRole('navigation', { name: 'Record types' });
  expect(within(types).getByRole('button', { name: /Trips/ }).textContent).toContain('…');
  expect(within(types).queryByText('not found')).toBeNull();
  expect(screen.queryByText(/finds no record at all/)).toBeNull();
});
