import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { QuestionLists } from './Questions';

const question = (id: string, name: string, more = {}) => ({
  id,
  name,
  address: '/ask/what-can?person=ann',
  application: 'app',
  owner: 'Ben Sale',
  shared: false,
  onDesk: false,
  askedAt: '2026-11-01T10:00:00Z',
  version: 3,
  ...more,
});

test('a kept question is shared, renamed and forgotten', async () => {
  const calls = serve({
    'GET /api/ask/questions': () => ({
      recent: [question('r', 'Asked just now')],
      kept: [question('k', 'Kept one')],
      shared: [question('s', 'Of a colleague')],
    }),
    'PUT /api/ask/questions/k': () => question('k', 'Kept one', { version: 4 }),
    'DELETE /api/ask/questions/k': () => ({}),
  });
  show(<QuestionLists />);
  expect(await screen.findByRole('link', { name: 'Kept one' })).toHaveProperty(
    'pathname',
    '/ask/what-can',
  );
  expect(screen.getByText('Ben Sale')).toBeTruthy();
  await userEvent.click(screen.getByRole('switch', { name: 'shared with others' }));
  expect(calls.find((call) => call.method === 'PUT')?.body).toEqual({
    name: 'Kept one',
    shared: true,
    onDesk: false,
    version: 3,
  });
  await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
  await userEvent.type(screen.getByLabelText('What it is called'), ', mine');
  await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
  expect(
    calls.some(
      (call) => call.method === 'PUT' && (call.body as { name: string }).name === 'Kept one, mine',
    ),
  ).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: 'Forget “Kept one”' }));
  expect(calls.some((call) => call.method === 'DELETE')).toBe(true);
});

test('a question that was changed elsewhere is looked at again', async () => {
  const calls = serve({
    'GET /api/ask/questions': () => ({ recent: [], kept: [question('k', 'Kept one')], shared: [] }),
    'PUT /api/ask/questions/k': () =>
      new Refusal(409, { title: 'Somebody else was faster', detail: 'Look at it again.' }),
  });
  show(<QuestionLists />);
  await userEvent.click(await screen.findByRole('switch', { name: 'on my Desk' }));
  expect(await screen.findByText('Look at it again.')).toBeTruthy();
  expect(calls.filter((call) => call.method === 'GET').length).toBeGreaterThan(1);
});

test('where nothing was asked yet, it is said what will stand there', async () => {
  serve({ 'GET /api/ask/questions': () => ({ recent: [], kept: [], shared: [] }) });
  show(<QuestionLists />);
  expect(await screen.findByText(/Questions that you ask stand here/)).toBeTruthy();
});
