import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { IndexAdvicePart } from './IndexAdvicePart';

const advised = (use: string, fields: string[], statement: string) => ({ use, fields, statement });

const told = (answer: object) => ({ 'GET /api/applications/app/index-advice': () => answer });

test('what is missing stands below its record type, with the statements that make it', async () => {
  serve(
    told({
      fromRecords: 50_000,
      extension: 'CREATE EXTENSION pg_trgm;',
      types: [
        {
          type: 'lot',
          plural: 'Cargo lots',
          records: 332_856,
          indexes: [
            advised('SEARCH', ['Goods', 'Number', 'Status'], 'CREATE INDEX 1;'),
            advised('PLACE', ['Clerk'], 'CREATE INDEX 2;'),
            advised('ORDER', ['Goods'], 'CREATE INDEX 3;'),
            advised('ORDER', ['Loads on'], 'CREATE INDEX 4;'),
          ],
        },
      ],
    }),
  );
  show(<IndexAdvicePart application="app" />);
  expect(await screen.findByText('Cargo lots, about 332 856')).toBeTruthy();
  expect(screen.getByText('CREATE EXTENSION pg_trgm;')).toBeTruthy();
  expect(screen.getByText('To search in goods, number and status')).toBeTruthy();
  expect(screen.getByText('CREATE INDEX 2;')).toBeTruthy();
  expect(screen.queryByText(/CREATE INDEX 3/)).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Show 2 statements' }));
  expect(screen.getByLabelText('To sort').textContent).toBe('CREATE INDEX 3;\nCREATE INDEX 4;');
});

test('where nothing is missing it says so', async () => {
  serve(told({ fromRecords: 50_000, types: [] }));
  show(<IndexAdvicePart application="app" />);
  expect(await screen.findByText(/Lists need no more indexes/)).toBeTruthy();
});

test('a database that does not answer is told of, and asked again', async () => {
  serve(told(new Refusal(503, { title: 'Away', detail: 'It does not answer.' })));
  show(<IndexAdvicePart application="app" />);
  expect(await screen.findByText('It does not answer.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Try again' })).toBeTruthy();
});
