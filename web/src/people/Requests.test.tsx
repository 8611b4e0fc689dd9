import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import type { Waiting } from './api';
import Requests from './Requests';

const wish: Waiting = {
  id: 'w1',
  what: 'Place Wren Dale',
  why: 'She starts on Monday',
  author: 'Idris Munro',
  mine: false,
  asked: '2026-11-23T10:00:00Z',
  state: 'waiting',
  stillAsked: 'Agnete Solberg and Rufus Tannahill',
  agreed: false,
  note: '',
};

const none = { waiting: [], total: 0 };
const consequence = { people: 1, moved: [], against: [], warnings: [], canAgree: [], done: false };

/** A server where one change waits until it is decided. */
function waiting(line: Waiting, more: Parameters<typeof serve>[0] = {}) {
  let open = true;
  return serve({
    'GET /api/people/permissions': () => ({ bringIn: false, sources: false, outbox: false }),
    'GET /api/join-requests': () => ({ requests: [], total: 0 }),
    'GET /api/approvals': ({ query }) => {
      const wanted = query.get('open') === 'true';
      const state = wanted ? 'waiting' : 'made';
      return wanted === open
        ? { waiting: [{ ...line, state, note: 'Agnete Solberg' }], total: 1 }
        : none;
    },
    'GET /api/approvals/w1': () => ({ waiting: line, consequence, problem: '' }),
    'POST /api/approvals/w1/agree': () => {
      open = false;
      return { made: true, still: [] };
    },
    'POST /api/approvals/w1/refuse': () => {
      open = false;
      return {};
    },
    ...more,
  });
}

test('nothing waits, and what would stand here is said', async () => {
  waiting(wish, { 'GET /api/approvals': () => none });
  show(<Requests />);
  expect(await screen.findByText(/Nothing waits/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Requests' })).toBeTruthy();
  expect(screen.queryByRole('link', { name: 'Outbox' })).toBeNull();
});

test('whoever is asked looks, agrees, and sees it done', async () => {
  const calls = waiting(wish);
  show(<Requests />);
  expect(await screen.findByText('waits; asked: Agnete Solberg and Rufus Tannahill')).toBeTruthy();
  expect(await screen.findByRole('link', { name: 'Requests (1)' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Look' }));
  await screen.findByText('Idris Munro wants this: “She starts on Monday”');
  await screen.findByText(/Changes access for 1 person/);
  await userEvent.click(screen.getByRole('button', { name: 'Agree' }));
  await screen.findByText('done, Agnete Solberg');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(calls.filter((one) => one.path === '/api/approvals/w1')).toHaveLength(1);
});

test('where others have to agree as well, they are named', async () => {
  waiting(wish, {
    'POST /api/approvals/w1/agree': () => ({
      made: false,
      still: [{ key: 'vikram', name: 'Vikram Sethi' }],
    }),
  });
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  await screen.findByText(/Changes access for 1 person/);
  await userEvent.click(screen.getByRole('button', { name: 'Agree' }));
  expect((await screen.findByText(/You have agreed/)).textContent).toContain('Vikram Sethi');
  expect(screen.queryByRole('button', { name: 'Agree' })).toBeNull();
});

test('who has agreed already is not asked again', async () => {
  waiting({ ...wish, agreed: true });
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  await screen.findByText(/Changes access for 1 person/);
  expect(screen.queryByRole('button', { name: 'Agree' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Decline' })).toBeTruthy();
});

test('declining says why', async () => {
  const calls = waiting(wish);
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  const why = await screen.findByLabelText('If you decline: what you tell Idris Munro');
  await userEvent.type(why, 'No desk yet.');
  await userEvent.click(screen.getByRole('button', { name: 'Decline' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(calls.find((one) => one.path.endsWith('/refuse'))?.body).toEqual({ note: 'No desk yet.' });
});

test('the author takes their own back and cannot agree to it', async () => {
  waiting({ ...wish, mine: true });
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  await screen.findByText('You want this: “She starts on Monday”');
  expect(screen.queryByRole('button', { name: 'Agree' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Take it back' })).toBeTruthy();
});

test('what has been overtaken says so and cannot be agreed to', async () => {
  waiting(wish, {
    'GET /api/approvals/w1': () => ({ waiting: wish, problem: 'Wren Dale has been changed.' }),
  });
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Wren Dale has been changed.');
  expect((screen.getByRole('button', { name: 'Agree' }) as HTMLButtonElement).disabled).toBe(true);
});

test('a refusal stands in the dialog', async () => {
  waiting(wish, {
    'POST /api/approvals/w1/agree': () =>
      new Refusal(403, { title: 'Refused', detail: 'Your word does not decide this.' }),
  });
  show(<Requests />);
  await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
  await screen.findByText(/Changes access for 1 person/);
  await userEvent.click(screen.getByRole('button', { name: 'Agree' }));
  expect(await screen.findByText('Your word does not decide this.')).toBeTruthy();
  expect(screen.getByRole('dialog')).toBeTruthy();
});

test('whoever asks to join is invited or declined from here', async () => {
  const asked = {
    id: 'j1',
    account: 'keelmark',
    accountName: 'Keelmark Inspection',
    email: 'wanda@keelmark.example',
    name: 'Wanda Reed',
    note: 'Surveys of next week',
    asked: '2026-11-23T10:00:00Z',
  };
  let requests = [asked];
  const calls = waiting(wish, {
    'GET /api/approvals': () => none,
    'GET /api/join-requests': () => ({ requests, total: requests.length }),
    'POST /api/join-requests/j1/approve': () => {
      requests = [];
      return { person: 'wanda.reed' };
    },
  });
  show(<Requests />);
  expect(await screen.findByText('People who ask to join (1)')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Invite them' }));
  await waitFor(() => expect(screen.queryByText('Wanda Reed')).toBeNull());
  expect(calls.some((one) => one.path === '/api/join-requests/j1/approve')).toBe(true);
});
