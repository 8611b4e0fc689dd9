import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type FunctionComponent, useState } from 'react';
import { expect, test } from 'vitest';
import type { Bench } from '../bench/api';
import { serve, show } from '../testing/served';
import type { PartShown, Written } from './api';
import { calledSo, FORMS } from './forms/forms';
import type { FormProps } from './forms/shared';
import { kindOf } from './kinds';

const bench = {
  application: { key: 'app', name: 'App' },
  areas: [],
  types: [
    {
      key: 'trip',
      plural: 'Trips',
      operations: [
        { key: 'view', name: 'view' },
        { key: 'change', name: 'change' },
        { key: 'create', name: 'create' },
      ],
      fields: [
        { key: 'due', label: 'Due', guarded: false, classifications: ['personal'] },
        { key: 'fare', label: 'Fare', guarded: true, classifications: [] },
      ],
    },
    {
      key: 'load',
      plural: 'Loads',
      operations: [{ key: 'view', name: 'view' }],
      fields: [],
    },
  ],
  functions: [{ key: 'tide', name: 'Tide table', levels: ['none', 'look', 'set'] }],
  sets: [{ element: { key: 'map', name: 'Map' }, people: 1, seats: [] }],
  roles: [{ element: { key: 'mate', name: 'Mate' }, people: 1, seats: [] }],
} as unknown as Bench;

const parts: PartShown[] = [
  { part: { unit: 'pier' }, name: 'Pier', detail: 'unit alone' },
  { part: { unit: 'pier', below: true }, name: 'Pier or below', detail: 'unit and those below it' },
  { part: { role: 'mate' }, name: 'Mate', detail: 'whoever holds the role' },
  { part: { externalsOf: 'red' }, name: 'externals of Red Line', detail: 'externals' },
  { part: { externalsTagged: 'fuel' }, name: 'externals of accounts tagged fuel', detail: '' },
  { part: { person: 'ann' }, name: 'Ann Reed', detail: 'person' },
  { part: { person: 'ben' }, name: 'Ben Sale', detail: 'person' },
];

/** A form of this kind; what it has been filled to is read from `filledTo.element`. */
function form(list: string, begin: Partial<Written> = {}) {
  serve({
    'GET /api/applications/app/bench/audience-parts': () => parts,
    'GET /api/applications/app/conditions/names': () => [
      { name: 'status', type: 'text', words: 'status', choices: [], unit: false },
      { name: 'stage', type: 'text', words: 'stage', choices: [], unit: false },
    ],
    'GET /api/applications/app/conditions/values': () => [{ key: 'open', name: 'open' }],
    'POST /api/applications/app/conditions/check': () => ({
      text: "status = 'open'",
      json: {},
      rows: {
        is: '=',
        not: false,
        left: { kind: 'name', value: 'status' },
        values: [{ kind: 'text', value: 'open' }],
        rows: [],
        text: '',
      },
      words: 'status is open',
      always: 'never',
      why: 'It never does.',
      matches: 3,
      records: 9,
      first: [{ key: 'T-1', name: 'Trip one' }],
    }),
  });
  const kind = kindOf(list);
  if (!kind) {
    throw new Error(list);
  }
  const Form = FORMS[list] as FunctionComponent<FormProps>;
  const filledTo = { element: { ...kind.blank(bench, 'k'), ...begin } as Written };
  function Filled() {
    const [element, setElement] = useState(filledTo.element);
    filledTo.element = element;
    return (
      <Form
        at={{ application: 'app', draft: undefined }}
        bench={bench}
        zone="Europe/Copenhagen"
        element={element}
        names={parts}
        onChange={setElement}
      />
    );
  }
  show(<Filled />);
  return filledTo;
}

async function choose(slot: string, option: RegExp) {
  const input = screen.getByRole('combobox', { name: slot });
  await userEvent.click(input);
  await userEvent.click(await screen.findByRole('option', { name: option }));
}

test('an assignment gives one thing, within bounds', async () => {
  const filled = form('assignments', { role: 'mate' });
  await choose('Role or privilege set', /Map/);
  expect(filled.element).toMatchObject({ set: 'map', role: undefined });
  await userEvent.click(screen.getByRole('button', { name: 'only in …' }));
  await choose('Only in', /Pier or below/);
  expect(filled.element.bounds).toEqual({ units: { listed: ['pier'], below: true } });
  await userEvent.click(screen.getByRole('button', { name: 'only for accounts …' }));
  await choose('Accounts', /Red Line/);
  expect(filled.element.bounds).toMatchObject({
    accounts: { actedFor: true, listed: ['red'], tagged: [] },
  });
  await userEvent.click(screen.getByRole('button', { name: 'for all accounts' }));
  expect(filled.element.bounds).toEqual({ units: { listed: ['pier'], below: true } });
});

test('an assignment is to nobody by their holding a role', async () => {
  form('assignments');
  await userEvent.click(screen.getByRole('combobox', { name: 'Whom' }));
  expect(await screen.findByRole('option', { name: /Ann Reed/ })).toBeTruthy();
  expect(screen.queryByRole('option', { name: /whoever holds the role/ })).toBeNull();
});

test('a field of another type brings its type along', async () => {
  const filled = form('fieldFilters', { recordType: 'load', condition: "status = 'open'" });
  await choose('Fields', /fare of trips/);
  expect(filled.element).toMatchObject({ recordType: 'trip', fields: ['fare'], condition: '' });
  await userEvent.click(screen.getByRole('combobox', { name: 'Fields' }));
  expect(await screen.findByRole('option', { name: /due/ })).toBeTruthy();
  expect(screen.queryByRole('option', { name: /of trips/ })).toBeNull();
});

test('a sharing rule is by condition or by owner, and opens what is below', async () => {
  const filled = form('sharingRules');
  await choose('And records below them', /loads/);
  expect(filled.element.below).toEqual({ load: ['view'] });
  await userEvent.click(screen.getByRole('button', { name: 'or owned by …' }));
  await choose('Owned by', /Mate/);
  expect(filled.element.ownedBy).toEqual({ of: [{ role: 'mate' }] });
  await choose('Operations', /change/);
  expect(filled.element.operations).toEqual(['view', 'change']);
  // Creating is nothing that could be opened, so that there is nothing left to choose.
  expect(screen.queryByRole('combobox', { name: 'Operations' })).toBeNull();
});

test('another kind of record takes what was said of the first with it', async () => {
  const filled = form('sharingRules', { condition: "status = 'open'", operations: ['change'] });
  const slot = screen.getByRole('combobox', { name: 'Kind of record' });
  await userEvent.clear(slot);
  await userEvent.type(slot, 'loads');
  await userEvent.click(await screen.findByRole('option', { name: /loads/ }));
  expect(filled.element).toMatchObject({ recordType: 'load', condition: '', operations: ['view'] });
});

test('a condition is put together from rows, read and counted meanwhile', async () => {
  const filled = form('sharingRules');
  await userEvent.click(screen.getByRole('button', { name: 'where …' }));
  await choose('What is compared', /status/);
  const value = screen.getByRole('combobox', { name: 'Value' });
  await userEvent.click(value);
  await userEvent.click(await screen.findByRole('option', { name: 'open' }));
  expect(await screen.findByText(/3 of 9 trips/)).toBeTruthy();
  expect(screen.getByText(/it never holds/)).toBeTruthy();
  expect(screen.getByText('It never does.')).toBeTruthy();
  expect(screen.getByText(/Trip one/)).toBeTruthy();
  await waitFor(() => expect(filled.element.condition).toBe("status = 'open'"));
});

test('an account filter is on every kind of record unless some are said', async () => {
  const filled = form('accountFilters');
  expect(screen.getByText(/every kind of record that has an account/)).toBeTruthy();
  await choose('Accounts', /tagged fuel/);
  expect(filled.element.accounts).toEqual({ actedFor: true, listed: [], tagged: ['fuel'] });
  await choose('Kinds of record', /trips/);
  expect(filled.element.recordTypes).toEqual(['trip']);
  expect(screen.getByRole('button', { name: /and there to those where/ })).toBeTruthy();
});

test('a mask says what is left to see, and hiding does not', async () => {
  const filled = form('fieldFilters', { fields: ['due'] });
  const effect = screen.getByRole('combobox', { name: 'What happens' });
  await userEvent.clear(effect);
  await userEvent.type(effect, 'Mask');
  await userEvent.click(await screen.findByRole('option', { name: 'Mask' }));
  expect(filled.element).toMatchObject({ effect: 'mask', mask: 'full' });
  expect(screen.getByRole('combobox', { name: 'What is left to see' })).toBeTruthy();
});

test('a delegation has one person on each side', async () => {
  const filled = form('delegations');
  await choose('Who acts', /Ann Reed/);
  await choose('Who acts', /Ben Sale/);
  expect(filled.element.delegate).toBe('ben');
  await choose('Privilege sets', /Map/);
  expect(filled.element.sets).toEqual(['map']);
});

test('an element that nobody names is called after what it says', () => {
  const of = (list: string, more: Partial<Written>) =>
    calledSo(list, { ...kindOf(list)?.blank(bench, 'k'), ...more } as Written, bench, parts);
  expect(of('sharingRules', { audience: { of: [{ unit: 'pier' }] } })).toBe('Trips for Pier');
  expect(of('accountFilters', { audience: { of: [{ externalsOf: 'red' }] } })).toBe(
    'Accounts of externals of Red Line',
  );
  expect(
    of('expectations', {
      subject: { of: [{ role: 'mate' }] },
      operation: undefined,
      recordType: undefined,
      function: 'tide',
      level: 'set',
    }),
  ).toBe('Mate can never set in Tide table');
});
