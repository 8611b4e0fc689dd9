import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { serve, show } from '../testing/served';
import { Age, IndexedAsOf } from './Age';
import type { WhatCan } from './answers';
import { slotsOf } from './question';

const slots = slotsOf({ person: 'ann', application: 'app' });
const answer = { areas: [], functions: [], holdings: [] } as unknown as WhatCan;

test('numbers of an index tell their age, and are counted on demand', async () => {
  const calls = serve({ 'GET /api/ask/what-can/parts': () => ({ outline: answer }) });
  const asOf = new Date(Date.now() - 3 * 60_000).toISOString();
  show(<Age answer={{ ...answer, asOf }} slots={slots} draft="d1" />);
  expect(screen.getByText('3 minutes ago')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Count them now' }));
  await waitFor(() => expect(calls).toHaveLength(1));
  expect(Object.fromEntries(calls[0]?.query ?? [])).toEqual({
    person: 'ann',
    application: 'app',
    draft: 'd1',
    exact: 'true',
  });
});

test('while they are counted they cannot be asked for again', async () => {
  const counted = vi.fn();
  const asOf = new Date().toISOString();
  const { rerender } = show(<IndexedAsOf asOf={asOf} onCount={counted} />);
  await userEvent.click(screen.getByRole('button', { name: 'Count them now' }));
  expect(counted).toHaveBeenCalledOnce();
  rerender(<IndexedAsOf asOf={asOf} counting onCount={counted} />);
  expect(screen.getByRole('button', { name: 'Counting' })).toHaveProperty('disabled', true);
});

test('numbers that were counted have no age', () => {
  show(<Age answer={answer} slots={slots} />);
  expect(screen.queryByRole('status')).toBeNull();
});
