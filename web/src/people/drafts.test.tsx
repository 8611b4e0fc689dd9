import { expect, test } from 'vitest';
import { serve } from '../testing/served';
import { accountDraft, changeAccount } from './accountDraft';
import type { AccountSheet, PersonSheet } from './api';
import { draftOf, merged, partsOf } from './personDraft';

const external = {
  givenName: 'Saskia',
  familyName: 'Bellweather',
  email: 'saskia@hollis-grain.example',
  kind: 'external',
  accounts: [{ key: 'hollis-grain', name: 'Hollis Grain' }],
  timeZone: 'America/New_York',
  attributes: [{ key: 'grade', label: 'Grade', value: '3' }],
} as unknown as PersonSheet;

test('a draft has what the sheet has, in words people know', () => {
  const parts = partsOf(draftOf(external));
  expect(parts['Works for']).toBe('Hollis Grain');
  expect(parts['Time zone']).toBe('America/New York');
  expect(parts.Unit).toBe('');
  expect(parts.grade).toBe('3');
});

test('staff work for the company itself, which is not chosen', () => {
  const staff = { ...external, kind: 'staff' } as PersonSheet;
  expect(draftOf(staff).accounts).toEqual([]);
});

test('of two drafts each part is taken from whom it was chosen', () => {
  const theirs = draftOf(external);
  const mine = {
    ...theirs,
    givenName: 'Sas',
    email: 'sas@hollis-grain.example',
    unit: { key: 'credit', name: 'Credit' },
    attributes: { grade: '4' },
  };
  const next = merged(mine, theirs, new Set(['Given name', 'Unit', 'grade']));
  expect(next.givenName).toBe('Sas');
  expect(next.unit?.key).toBe('credit');
  expect(next.attributes.grade).toBe('4');
  expect(next.email).toBe('saskia@hollis-grain.example');
  expect(theirs.attributes.grade).toBe('3');
});

test('an attribute that only they have set can be taken away', () => {
  const theirs = draftOf(external);
  const next = merged({ ...theirs, attributes: {} }, theirs, new Set(['grade']));
  expect(next.attributes.grade).toBe('');
});

const account = {
  line: { key: 'corrie', name: 'Corrie', tags: ['ore'], domains: ['a.example', 'b.example'] },
  pending: true,
  seatsRefuse: false,
} as unknown as AccountSheet;

test('an account without seats has an empty field, not a nought', () => {
  const draft = accountDraft(account);
  expect(draft.seats).toBe('');
  expect(draft.domains).toBe('a.example, b.example');
  expect(draft.pending).toBe(true);
});

test('domains may be parted by anything, and seats are sent only where there are some', async () => {
  const calls = serve({ 'PUT /api/accounts/corrie': () => ({}) });
  const draft = {
    ...accountDraft(account),
    domains: ' a.example; b.example\nc.example ',
  };
  await changeAccount('corrie', draft, { preview: true });
  await changeAccount('corrie', { ...draft, seats: '12' }, {});
  expect(calls[0]?.query.get('preview')).toBe('true');
  expect(calls[0]?.body).toMatchObject({ domains: ['a.example', 'b.example', 'c.example'] });
  expect(calls[0]?.body).not.toHaveProperty('seats');
  expect(calls[1]?.body).toMatchObject({ seats: 12 });
  expect(calls[1]?.query.get('preview')).toBeNull();
});
