import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { RecordIndexPart } from './RecordIndexPart';

const INDEX = '/api/applications/app/record-index';
const none = { kept: false, records: 0, bytes: 0, statements: [] };

test('an index is begun, read and told, and kept no more', async () => {
  let kept = false;
  let asked = 0;
  const calls = serve({
    [`GET ${INDEX}`]: () => {
      asked += kept ? 1 : 0;
      return asked < 2
        ? { ...none, kept }
        : {
            ...none,
            kept,
            records: 7256,
            bytes: 412_000,
            tookMillis: 340,
            asOf: new Date().toISOString(),
          };
    },
    [`PUT ${INDEX}`]: ({ body }) => {
      kept = (body as { kept: boolean }).kept;
      return { ...none, kept };
    },
  });
  show(<RecordIndexPart application="app" />);
  await userEvent.click(await screen.findByRole('button', { name: 'Keep an index' }));
  expect(await screen.findByText('The records are being read.')).toBeTruthy();
  expect(
    await screen.findByText(/7.256 records, read in 0.3 seconds, in 0.4 megabytes; as of just now/),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Keep it no more' }));
  expect(await screen.findByRole('button', { name: 'Keep an index' })).toBeTruthy();
  expect(calls.filter((one) => one.method === 'PUT').map((one) => one.body)).toEqual([
    { kept: true },
    { kept: false },
  ]);
});

test('what went wrong is told', async () => {
  serve({
    [`GET ${INDEX}`]: () => ({ ...none, kept: true, failure: 'The database does not answer' }),
    [`PUT ${INDEX}`]: () => new Refusal(403, { title: 'No', detail: 'You may not.' }),
  });
  show(<RecordIndexPart application="app" />);
  expect(await screen.findByText('The database does not answer')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Keep it no more' }));
  expect(await screen.findByText('You may not.')).toBeTruthy();
});

test('what would spare reading all again is told with its statements', async () => {
  serve({
    [`GET ${INDEX}`]: () => ({
      ...none,
      kept: true,
      asOf: new Date().toISOString(),
      notTold: 'The database does not tell which rows are written: its wal_level is not logical.',
      statements: ['ALTER SYSTEM SET wal_level = logical;'],
    }),
  });
  show(<RecordIndexPart application="app" />);
  expect(await screen.findByText(/all records are read again. The database does not/)).toBeTruthy();
  expect(screen.getByLabelText('Statements for the database').textContent).toBe(
    'ALTER SYSTEM SET wal_level = logical;',
  );
});
