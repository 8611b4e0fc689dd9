import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import ComeIn from './ComeIn';
import Join from './Join';

const invitation = {
  name: 'Nadia Frost',
  email: 'nadia.frost@larkwater.example',
  accountName: '',
  invitedBy: 'Idris Munro',
  note: 'See you on the mole at seven.',
  purpose: 'invitation',
  codeWanted: false,
  expires: '2026-12-07T12:00:00Z',
};

function doors(at: string) {
  show(
    <Routes>
      <Route path="/come-in" element={<ComeIn />} />
      <Route path="/join" element={<Join />} />
    </Routes>,
    at,
  );
}

test('whoever is invited chooses a password and signs in with it', async () => {
  const calls = serve({
    'POST /api/entry/open': () => invitation,
    'POST /api/entry/come-in': () => ({}),
  });
  doors('/come-in#t0k');
  expect(await screen.findByRole('heading', { name: 'Welcome, Nadia Frost' })).toBeTruthy();
  expect(screen.getByText('See you on the mole at seven.')).toBeTruthy();
  expect(screen.queryByLabelText(/^The code/)).toBeNull();
  await userEvent.type(screen.getByLabelText('Password'), 'nine slow barges{Enter}');
  await waitFor(() => expect(calls.at(-1)?.method).toBe('POST'));
  expect(calls.at(-1)?.body).toEqual({ token: 't0k', password: 'nine slow barges', code: '' });
});

test('a password can be looked at while it is typed', async () => {
  serve({ 'POST /api/entry/open': () => invitation });
  doors('/come-in#t0k');
  const password = await screen.findByLabelText('Password');
  expect(password.getAttribute('type')).toBe('password');
  await userEvent.click(screen.getByRole('button', { name: 'Show it while I type' }));
  expect(password.getAttribute('type')).toBe('text');
});

test('a password that will not do is said, and what was typed stays', async () => {
  serve({
    'POST /api/entry/open': () => ({ ...invitation, purpose: 'reset' }),
    'POST /api/entry/come-in': () =>
      new Refusal(400, {
        title: 'Not so',
        detail: 'That password is on every list of common ones.',
        problems: [{ path: 'password' }],
      }),
  });
  doors('/come-in#t0k');
  await screen.findByRole('heading', { name: 'A new password for Nadia Frost' });
  await userEvent.type(screen.getByLabelText('Password'), 'password1234{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('every list of common ones');
  const password = screen.getByLabelText('Password') as HTMLInputElement;
  expect(password.value).toBe('password1234');
  expect(password.getAttribute('aria-invalid')).toBe('true');
});

test('where a code was agreed, it is asked for by the name of who reads it', async () => {
  const calls = serve({
    'POST /api/entry/open': () => ({ ...invitation, codeWanted: true }),
    'POST /api/entry/come-in': () => ({}),
  });
  doors('/come-in#t0k');
  await userEvent.type(
    await screen.findByLabelText('The code that Idris Munro reads to you'),
    '482-913',
  );
  await userEvent.type(screen.getByLabelText('Password'), 'nine slow barges{Enter}');
  await waitFor(() => expect(calls.at(-1)?.body).toMatchObject({ code: '482-913' }));
});

test('a spent link says so and leads to signing in', async () => {
  serve({
    'POST /api/entry/open': () => new Refusal(404, { title: 'Gone', detail: 'It has been used.' }),
  });
  doors('/come-in#t0k');
  expect(await screen.findByText('It has been used.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Sign in instead' })).toBeTruthy();
});

test('somebody asks to join, and is told what comes next', async () => {
  const calls = serve({
    'POST /api/join/open': () => ({
      accountName: 'Keelmark Inspection',
      domains: ['keelmark.example', 'keel.example'],
    }),
    'POST /api/join': () => ({}),
  });
  doors('/join#k1');
  expect(await screen.findByText(/keelmark.example and keel.example/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText('E-mail'), 'wanda@keelmark.example');
  await userEvent.type(screen.getByLabelText('Given name'), 'Wanda');
  await userEvent.click(screen.getByRole('button', { name: 'Ask to join' }));
  expect(await screen.findByText(/a message comes to wanda@keelmark.example/)).toBeTruthy();
  expect(calls.at(-1)?.body).toMatchObject({ givenName: 'Wanda', familyName: '' });
});

test('an address of another domain is refused beside its field', async () => {
  serve({
    'POST /api/join/open': () => ({ accountName: 'Keelmark', domains: ['keelmark.example'] }),
    'POST /api/join': () =>
      new Refusal(400, {
        title: 'Not so',
        detail: 'This link is for addresses of keelmark.example.',
        problems: [{ path: 'email' }],
      }),
  });
  doors('/join#k1');
  await userEvent.type(await screen.findByLabelText('E-mail'), 'x@else.example{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('addresses of keelmark.example');
  expect(screen.getByLabelText('E-mail').getAttribute('aria-invalid')).toBe('true');
});

test('a link that was withdrawn says so', async () => {
  serve({});
  doors('/join#k1');
  expect(await screen.findByText('This link leads nowhere any more')).toBeTruthy();
});

test('from the old address a change of it is stopped', async () => {
  const calls = serve({
    'POST /api/entry/open': () => ({ ...invitation, purpose: 'objection' }),
    'POST /api/entry/come-in': () => ({}),
  });
  doors('/come-in#t0k');
  expect(
    await screen.findByRole('heading', { name: 'Keep this address, Nadia Frost?' }),
  ).toBeTruthy();
  expect(screen.getByText(/Idris Munro wants you to sign in with another address/)).toBeTruthy();
  expect(screen.queryByLabelText('Password')).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Stop the change' }));
  expect(await screen.findByRole('heading', { name: 'The address stays as it was' })).toBeTruthy();
  expect(calls.at(-1)).toMatchObject({ method: 'POST', path: '/api/entry/come-in' });
});
