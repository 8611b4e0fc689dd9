import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { expect, test, vi } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import type { Row } from './api';
import { ConditionEditor } from './ConditionEditor';
import { Pending, usePending } from './pending';

// What it is written in needs a real page; here a plain field stands for it.
vi.mock('./TextEditor', () => ({
  default: ({
    label,
    value,
    problem,
    onChange,
  }: {
    label: string;
    value: string;
    problem: { at: number } | null;
    onChange: (value: string) => void;
  }) => (
    <input
      aria-label={label}
      data-at={problem?.at ?? ''}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  ),
}));

const row = (value: string): Row => ({
  is: '=',
  not: false,
  left: { kind: 'name', value: 'status' },
  values: [{ kind: 'text', value }],
  rows: [],
  text: '',
});

const shown = (text: string, rows: Row) => ({
  text,
  json: {},
  rows,
  words: 'words',
  always: 'sometimes',
  matches: 2,
  records: 5,
  first: [],
});

function editor(value: string) {
  const calls = serve({
    'GET /api/applications/app/conditions/names': () => [
      { name: 'status', type: 'text', words: 'status', choices: [], unit: false },
    ],
    'GET /api/applications/app/conditions/values': () => [{ key: 'shut', name: 'shut' }],
    'POST /api/applications/app/conditions/check': ({ body }) => {
      const asked = body as { text?: string; rows?: Row };
      if (asked.text?.includes('!')) {
        return new Refusal(422, {
          title: 'No',
          detail: 'expected a value',
          problems: [{ path: 'character 8', message: 'expected a value' }],
        });
      }
      if (asked.text?.includes('+')) {
        return shown(asked.text, { is: 'text', not: false, text: asked.text, rows: [] });
      }
      const of = asked.rows?.rows?.[0]?.values?.[0]?.value ?? 'open';
      return shown(`status = '${of}'`, row(of));
    },
  });
  const kept = { value, pending: false };
  function Edited() {
    const [text, setText] = useState(value);
    const { pending, note } = usePending();
    kept.value = text;
    kept.pending = pending;
    return (
      <Pending.Provider value={note}>
        <ConditionEditor
          about={{ application: 'app', recordType: 'trip' }}
          functions={[]}
          plural="trips"
          label="Condition"
          value={text}
          onChange={setText}
        />
      </Pending.Provider>
    );
  }
  show(<Edited />);
  return { kept, calls };
}

test('what is there opens as rows, and becomes text again', async () => {
  const { kept } = editor("status = 'open'");
  const value = await screen.findByRole('combobox', { name: 'Value' });
  expect((value as HTMLInputElement).value).toBe('open');
  await userEvent.click(value);
  await userEvent.click(await screen.findByRole('option', { name: 'shut' }));
  expect(kept.pending).toBe(true);
  await waitFor(() => expect(kept.value).toBe("status = 'shut'"));
  await waitFor(() => expect(kept.pending).toBe(false));
  await userEvent.click(screen.getByRole('button', { name: 'As text' }));
  const text = await screen.findByRole('textbox', { name: 'Condition' });
  expect((text as HTMLInputElement).value).toBe("status = 'shut'");
});

test('what rows cannot show stays text', async () => {
  editor('crew + 1 > 3');
  const text = await screen.findByRole('textbox', { name: 'Condition' });
  expect((text as HTMLInputElement).value).toBe('crew + 1 > 3');
  await screen.findByText(/2 of 5 trips/);
  await userEvent.click(screen.getByRole('button', { name: 'As rows' }));
  expect(await screen.findByRole('textbox', { name: 'Row as text' })).toBeTruthy();
  expect(screen.getByText(/What rows cannot show/)).toBeTruthy();
});

test('what is wrong is said and marked where it stands', async () => {
  editor("status = '!'");
  expect(await screen.findByText('expected a value')).toBeTruthy();
  const text = screen.getByRole('textbox', { name: 'Condition' });
  expect(text.getAttribute('data-at')).toBe('8');
  const turn = screen.getByRole('button', { name: 'As rows' }) as HTMLButtonElement;
  expect(turn.disabled).toBe(true);
});

test('rows that say nothing yet are not asked about, and nothing is kept of them', async () => {
  const { kept, calls } = editor('');
  await userEvent.click(await screen.findByRole('combobox', { name: 'What is compared' }));
  expect(kept.pending).toBe(false);
  await userEvent.click(await screen.findByRole('option', { name: /status/ }));
  expect(kept.pending).toBe(true);
  expect(calls.some((one) => one.path.endsWith('/check'))).toBe(false);
});
