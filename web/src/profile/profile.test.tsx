import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import OwnPlace from './OwnPlace';

const own = {
  name: 'Ilse Marrow',
  givenName: 'Ilse',
  familyName: 'Marrow',
  email: 'ilse.marrow@larkwater.example',
  timeZone: 'Europe/Copenhagen',
  startPlace: '',
  dateStyle: '',
  accounts: [{ key: 'larkwater', name: 'Larkwater' }],
  secondFactor: false,
  secondFactorPossible: true,
  nameOwned: '',
  sessions: [
    {
      id: 's1',
      person: 'ilse.marrow',
      since: '2026-11-27T08:00:00Z',
      lastSeen: '2026-11-27T08:30:00Z',
      address: '127.0.0.1',
      agent: 'Firefox on Linux',
    },
    {
      id: 's2',
      person: 'ilse.marrow',
      since: '2026-11-26T08:00:00Z',
      lastSeen: '2026-11-26T08:30:00Z',
      address: '203.0.113.9',
      agent: 'Chrome on Windows',
    },
  ],
  thisSession: 's1',
  tries: [],
};

const held = {
  application: { key: 'towline', name: 'Towline' },
  zone: 'Europe/Copenhagen',
  sets: [{ key: 'run-voyages', name: 'Run voyages' }],
  delegations: [],
};

const doors = (more: Parameters<typeof serve>[0] = {}) =>
  serve({
    'GET /api/own': () => own,
    'GET /api/own/delegations': () => [held],
    'GET /api/session': () => ({ person: 'ilse.marrow', name: 'Ilse Marrow' }),
    ...more,
  });

test('what is wrong with a new name is said, and what was typed stays', async () => {
  doors({
    'PUT /api/own': () =>
      new Refusal(400, {
        title: 'Not so',
        detail: 'Fill in a name.',
        problems: [{ path: 'givenName' }],
      }),
  });
  show(<OwnPlace />, '/own');
  const given = await screen.findByLabelText('Given name');
  await userEvent.clear(given);
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Fill in a name.')).toBeTruthy();
  expect(given.getAttribute('aria-invalid')).toBe('true');
});

test('a name that a source has the say of cannot be changed here', async () => {
  doors({ 'GET /api/own': () => ({ ...own, nameOwned: 'Staff register' }) });
  show(<OwnPlace />, '/own');
  expect(await screen.findByText('Staff register has the say of your name.')).toBeTruthy();
  expect((screen.getByLabelText('Given name') as HTMLInputElement).disabled).toBe(true);
});

test('a new password takes the old one, and signs out elsewhere', async () => {
  const calls = doors({ 'PUT /api/own/password': () => ({}) });
  show(<OwnPlace />, '/own');
  const change = await screen.findByRole('button', { name: 'Change the password' });
  expect((change as HTMLButtonElement).disabled).toBe(true);
  await userEvent.type(screen.getByLabelText('The one you have now'), 'an old one');
  await userEvent.type(screen.getByLabelText('The new one'), 'nine slow barges');
  await userEvent.click(change);
  expect(await screen.findByText(/signed out everywhere else/)).toBeTruthy();
  expect(calls.find((one) => one.path === '/api/own/password')?.body).toEqual({
    now: 'an old one',
    password: 'nine slow barges',
  });
});

test('taking the second factor away asks for the password and a code', async () => {
  const calls = doors({
    'GET /api/own': () => ({ ...own, secondFactor: true }),
    'POST /api/own/second-factor/end': () => ({}),
  });
  show(<OwnPlace />, '/own');
  await userEvent.type(await screen.findByLabelText('Your password'), 'nine slow barges');
  await userEvent.type(screen.getByLabelText('Six digits'), '123456');
  await userEvent.click(screen.getByRole('button', { name: 'Take it away' }));
  await waitFor(() =>
    expect(calls.find((one) => one.path === '/api/own/second-factor/end')?.body).toEqual({
      password: 'nine slow barges',
      code: '123456',
    }),
  );
});

test('a second factor is set up by a code of its secret', async () => {
  const calls = doors({
    'POST /api/own/second-factor': () => ({
      secret: 'JBSWY3DPEHPK3PXP',
      address: 'otpauth://totp/Nembar?secret=JBSWY3DPEHPK3PXP',
    }),
    'PUT /api/own/second-factor': () => ({}),
  });
  show(<OwnPlace />, '/own');
  await userEvent.type(await screen.findByLabelText('Your password'), 'nine slow barges');
  await userEvent.click(screen.getByRole('button', { name: 'Set up an authenticator' }));
  expect(await screen.findByText('JBSWY3DPEHPK3PXP')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Six digits'), '654321');
  await userEvent.click(screen.getByRole('button', { name: 'Ask for it from now on' }));
  await waitFor(() =>
    expect(calls.find((one) => one.method === 'PUT')?.body).toEqual({ code: '654321' }),
  );
});

test('another session is ended, and never this one', async () => {
  const calls = doors({ 'DELETE /api/own/sessions/s2': () => ({}) });
  show(<OwnPlace />, '/own');
  const sessions = await screen.findByRole('table', { name: 'Where you are signed in' });
  const buttons = within(sessions).getAllByRole('button', { name: 'Sign out' });
  expect(buttons).toHaveLength(1);
  await userEvent.click(buttons[0] as HTMLElement);
  await waitFor(() => expect(calls.some((one) => one.path === '/api/own/sessions/s2')).toBe(true));
});

test('somebody is let act with what one holds, once it is told what that changes', async () => {
  const calls = doors({
    'GET /api/own/delegations/colleagues': () => [{ key: 'maren.holt', name: 'Maren Holt' }],
    'POST /api/own/delegations': () => ({
      against: [],
      canAgree: [],
      done: false,
      moved: [],
      people: 1,
      warnings: [],
    }),
  });
  show(<OwnPlace />, '/own');
  await userEvent.click(await screen.findByRole('button', { name: 'Let somebody act for you' }));
  await userEvent.type(await screen.findByLabelText(/^Who acts/), 'Mar');
  await userEvent.click(await screen.findByRole('option', { name: 'Maren Holt' }));
  await userEvent.click(screen.getByLabelText('Run voyages'));
  await waitFor(() => {
    const asked = calls.find((one) => one.path === '/api/own/delegations' && one.method === 'POST');
    expect(asked?.body).toMatchObject({
      application: 'towline',
      delegate: 'maren.holt',
      sets: ['run-voyages'],
    });
  });
});
