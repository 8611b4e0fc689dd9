import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { Problem } from '../api/client';
import { show } from '../testing/served';
import { ActDialog } from './ActDialog';
import type { How, Preview } from './api';

const nothing: Preview = {
  people: 0,
  moved: [],
  against: [],
  warnings: [],
  canAgree: [],
  done: false,
};

const guarded: Preview = {
  ...nothing,
  people: 1,
  against: ['It would change access to Crew welfare: a steward has to agree.'],
  canAgree: [
    { key: 'agnete', name: 'Agnete Solberg' },
    { key: 'rufus', name: 'Rufus Tannahill' },
  ],
};

function shown(
  act: (how: How) => Promise<Preview>,
  more: Partial<Parameters<typeof ActDialog>[0]> = {},
) {
  const close = vi.fn();
  show(
    <ActDialog
      title="Place them"
      asked="once"
      act={act}
      confirm="Do it"
      onClose={close}
      {...more}
    />,
  );
  return close;
}

const confirm = () => screen.getByRole('button', { name: 'Do it' }) as HTMLButtonElement;

test('what is incomplete is neither looked at nor done', () => {
  const act = vi.fn();
  shown(act, { asked: null, hint: 'Choose a unit.' });
  expect(screen.getByText('Choose a unit.')).toBeTruthy();
  expect(confirm().disabled).toBe(true);
  expect(act).not.toHaveBeenCalled();
});

test('an act is looked at first, then done, then closed', async () => {
  const act = vi.fn(async (how: How) => ({ ...nothing, done: !how.preview }));
  const done = vi.fn();
  const close = shown(act, { onDone: done });
  await screen.findByText('Nobody gains or loses access.');
  expect(act).toHaveBeenCalledWith({ preview: true });
  await userEvent.click(confirm());
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(act).toHaveBeenLastCalledWith({});
  expect(done).toHaveBeenCalledWith({ ...nothing, done: true });
  expect(act).toHaveBeenCalledTimes(2);
});

test('what stands against it is said, and it cannot be done', async () => {
  shown(async () => ({ ...nothing, against: ['Nobody would be left to administer.'] }));
  expect((await screen.findByRole('alert')).textContent).toContain('Nobody would be left');
  expect(confirm().disabled).toBe(true);
  expect(screen.queryByRole('button', { name: 'Ask to agree' })).toBeNull();
});

test('those who can agree are asked, with a word to them', async () => {
  const act = vi.fn(async (how: How) => (how.preview ? guarded : { ...nothing }));
  const close = shown(act);
  const word = await screen.findByLabelText('What you tell Agnete Solberg and Rufus Tannahill');
  await userEvent.type(word, 'Holiday cover');
  await userEvent.click(screen.getByRole('button', { name: 'Ask to agree' }));
  await screen.findByText(/They have been written to/);
  expect(act).toHaveBeenLastCalledWith({ ask: true, why: 'Holiday cover' });
  expect(screen.queryByRole('button', { name: 'Do it' })).toBeNull();
  expect(close).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(close).toHaveBeenCalled();
});

test('of many who can agree three are named', async () => {
  const many = Array.from({ length: 6 }, (_, i) => ({ key: `k${i}`, name: `Steward ${i}` }));
  shown(async () => ({ ...guarded, canAgree: many }));
  expect(
    await screen.findByLabelText('What you tell Steward 0, Steward 1, Steward 2 and 3 others'),
  ).toBeTruthy();
});

test('a fault in a field is said plainly and nothing closes', async () => {
  const close = shown(async () => {
    throw new Problem(400, 'Not so', 'There is no such unit.', [], 'unit');
  });
  expect((await screen.findByRole('alert')).textContent).toBe('There is no such unit.');
  expect(confirm().disabled).toBe(true);
  expect(close).not.toHaveBeenCalled();
});

test('an act that fails when it is done can be tried again', async () => {
  let tries = 0;
  const act = vi.fn(async (how: How) => {
    if (!how.preview && tries++ === 0) {
      throw new Problem(0, 'Nembar does not answer', 'Check that it runs, then try again.');
    }
    return nothing;
  });
  const close = shown(act);
  await screen.findByText('Nobody gains or loses access.');
  await userEvent.click(confirm());
  const trouble = await screen.findByText('Nembar does not answer');
  expect(close).not.toHaveBeenCalled();
  const alert = trouble.closest('[role=alert]') as HTMLElement;
  await userEvent.click(within(alert).getByRole('button'));
  await waitFor(() => expect(close).toHaveBeenCalled());
});

test("it can be put into one's draft instead", async () => {
  const leave = vi.fn(async () => nothing);
  const act = vi.fn(async () => nothing);
  const close = shown(act, { leave });
  await screen.findByText('Nobody gains or loses access.');
  await userEvent.click(screen.getByRole('button', { name: 'Put it into my draft' }));
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(leave).toHaveBeenCalledOnce();
  expect(act).toHaveBeenCalledTimes(1);
});
