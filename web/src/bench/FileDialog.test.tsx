import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { serve, show } from '../testing/served';
import { FileDialog } from './FileDialog';

const A = '/api/applications/app';
const checked = {
  passes: true,
  problems: [],
  notes: [],
  words: ['New role: `Pilot`'],
  gaining: 2,
  losing: 1,
  externalsGaining: 1,
  broken: [],
  objections: [],
};

async function choose(text: string) {
  show(<FileDialog application="app" onClose={() => {}} />);
  await userEvent.upload(
    screen.getByLabelText('Design document'),
    new File([text], 'night.json', { type: 'application/json' }),
  );
}

test('a file tells what it would change and becomes a draft', async () => {
  const calls = serve({
    [`POST ${A}/design/check`]: () => checked,
    [`POST ${A}/design/propose`]: () => ({ id: 'd9' }),
    [`PUT ${A}/tray`]: () => ({}),
  });
  await choose('{"format": "nembar-design/1"}');
  expect(await screen.findByText('New role: “Pilot”')).toBeTruthy();
  expect(
    screen.getByText(/2 people would gain something, 1 person would lose something; 1 person of/),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Make a draft of it' }));
  const proposed = calls.find((one) => one.path.endsWith('/propose'));
  expect(proposed?.body).toEqual({ format: 'nembar-design/1' });
  expect(proposed?.query.get('merge')).toBe('true');
  expect(proposed?.query.get('name')).toBe('night');
});

test('what does not fit is reported, and makes no draft', async () => {
  serve({
    [`POST ${A}/design/check`]: () => ({
      ...checked,
      passes: false,
      problems: [{ path: 'format', message: 'expected `nembar-design/1`' }],
      words: [],
    }),
  });
  await choose('{}');
  expect(await screen.findByText(/expected “nembar-design\/1”/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Make a draft of it' })).toHaveProperty(
    'disabled',
    true,
  );
});
