import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { ActingFor } from '../app/ActingFor';
import { Refusal, serve, show } from '../testing/served';
import SignIn from './SignIn';
import type { SignedIn } from './session';

const me: SignedIn = {
  person: 'saskia',
  name: 'Saskia Bellweather',
  email: 'saskia@hollis-grain.example',
  initials: 'SB',
  timeZone: 'Europe/London',
  startPlace: '',
  dateStyle: '',
  account: { key: 'hollis', name: 'Hollis Grain' },
  accounts: [
    { key: 'hollis', name: 'Hollis Grain' },
    { key: 'marsh', name: 'Marsh and Malt' },
  ],
};

async function signIn() {
  await userEvent.type(screen.getByLabelText('E-mail'), 'idris@larkwater.example');
  await userEvent.type(screen.getByLabelText('Password'), 'kelp and ochre{Enter}');
}

test('a second factor is asked for once the password was right', async () => {
  const calls = serve({
    'POST /api/session': ({ body }) =>
      (body as { code: string }).code === ''
        ? new Refusal(401, { title: 'One more step', detail: 'Six digits.', wanted: 'code' })
        : me,
  });
  show(<SignIn />);
  expect(screen.queryByLabelText(/^Six digits/)).toBeNull();
  await signIn();
  await userEvent.type(await screen.findByLabelText(/^Six digits/), '482913{Enter}');
  await waitFor(() => expect(calls).toHaveLength(2));
  expect(calls[1]?.body).toEqual({
    email: 'idris@larkwater.example',
    password: 'kelp and ochre',
    code: '482913',
  });
});

test('a wrong password is said, and the address stays', async () => {
  serve({
    'POST /api/session': () =>
      new Refusal(401, { title: 'Not signed in', detail: 'They do not go together.' }),
  });
  show(<SignIn />);
  await signIn();
  expect(await screen.findByText(/They do not go together/)).toBeTruthy();
  expect((screen.getByLabelText('E-mail') as HTMLInputElement).value).toBe(
    'idris@larkwater.example',
  );
});

test('the address of whoever has just come in is there already', () => {
  show(<SignIn address="nadia@larkwater.example" />);
  expect((screen.getByLabelText('E-mail') as HTMLInputElement).value).toBe(
    'nadia@larkwater.example',
  );
});

test('somebody of two accounts changes which one they act for', async () => {
  const calls = serve({ 'PUT /api/session/account': () => me });
  show(<ActingFor me={me} />);
  const choice = screen.getByRole('combobox');
  expect(choice.textContent).toContain('Hollis Grain');
  await userEvent.click(choice);
  await userEvent.click(await screen.findByRole('option', { name: 'Marsh and Malt' }));
  await waitFor(() => expect(calls[0]?.body).toEqual({ account: 'marsh' }));
});
