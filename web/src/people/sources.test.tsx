import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import { ScimForm } from './ScimForm';
import { SourceCard } from './SourceCard';
import { allRights, SourceRights } from './SourceRights';

const source = {
  id: 's1',
  kind: 'scim' as const,
  name: 'Personnel',
  address: 'http://127.0.0.1/scim/v2',
  invite: false,
  madeBy: 'Idris Munro',
  keeper: 'Vikram Sethi',
  mine: false,
  rights: ['suspend', 'create'],
  people: 3,
  teams: 0,
  tokens: [],
  lastRunWords: '',
};

function Rights({ told }: { told: (rights: string[]) => void }) {
  const [rights, setRights] = useState(allRights);
  return (
    <SourceRights
      rights={rights}
      onChange={(next) => {
        setRights(next);
        told(next);
      }}
    />
  );
}

test('rights are given and taken one by one, and stay in their order', async () => {
  const told: string[][] = [];
  show(<Rights told={(rights) => told.push(rights)} />);
  await userEvent.click(screen.getByLabelText('bring people in'));
  await userEvent.click(screen.getByLabelText('invite'));
  await userEvent.click(screen.getByLabelText('bring people in'));
  expect(told).toEqual([
    ['change', 'suspend', 'invite', 'teams'],
    ['change', 'suspend', 'teams'],
    ['create', 'change', 'suspend', 'teams'],
  ]);
});

test('a new source is sent with the rights it is given', async () => {
  const calls = serve({ 'POST /api/sources': () => source });
  show(<ScimForm onClose={() => {}} />);
  await userEvent.type(screen.getByLabelText(/^Name/), 'Personnel');
  await userEvent.click(screen.getByLabelText('set up and change teams'));
  await userEvent.click(screen.getByRole('button', { name: 'Set it up' }));
  expect(await screen.findByLabelText(/^Name/)).toBeTruthy();
  expect(calls.find((one) => one.method === 'POST')?.body).toEqual({
    kind: 'scim',
    name: 'Personnel',
    invite: false,
    rights: ['create', 'change', 'suspend', 'invite'],
  });
});

test('a source says who keeps it and what it may, and is taken over', async () => {
  const calls = serve({ 'PUT /api/sources/s1/keeper': () => source });
  show(<SourceCard source={source} />);
  expect(screen.getByText('bring people in, suspend, close and bring back')).toBeTruthy();
  expect(screen.getByText(/Vikram Sethi/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Take it over' }));
  expect(calls.at(-1)).toMatchObject({ method: 'PUT', path: '/api/sources/s1/keeper' });
});

test("one keeps what is one's own: there is nothing to take over", () => {
  show(<SourceCard source={{ ...source, keeper: 'Idris Munro', mine: true }} />);
  expect(screen.getByText('you')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take it over' })).toBeNull();
});
