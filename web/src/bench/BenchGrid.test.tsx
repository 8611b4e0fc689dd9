import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useMemo, useState } from 'react';
import { expect, test, vi } from 'vitest';
import { show } from '../testing/served';
import type { Bench } from './api';
import { BenchGrid } from './BenchGrid';
import type { SetElement } from './design';
import { type CellEdit, edited } from './edits';
import { UNFOLDED } from './GridTools';
import { ofSet } from './sources';

const operations = ['view', 'change', 'create', 'delete'].map((key) => ({ key, name: key }));
const field = (key: string, guarded: boolean) => ({
  key,
  label: key,
  guarded,
  classifications: [],
});
const bench: Bench = {
  application: { key: 'app', name: 'App' },
  areas: [{ key: 'work', name: 'Work' }],
  types: [
    {
      key: 'trip',
      singular: 'Trip',
      plural: 'Trips',
      area: 'work',
      operations: [...operations, { key: 'sail', name: 'sail' }],
      unsaid: { account: 'Trip has no account field' },
      fields: [field('name', false), field('margin', true)],
    },
    {
      key: 'load',
      singular: 'Load',
      plural: 'Loads',
      area: 'work',
      operations,
      unsaid: {},
      fields: [],
    },
  ],
  functions: [
    { key: 'tide', name: 'Tides', area: 'work', levels: ['none', 'look', 'set'], needs: [] },
  ],
  sets: [],
  roles: [],
};

const published: SetElement = {
  key: 's',
  name: 'Set',
  purpose: '',
  privileges: [{ recordType: 'trip', operation: 'change', reach: 'unit' }],
};

const nothing = () => {};

function Edited({
  cannot,
  editable = true,
}: {
  cannot: (why: string) => void;
  editable?: boolean;
}) {
  const [set, setSet] = useState(published);
  const [folding, setFolding] = useState(UNFOLDED);
  const source = useMemo(
    () => ofSet({ key: 's', now: set, published, people: 0, touched: set !== published }),
    [set],
  );
  const edit = (what: CellEdit) => setSet({ ...set, privileges: edited(set.privileges, what) });
  return (
    <BenchGrid
      label="What Set gives"
      bench={bench}
      source={source}
      folding={folding}
      onFold={setFolding}
      editable={editable}
      onReach={(cells, notches) => edit({ does: 'reach', cells, notches })}
      onClear={(cells) => edit({ does: 'clear', cells })}
      onLevel={(key, level) => {
        const one = bench.functions.find((known) => known.key === key);
        if (one) {
          edit({ does: 'level', function: one, level });
        }
      }}
      onCursor={nothing}
      onCannot={cannot}
    />
  );
}

const shown = (name: string) => screen.getByRole('button', { name });

test('digits set the reach, before and after stand in the cell', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(shown('change trips, own unit, unit'));
  await userEvent.keyboard('5');
  expect(shown('change trips, own branch, unit → branch').textContent).toContain('unit → branch');
  await userEvent.keyboard('{Delete}');
  expect(shown('change trips, none, unit → none')).toBeTruthy();
});

test('view that other operations carry is said', () => {
  show(<Edited cannot={() => {}} />);
  expect(shown('view trips, none, own unit carried by other operations')).toBeTruthy();
});

test('arrows move, with shift they take several cells', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(shown('create trips, none'));
  await userEvent.keyboard('{Shift>}{ArrowRight}{ArrowDown}{/Shift}7');
  for (const one of ['create trips', 'delete trips', 'create loads', 'delete loads']) {
    expect(shown(`${one}, all, none → all`)).toBeTruthy();
  }
  expect(shown('view loads, none, all carried by other operations')).toBeTruthy();
});

test('a reach that cannot be said is refused with the reason, and for the others set', async () => {
  const cannot = vi.fn();
  show(<Edited cannot={cannot} />);
  await userEvent.click(shown('create trips, none'));
  await userEvent.keyboard('{Shift>}{ArrowDown}{/Shift}6');
  expect(cannot).toHaveBeenCalledWith('Trip has no account field');
  expect(shown('create trips, none')).toBeTruthy();
  expect(shown('create loads, own account, none → account')).toBeTruthy();
});

test('f opens the fields; guarded ones take a reach, open ones go with their record', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(shown('change trips, own unit, unit'));
  await userEvent.keyboard('f');
  expect(screen.getByText('open with its record')).toBeTruthy();
  await userEvent.click(shown('view margin of trips, none'));
  await userEvent.keyboard('1');
  expect(shown('view margin of trips, own, none → own')).toBeTruthy();
});

test('space steps a function through its levels', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(screen.getByRole('button', { name: /^Tides, none/ }));
  await userEvent.keyboard(' ');
  expect(screen.getByRole('button', { name: /^Tides, look, published none/ })).toBeTruthy();
  await userEvent.keyboard('  ');
  expect(screen.getByRole('button', { name: /^Tides, none:/ })).toBeTruthy();
});

test('a second press opens the reaches with what each means', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(shown('create trips, none'));
  await userEvent.click(shown('create trips, none'));
  await userEvent.click(await screen.findByRole('menuitem', { name: /own teams/ }));
  expect(shown('create trips, own teams, none → teams')).toBeTruthy();
});

test('an own operation says its name first, as it is written', async () => {
  show(<Edited cannot={() => {}} />);
  await userEvent.click(shown('sail trips, none'));
  await userEvent.keyboard('7');
  expect(shown('sail none → all, trips, all').textContent).toBe('sail none → all');
});

test('what is taken away is not edited', async () => {
  show(<Edited cannot={() => {}} editable={false} />);
  await userEvent.click(shown('create trips, none'));
  await userEvent.keyboard('7');
  expect(shown('create trips, none')).toBeTruthy();
});
