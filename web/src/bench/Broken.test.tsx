import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { serve, show } from '../testing/served';
import type { DraftShown } from './api';
import { Broken } from './Broken';
import { countForOf, countForText } from './counted';
import { cost, price } from './MendList';
import { TakeAway } from './TakeAway';

const draft = { id: 'd1', version: 3, changes: [{}] } as unknown as DraftShown;
const expectation = {
  key: 'e',
  name: 'Externals never see a margin',
  severity: 'error',
  holds: false,
  covered: 3,
  person: 'Eve',
  record: 'V-1',
};
const mend = {
  words: 'Run voyages: view margin of voyages, all → none',
  changes: [{ put: 'privilegeSets', element: { key: 's' } }],
  people: [],
  records: 0,
  losing: ['eve', 'fay'],
  lost: 12,
};
const A = '/api/applications/app';
const line = {
  person: 'ann',
  name: 'Ann',
  external: false,
  type: 'trip',
  operation: 'view',
  does: 'view trips',
  guarded: false,
  gains: false,
  loses: true,
  gained: 0,
  lost: 7,
  withheld: false,
  gainedExamples: [],
  lostExamples: [],
};

test('a broken expectation is mended by one act, in the draft one works in', async () => {
  const calls = serve({
    [`GET ${A}/tray`]: () => ({ draft, edits: [], behind: [] }),
    [`GET ${A}/expectations/e/mends`]: () => [mend],
    [`POST ${A}/tray/edits`]: () => ({ draft: { ...draft, version: 4 }, edits: [], behind: [] }),
  });
  show(<Broken application="app" draft={draft} expectation={expectation} />);
  expect(screen.getByText('Eve, such as V-1')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'What would mend it' }));
  expect(await screen.findByText('By it 2 people lose 12 records.')).toBeTruthy();
  await userEvent.click(await screen.findByRole('button', { name: /^Put it into the draft/ }));
  await expect
    .poll(() => calls.find((one) => one.method === 'POST')?.body)
    .toEqual({
      seen: 3,
      changes: mend.changes,
    });
});

test('in another draft one first has to work in it', async () => {
  serve({
    [`GET ${A}/tray`]: () => ({ edits: [], behind: [] }),
    [`GET ${A}/expectations/e/mends`]: () => [mend],
  });
  show(<Broken application="app" draft={draft} expectation={expectation} />);
  await userEvent.click(screen.getByRole('button', { name: 'What would mend it' }));
  expect(
    await screen.findByRole('button', { name: 'Work in this draft, to mend it' }),
  ).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^Put it into the draft/ })).toBeNull();
});

test('the price of a mend is said in people and records', () => {
  expect(price({ ...mend, losing: [], people: ['ann'], records: 1 })).toBe(
    'By it 1 person gains 1 record.',
  );
  expect(price({ ...mend, lost: 0 })).toBe('By it 2 people lose fields.');
  expect(price({ ...mend, losing: [] })).toContain('nobody gains or loses');
});

test('what goes with it and who would lose what is told before it is taken away', async () => {
  const changes = [
    { remove: 'assignments', key: 'a' },
    { remove: 'roles', key: 'r' },
  ];
  serve({
    [`GET ${A}/tray/removal`]: () => ({
      changes,
      words: ['Ann no longer holds `Rower`'],
      impact: { lines: [line], total: 130 },
    }),
  });
  const away = vi.fn();
  show(
    <TakeAway
      application="app"
      of={{ list: 'roles', key: 'r' }}
      name="Rower"
      onClose={() => {}}
      onAway={away}
    />,
  );
  expect(await screen.findByText('− 7')).toBeTruthy();
  expect(screen.getByText('Ann no longer holds “Rower”')).toBeTruthy();
  expect(screen.getByText('and 129 more')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Take it away' }));
  expect(away).toHaveBeenCalledWith(changes);
});

test('whom to count for stands in the address', () => {
  expect(countForOf(null)).toBe('most');
  expect(countForOf('all')).toBe('all');
  expect(countForOf('ann')).toEqual({ person: 'ann' });
  expect(['most', 'none', { person: 'ann' }].map((one) => countForText(one as never))).toEqual([
    '',
    'none',
    'ann',
  ]);
});

test('the price of a mend is drawn by how much it opens and closes in all', () => {
  const free = { people: [], records: 0, losing: [], lost: 0 };
  expect(cost(free)).toBe(0);
  expect(cost({ ...free, people: ['ann'] })).toBe(1);
  expect(cost({ ...free, people: ['ann'], records: 120 })).toBe(3);
  expect(cost({ ...free, lost: 90_000_000 })).toBe(6);
});
