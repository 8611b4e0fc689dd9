import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { show } from '../testing/served';
import { Tokens } from './Tokens';

const token = {
  id: 't1',
  label: 'the gateway',
  keeper: 'Idris Munro',
  validUntil: '2027-11-27T00:00:00Z',
  ended: '',
};

function shown(renew: () => Promise<{ token: string }>) {
  show(
    <Tokens
      of="Personnel"
      tokens={[token as never]}
      make={() => Promise.resolve({ token: 'made' })}
      revoke={() => Promise.resolve()}
      renew={renew}
    />,
  );
}

test('the token that was made last is shown, whichever way it was made', async () => {
  shown(() => Promise.resolve({ token: 'renewed' }));
  const last = () => document.querySelector('[data-token]')?.textContent;
  await userEvent.click(screen.getByRole('button', { name: 'Make a token' }));
  expect(await screen.findByText('made')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Renew the gateway' }));
  expect(await screen.findByText('renewed')).toBeTruthy();
  expect(screen.getByRole('status').textContent).toContain('the old one is good for another week');
  await userEvent.click(screen.getByRole('button', { name: 'Make a token' }));
  expect(await screen.findByText('made')).toBeTruthy();
  expect(last()).toBe('made');
});

test('what keeps a token from being renewed is said', async () => {
  shown(() => Promise.reject(new Error('It has ended.')));
  await userEvent.click(screen.getByRole('button', { name: 'Renew the gateway' }));
  expect((await screen.findByRole('alert')).textContent).toBe('It has ended.');
});
