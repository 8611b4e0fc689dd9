import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useNavigate } from 'react-router';
import { expect, test, vi } from 'vitest';
import { Guarded } from './Guarded';

let broken = true;

function Place() {
  if (broken) {
    throw new Error('Failed to fetch dynamically imported module: /assets/x.js');
  }
  return <p>The place</p>;
}

function Elsewhere() {
  const navigate = useNavigate();
  return (
    <button type="button" onClick={() => navigate('/else')}>
      Elsewhere
    </button>
  );
}

const shown = () =>
  render(
    <MemoryRouter>
      <Elsewhere />
      <Guarded>
        <Place />
      </Guarded>
    </MemoryRouter>,
  );

test('a place that breaks says so in its place, and can be tried again', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  broken = true;
  shown();
  expect(screen.getByRole('alert').textContent).toContain('could not be loaded');
  expect(screen.getByRole('button', { name: 'Elsewhere' })).toBeTruthy();
  broken = false;
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('The place')).toBeTruthy();
});

test('going elsewhere ends what broke', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  broken = true;
  shown();
  expect(screen.getByRole('alert')).toBeTruthy();
  broken = false;
  await userEvent.click(screen.getByRole('button', { name: 'Elsewhere' }));
  expect(screen.getByText('The place')).toBeTruthy();
});
