import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import type { Desk, Group, Line } from './api';
import DeskPlace from './DeskPlace';

const line = (more: Partial<Line> = {}): Line => ({
  id: 'rolesInConflict/app/a',
  kind: 'rolesInConflict',
  application: 'app',
  sentence: 'Ann holds both Clerk and Approver, which nobody should.',
  why: '',
  subjects: [{ what: 'person', key: 'ann', name: 'Ann Reed' }],
  people: 1,
  records: 0,
  mend: [{ remove: 'assignments', key: 'x' }],
  since: '2026-03-03T10:00:00Z',
  ...more,
});

const group = (lines: Line[], more: Partial<Group> = {}): Group => ({
  kind: lines[0]?.kind ?? 'dormantPerson',
  application: { key: 'app', name: 'App' },
  total: lines.length,
  people: lines.length,
  records: 0,
  lines,
  ...more,
});

const desk = (groups: Group[], more: Partial<Desk> = {}): Desk => ({
  groups,
  needing: groups.length,
  aside: 0,
  working: [],
  away: [],
  decidesKinds: false,
  ...more,
});

const away = ['Ann Reed', 'Ben Ash', 'Cas Low'].map((name) =>
  line({
    id: `dormantPerson//${name}`,
    kind: 'dormantPerson',
    sentence: `${name} has not been here for more than 90 days.`,
    subjects: [{ what: 'person', key: name.slice(0, 3).toLowerCase(), name }],
    mend: [],
  }),
);

function served(shown: Desk, more: Parameters<typeof serve>[0] = {}) {
  return serve({
    'GET /api/desk': () => shown,
    'GET /api/ask/questions': () => ({ recent: [], kept: [], shared: [] }),
    'GET /api/applications/app/tray': () => ({ edits: [], behind: [] }),
    ...more,
  });
}

test('one item is a sentence with its reason, its weight and what mends it', async () => {
  const calls = served(desk([group([line()])]), {
    'POST /api/applications/app/tray/edits': () => ({
      draft: { id: 'd1', version: 1, changes: [{ remove: 'assignments', key: 'x' }] },
      edits: [],
      behind: [],
    }),
  });
  show(<DeskPlace />);
  expect(await screen.findByText(/which nobody should/)).toBeTruthy();
  expect(screen.getByText(/One person could do both halves/)).toBeTruthy();
  expect(screen.getByText('1 person')).toBeTruthy();
  expect(screen.getByRole('link', { name: /^Look at it/ }).getAttribute('href')).toBe(
    '/people/p/ann',
  );
  await userEvent.click(screen.getByRole('button', { name: /^Mend it in the draft/ }));
  const review = await screen.findByRole('link', { name: 'In your draft: review it' });
  expect(review.getAttribute('href')).toBe('/bench/app/review/d1');
  expect(calls.find((one) => one.method === 'POST')?.body).toEqual({
    changes: [{ remove: 'assignments', key: 'x' }],
  });
});

test('several alike are one sentence, and acts leave out what is not ticked', async () => {
  const calls = served(desk([group(away)]), {
    'POST /api/people/acts': () => ({ against: [], canAgree: [], lines: [], warnings: [] }),
    'POST /api/desk/aside': () => undefined,
  });
  show(<DeskPlace />);
  await userEvent.click(
    await screen.findByRole('button', {
      name: 'Go through them: 3 people have not been here for long',
    }),
  );
  expect(screen.getByText('3 picked')).toBeTruthy();
  await userEvent.click(screen.getByRole('checkbox', { name: /^Ben Ash/ }));
  expect(screen.getByText('2 picked')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Set them aside' }));
  await userEvent.type(screen.getByLabelText(/^Why/), 'On leave');
  await userEvent.click(screen.getByRole('button', { name: 'Set aside' }));
  await expect
    .poll(() => calls.find((one) => one.path === '/api/desk/aside')?.body)
    .toEqual({ items: [away[0]?.id, away[2]?.id], reason: 'On leave' });
});

test('what is set aside says by whom and why, and what cannot be done says so', async () => {
  const mark = { reason: 'On leave', by: 'Idris Munro', at: '2026-03-03T10:00:00Z' };
  served(desk([group([line({ mark })])], { aside: 1 }), {
    'POST /api/desk/back': () => new Refusal(404, { title: 'x', detail: 'It is gone.' }),
  });
  show(<DeskPlace />, '/desk?leaf=aside');
  expect(
    await screen.findByText(/Set aside by Idris Munro until it says something else: On leave/),
  ).toBeTruthy();
  expect(screen.getByRole('tab', { name: 'Set aside (1)' })).toBeTruthy();
  expect(screen.getByRole('button', { name: /^Put back/ })).toBeTruthy();
});

test('what is worked out is told, and nothing is said where nothing needs one', async () => {
  served(desk([], { working: [{ key: 'app', name: 'App' }] }));
  show(<DeskPlace />);
  expect(await screen.findByText('App is still being gone through.')).toBeTruthy();
  expect(screen.queryByText(/Nothing needs you today/)).toBeNull();
});

test('a kind is turned off by whoever decides that', async () => {
  const kind = { kind: 'setRedundant', told: true, people: [], version: 4 };
  const calls = served(desk([], { decidesKinds: true }), {
    'GET /api/desk/kinds': () => [kind],
    'PUT /api/desk/kinds/setRedundant': () => ({ ...kind, told: false, version: 5 }),
  });
  show(<DeskPlace />, '/desk?leaf=told');
  await userEvent.click(await screen.findByRole('checkbox', { name: /^Told: privilege sets/ }));
  await expect
    .poll(() => calls.find((one) => one.method === 'PUT')?.body)
    .toEqual({ told: false, people: [], version: 4 });
});

test('a letter leads to its item, and says where that is done', async () => {
  const calls = served(desk([]), {
    'GET /api/desk/item': (call) =>
      call.query.get('id') === 'a/b/c'
        ? line({ mend: [] })
        : new Refusal(404, { title: 'x', detail: 'This does not stand any more: it is done.' }),
  });
  const shown = show(<DeskPlace />, '/desk?item=a%2Fb%2Fc');
  expect(await screen.findByText(/which nobody should/)).toBeTruthy();
  shown.unmount();
  show(<DeskPlace />, '/desk?item=gone');
  expect(await screen.findByText('This does not stand any more: it is done.')).toBeTruthy();
  expect(calls.filter((one) => one.path === '/api/desk/item')).toHaveLength(2);
});

test('what is written by mail is one’s own choice', async () => {
  const chosen = { daily: false, fromHour: 7, atOnce: ['expectationBroken'], version: 2 };
  const calls = served(desk([]), {
    'GET /api/desk/notices': () => chosen,
    'PUT /api/desk/notices': () => ({ ...chosen, daily: true, version: 3 }),
  });
  show(<DeskPlace />, '/desk?leaf=mail');
  await userEvent.click(await screen.findByRole('checkbox', { name: /^What is new/ }));
  await userEvent.click(screen.getByRole('checkbox', { name: 'changes wait for your word' }));
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  await expect
    .poll(() => calls.find((one) => one.method === 'PUT')?.body)
    .toEqual({
      daily: true,
      fromHour: 7,
      atOnce: ['expectationBroken', 'waitsForAWord'],
      version: 2,
    });
});
