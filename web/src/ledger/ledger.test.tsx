import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { instant, queryOf } from '../app/listed';
import { serve, show } from '../testing/served';
import { ActsLeaf, SignInsLeaf } from './AuditLog';
import { setsOf } from './SetsBeforeAfter';

test('days become instants, the last one to its end, and what is not set is left out', () => {
  expect(queryOf({ search: '', person: 'ann', from: '2026-03-03', until: '2026-03-03' })).toEqual({
    person: 'ann',
    from: new Date('2026-03-03T00:00:00').toISOString(),
    until: new Date('2026-03-04T00:00:00').toISOString(),
  });
  expect(instant('never')).toBeUndefined();
  expect(queryOf({ from: 'never' })).toEqual({});
});

test('sets before and after are those that the inverse and the changes put', () => {
  const set = (key: string, reach: string) => ({
    put: 'privilegeSets',
    element: { key, name: key, privileges: [{ recordType: 'trip', operation: 'view', reach }] },
  });
  const sets = setsOf(
    [set('one', 'all'), set('new', 'own'), { remove: 'privilegeSets', key: 'gone' }],
    [set('one', 'own'), { remove: 'privilegeSets', key: 'new' }, set('gone', 'unit')] as never,
  );
  expect(sets.map((one) => [one.key, one.published !== null, one.now !== null])).toEqual([
    ['one', true, true],
    ['gone', true, false],
    ['new', false, true],
  ]);
});

test('acts are told with whom they were done to, and searched on the server', async () => {
  const calls = serve({
    'GET /api/ledger/acts': () => ({
      acts: [
        {
          at: '2026-11-26T10:00:00Z',
          who: 'Idris Munro',
          kind: 'person',
          key: 'ann',
          name: 'Ann Holt',
          words: 'suspended',
        },
      ],
      total: 1,
    }),
  });
  show(<ActsLeaf />);
  expect((await screen.findByRole('link', { name: 'Ann Holt' })).getAttribute('href')).toBe(
    '/people/p/ann',
  );
  expect(screen.getByText('suspended')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Search what was done'), 'sus');
  await expect.poll(() => calls.some((one) => one.query.get('search') === 'sus')).toBe(true);
});

test('sign-ins are told in words, and an empty leaf says why', async () => {
  serve({ 'GET /api/ledger/sign-ins': () => ({ tries: [], total: 0 }) });
  show(<SignInsLeaf />);
  expect(
    await screen.findByText('Nobody whom you may view has tried to sign in yet.'),
  ).toBeTruthy();
});
