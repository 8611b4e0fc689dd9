import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import AskPlace from './AskPlace';
import { asText } from './Tools';

const A = '/api/applications/app';

const bench = {
  application: { key: 'app', name: 'App' },
  areas: [],
  types: [
    {
      key: 'trip',
      plural: 'Trips',
      operations: [
        { key: 'view', name: 'view' },
        { key: 'change', name: 'change' },
      ],
      fields: [],
    },
  ],
  functions: [],
  sets: [],
  roles: [],
};

const served = {
  'GET /api/people': () => ({ people: [], total: 0 }),
  'GET /api/applications': () => [{ key: 'app', name: 'App', zone: 'UTC' }],
  [`GET ${A}/bench`]: () => bench,
  [`GET ${A}/tray`]: () => ({ edits: [], behind: [] }),
};

function ask(address: string) {
  show(
    <Routes>
      <Route path="/ask/:form" element={<AskPlace />} />
      <Route path="/bench/:application" element={<p>On the bench</p>} />
    </Routes>,
    address,
  );
}

test('who can is told by what, narrowed to one way, and a way is taken away', async () => {
  const calls = serve({
    ...served,
    [`GET ${A}/who-can`]: () => ({
      people: [
        {
          person: 'ann',
          name: 'Ann Reed',
          external: true,
          level: 'view',
          records: 12,
          routes: ['holds `Mate`', 'follows'],
        },
      ],
      total: 1,
      all: 1,
      withheld: 2,
      ways: [
        {
          key: 'assignments/a1',
          list: 'assignments',
          element: 'a1',
          words: 'Give Mate to Ann Reed.',
          people: 1,
          externals: 1,
        },
      ],
    }),
    [`GET ${A}/tray/removal`]: () => ({
      changes: [{ remove: 'assignments', key: 'a1' }],
      words: [],
      impact: { lines: [], total: 0 },
    }),
    [`POST ${A}/tray/edits`]: () => ({ edits: [], behind: [] }),
  });
  ask('/ask/who-can?application=app&do=cell:trip:view');
  expect(await screen.findByText('1 person can, and 2 more whom you may not see')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Ann Reed' }).getAttribute('href')).toContain(
    'because=cell%3Atrip%3Aview',
  );
  expect(screen.getByText('holds “Mate”')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: '1 person' }));
  expect(await screen.findByText(/Only those who came by it so/)).toBeTruthy();
  expect(calls.some((one) => one.query.get('by') === 'assignments/a1')).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: /Without it/ }));
  await userEvent.click(await screen.findByRole('button', { name: 'Take it away' }));
  expect(await screen.findByText('On the bench')).toBeTruthy();
});

test('a no tells what it would take, and what the draft makes of it', async () => {
  const calls = serve({
    ...served,
    [`GET ${A}/tray`]: () => ({
      draft: { id: 'd1', name: 'Nights', version: 3, changes: [{}] },
      edits: [],
      behind: [],
    }),
    'GET /api/ask/because': ({ query }) => ({
      yes: query.get('draft') === 'd1',
      title: 'Ann Reed may not change trip T-1',
      summary: 'No route gives.',
      routes: [],
      cuts: [],
      missing: ['The role Mate would give it.'],
      list: false,
    }),
    [`GET ${A}/mends`]: () => [
      {
        words: 'Share it with `Ann`',
        changes: [],
        people: ['ann'],
        records: 1,
        losing: [],
        lost: 0,
      },
    ],
  });
  ask('/ask/why?application=app&person=ann&do=cell:trip:change&record=T-1');
  expect(await screen.findByText('No')).toBeTruthy();
  expect(await screen.findByText('Yes, after publishing the draft “Nights”.')).toBeTruthy();
  expect(await screen.findByText('Share it with “Ann”')).toBeTruthy();
  expect(screen.getByRole('img', { name: 'price 1 of 6' })).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Keep it so' }).getAttribute('href')).toBe(
    '/bench/app?list=expectations',
  );
  expect(calls.find((one) => one.path.endsWith('/mends'))?.query.get('record')).toBe('T-1');
});

test('what differs is a line for each thing', async () => {
  serve({
    ...served,
    [`GET ${A}/difference`]: () => ({
      first: 'Ann Reed',
      second: 'Ben Sale',
      lines: [
        {
          type: 'trip',
          what: 'view',
          level: '',
          onlyFirst: 'all',
          onlyFirstRecords: 3,
          onlySecond: 'no record',
          onlySecondRecords: 0,
          withheld: false,
        },
      ],
    }),
  });
  ask('/ask/differs?application=app&person=ann&other=ben');
  expect(await screen.findByText('view trips')).toBeTruthy();
  expect(screen.getByText('Only Ann Reed')).toBeTruthy();
  expect(screen.getByText('3 records')).toBeTruthy();
});

test('a form that there is none of leads to the first', async () => {
  serve(served);
  ask('/ask/rubbish');
  expect(await screen.findByText(/Fill in whom the question is about/)).toBeTruthy();
  expect(screen.getByText('Who can change cargo lots in Towline?')).toBeTruthy();
});

test('the matrix is people by record type, and a cell leads to its reasons', async () => {
  serve({
    ...served,
    [`GET ${A}/matrix`]: () => ({
      types: [
        { key: 'trip', name: 'Trips' },
        { key: 'load', name: 'Loads' },
      ],
      rows: [
        {
          person: 'eve',
          name: 'Eve Marsh',
          account: 'red',
          unitOrAccount: 'Red Line',
          external: true,
          cells: [
            { notches: 6, words: 'own account' },
            { notches: 0, words: '' },
          ],
        },
      ],
      total: 1,
      withheld: 4,
    }),
    'GET /api/ask/what-can/parts': () => new Refusal(404, { title: 'Not found', detail: 'gone' }),
  });
  ask('/ask/matrix?application=app');
  expect(await screen.findByText('1 reaches something, and 4 whom you may not see')).toBeTruthy();
  const cell = screen.getByRole('button', { name: 'Eve Marsh, view trips, own account' });
  expect(screen.queryByRole('button', { name: /view loads/ })).toBeNull();
  expect(screen.getByRole('link', { name: 'XLSX' }).getAttribute('href')).toContain('matrix.xlsx');
  await userEvent.click(cell);
  expect(await screen.findByText('gone')).toBeTruthy();
});

test('a question and its answer are had as text', () => {
  const main = document.createElement('main');
  main.innerHTML =
    '<h1>Ask</h1><form><input value="Can"><span><input value="Ann Reed"></span>' +
    '<input value="view trips"><span>in</span><span>?</span>' +
    '</form><div>No</div><span data-tools><button>Print</button></span>';
  expect(asText(main)).toBe('Can Ann Reed view trips in?\nNo');
  expect(asText(null)).toBe('');
});
