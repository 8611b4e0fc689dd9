import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import { Refusal, serve, show } from '../testing/served';
import { differing } from './ElementDiff';
import { byPerson } from './ImpactLines';
import { Publish } from './Publish';
import type { Review } from './ReviewPlace';

const review: Review = {
  draft: {
    id: 'd1',
    name: 'Night desk',
    author: 'idris',
    authorName: 'Idris Munro',
    state: 'open',
    base: 3,
    changes: [],
    approvals: [],
    createdAt: '2026-11-26T10:00:00Z',
    changedAt: '2026-11-26T10:00:00Z',
    version: 4,
  },
  publishable: true,
  objections: [],
  clashes: [],
  expectations: [],
  words: ['New role: Night'],
  stale: [],
  approvers: [],
};
const D = '/api/applications/app/drafts/d1';
const why = 'Why, for whoever reads it later';

test('publishing takes a reason, and says what has happened', async () => {
  const calls = serve({ [`POST ${D}/publish`]: () => ({ number: 7 }) });
  show(<Publish application="app" review={review} />);
  const publish = screen.getByRole('button', { name: 'Publish now' });
  expect((publish as HTMLButtonElement).disabled).toBe(true);
  await userEvent.type(screen.getByLabelText(why), 'Nights');
  await userEvent.click(publish);
  expect(await screen.findByText(/Published as no. 7/)).toBeTruthy();
  expect(calls.find((one) => one.method === 'POST')?.body).toEqual({
    reason: 'Nights',
    override: '',
  });
});

test('a broken expectation takes a reason of its own', async () => {
  show(
    <Publish
      application="app"
      review={{
        ...review,
        expectations: [{ key: 'e', name: 'Never so', broken: true }],
      }}
    />,
  );
  await userEvent.type(screen.getByLabelText(why), 'Nights');
  const publish = screen.getByRole('button', { name: 'Publish now' }) as HTMLButtonElement;
  expect(publish.disabled).toBe(true);
  await userEvent.type(
    screen.getByLabelText('Why the broken expectation is put up with'),
    'For a week',
  );
  expect(publish.disabled).toBe(false);
});

test('what is for others to agree to is asked of them', async () => {
  const calls = serve({ [`POST ${D}/submit`]: () => ({}) });
  const objection = {
    rule: 'guardedArea' as const,
    why: 'A steward has to agree.',
    people: [],
    approvers: ['Agnete Solberg', 'Rufus Tannahill'],
  };
  show(
    <Publish
      application="app"
      review={{ ...review, objections: [objection], approvers: objection.approvers }}
    />,
  );
  expect(screen.queryByRole('button', { name: 'Publish now' })).toBeNull();
  await userEvent.type(screen.getByLabelText(why), 'Cover');
  await userEvent.click(
    screen.getByRole('button', { name: 'Ask Agnete Solberg and others to agree' }),
  );
  expect(await screen.findByText(/published once that is enough/)).toBeTruthy();
  expect(calls.find((one) => one.method === 'POST')?.query.get('ask')).toBe('true');
});

test('a publication that fails says so and can be tried again', async () => {
  serve({
    [`POST ${D}/publish`]: () =>
      new Refusal(403, { title: 'No', detail: 'Not yours.', because: ['It adds to your own.'] }),
  });
  show(<Publish application="app" review={review} />);
  await userEvent.type(screen.getByLabelText(why), 'Nights');
  await userEvent.click(screen.getByRole('button', { name: 'Publish now' }));
  expect(await screen.findByText('It adds to your own.')).toBeTruthy();
  expect((screen.getByRole('button', { name: 'Publish now' }) as HTMLButtonElement).disabled).toBe(
    false,
  );
});

test('two forms of an element differ member by member', () => {
  expect(
    differing(
      { key: 'r', name: 'A', sets: ['one', 'two'] },
      { key: 'r', name: 'B', sets: ['one'], purpose: 'p' },
    ),
  ).toEqual([
    { member: 'name', one: 'A', other: 'B' },
    { member: 'sets', one: 'one; two', other: 'one' },
    { member: 'purpose', one: 'nothing', other: 'p' },
  ]);
});

test('a privilege reads in one order, however it was sent', () => {
  expect(
    differing(
      { privileges: [{ reach: 'all', recordType: 'trip', operation: 'view' }] },
      { privileges: [{ operation: 'view', recordType: 'trip', reach: 'own' }] },
    ),
  ).toEqual([{ member: 'privileges', one: 'view trip all', other: 'view trip own' }]);
});

test('lines stand by person, in their order', () => {
  const line = (person: string, does: string) =>
    ({ person, name: person, external: false, does }) as never;
  expect(
    byPerson([line('a', '1'), line('b', '2'), line('a', '3')]).map((one) => [
      one.key,
      one.lines.length,
    ]),
  ).toEqual([
    ['a', 2],
    ['b', 1],
  ]);
});
