import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import type { JudgedRow } from './api';
import { RowLine } from './RowLine';

const fresh: JudgedRow = {
  number: 3,
  cells: { email: 'nadia.frost@larkwater.example', givenName: 'Nadia', familyName: 'Frost' },
  verdict: 'new',
  person: 'staff, Credit',
  problems: {},
  decision: '',
};

function shown(row: Partial<JudgedRow>) {
  const calls = serve({ 'PUT /api/bring-in/b1/rows/3': () => ({}) });
  show(
    <table>
      <tbody>
        <RowLine id="b1" row={{ ...fresh, ...row }} />
      </tbody>
    </table>,
  );
  return calls;
}

test('a name is corrected in place, its last word being the family name', async () => {
  const calls = shown({});
  const name = screen.getByLabelText('Name of row 3');
  await userEvent.clear(name);
  await userEvent.type(name, 'Nadia van der Frost{Enter}');
  await waitFor(() => expect(calls).toHaveLength(1));
  expect(calls[0]?.body).toMatchObject({
    cells: { givenName: 'Nadia van der', familyName: 'Frost' },
  });
});

test('leaving a cell as it was saves nothing', async () => {
  const calls = shown({});
  await userEvent.click(screen.getByLabelText('E-mail of row 3'));
  await userEvent.tab();
  expect(calls).toHaveLength(0);
});

test('what is wrong is said beside its row, and a near address is offered', async () => {
  const calls = shown({
    verdict: 'malformed',
    cells: { ...fresh.cells, email: 'nadia@larkwater..example' },
    problems: { email: 'No address; did you mean nadia@larkwater.example?' },
  });
  expect(screen.getByLabelText('E-mail of row 3').getAttribute('aria-invalid')).toBe('true');
  await userEvent.click(screen.getByRole('button', { name: 'Take that' }));
  await waitFor(() => expect(calls).toHaveLength(1));
  expect(calls[0]?.body).toMatchObject({ cells: { email: 'nadia@larkwater.example' } });
});

test('somebody who is here already is shown with where they are', () => {
  shown({
    verdict: 'here',
    known: { key: 'nadia.frost', name: 'Nadia Frost', detail: 'Credit', status: 'active' },
  });
  expect(screen.getByRole('link', { name: 'Nadia Frost' }).getAttribute('href')).toBe(
    '/people/p/nadia.frost',
  );
  expect(screen.queryByRole('button', { name: 'Leave out row 3' })).toBeNull();
});

test('somebody closed can be brought back', async () => {
  const calls = shown({
    verdict: 'closed',
    known: { key: 'nadia.frost', name: 'Nadia Frost', detail: 'Credit', status: 'closed' },
  });
  expect(screen.getByText(/was here and is closed/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Bring back' }));
  await waitFor(() => expect(calls[0]?.body).toMatchObject({ decision: 'bring back' }));
});

test('a row is left out and taken again', async () => {
  const calls = shown({});
  await userEvent.click(screen.getByRole('button', { name: 'Leave out row 3' }));
  await waitFor(() => expect(calls[0]?.body).toMatchObject({ decision: 'left out' }));
});

test('one left out says so, whatever else is wrong with it', () => {
  shown({ decision: 'left out', problems: { email: 'No address.' } });
  expect(screen.getByText('left out')).toBeTruthy();
  expect(screen.queryByText('No address.')).toBeNull();
  expect(screen.getByRole('button', { name: 'Take it: row 3' })).toBeTruthy();
});

test('the same address twice names the earlier row', () => {
  shown({ verdict: 'duplicate', sameAs: 1 });
  expect(screen.getByText('the same as row 1')).toBeTruthy();
});
