import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import { type Batch, begin, beginByFile } from './api';
import { Columns } from './Columns';
import { RowsStep } from './RowsStep';

const batch = {
  line: { id: 'b1', name: 'odd.csv', state: 'open' },
  version: 1,
  headings: ['Wer', 'Wo', 'Wann'],
  sample: [
    ['anna@a.example', 'Credit', 'x'],
    ['ben@a.example', 'Fleet', 'y'],
  ],
  mapping: { 0: 'email' },
  counts: { new: 60, malformed: 2 },
  rows: 62,
  ready: 60,
} as unknown as Batch;

test('pasted text is sent as it is', async () => {
  const calls = serve({ 'POST /api/bring-in': () => ({ id: 'b7' }) });
  expect(await begin('a@a.example; b@b.example')).toBe('b7');
  expect(calls[0]?.body).toEqual({ text: 'a@a.example; b@b.example' });
});

test('a file too large is not even sent', async () => {
  const calls = serve({});
  const file = new File([new Uint8Array(9 * 1024 * 1024)], 'all.csv');
  await expect(beginByFile(file)).rejects.toThrow(/all.csv has 9 MB; at most 8 MB/);
  expect(calls).toHaveLength(0);
});

test('the rows say how many are ready, and which columns nothing is read from', async () => {
  serve({ 'GET /api/bring-in/b1/rows': () => ({ rows: [], total: 0 }) });
  show(<RowsStep batch={batch} onNext={() => {}} />);
  expect(await screen.findByRole('button', { name: 'Go on with 60' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Columns, 2 not used' })).toBeTruthy();
  expect(screen.getByRole('button', { name: '2 to be corrected' })).toBeTruthy();
});

test('with nobody ready there is nothing to go on with', async () => {
  serve({ 'GET /api/bring-in/b1/rows': () => ({ rows: [], total: 0 }) });
  show(<RowsStep batch={{ ...batch, ready: 0 }} onNext={() => {}} />);
  const on = await screen.findByRole('button', { name: 'Go on with 0' });
  expect((on as HTMLButtonElement).disabled).toBe(true);
});

test('another verdict begins at its first page', async () => {
  const row = {
    number: 1,
    cells: { email: 'a@a.example' },
    verdict: 'new',
    problems: {},
    decision: '',
  };
  const calls = serve({ 'GET /api/bring-in/b1/rows': () => ({ rows: [row], total: 62 }) });
  show(<RowsStep batch={batch} onNext={() => {}} />);
  await userEvent.click(await screen.findByRole('button', { name: 'Go to next page' }));
  await waitFor(() => expect(calls.at(-1)?.query.get('page')).toBe('1'));
  await userEvent.click(screen.getByRole('button', { name: '60 new' }));
  await waitFor(() => expect(calls.at(-1)?.query.get('verdict')).toBe('new'));
  expect(calls.at(-1)?.query.get('page')).toBe('0');
});

test('a column is named by hand, with its first rows in sight', async () => {
  const calls = serve({
    'GET /api/bring-in/fields': () => [
      { key: 'email', name: 'E-mail' },
      { key: 'unit', name: 'Unit' },
    ],
    'PUT /api/bring-in/b1/mapping': () => batch,
  });
  show(<Columns batch={batch} />);
  expect(screen.getByText('Credit · Fleet')).toBeTruthy();
  const choices = screen.getAllByRole('combobox');
  await waitFor(() => expect(choices[0]?.textContent).toBe('E-mail'));
  await userEvent.click(choices[1] as HTMLElement);
  await userEvent.click(await screen.findByRole('option', { name: 'Unit' }));
  await userEvent.click(screen.getByRole('button', { name: 'Judge the rows' }));
  const saved = () => calls.find((one) => one.method === 'PUT')?.body;
  await waitFor(() => expect(saved()).toEqual({ mapping: { 0: 'email', 1: 'unit' } }));
});
