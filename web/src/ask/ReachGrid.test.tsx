import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { expect, test } from 'vitest';
import type { Cell, TypeRow, WhatCan } from './answers';
import { useQuestion } from './question';
import { ReachGrid } from './ReachGrid';

function cell(operation: string, records: number | undefined, more: Partial<Cell> = {}): Cell {
  return {
    operation,
    label: operation,
    notches: 5,
    reach: 'own branch',
    granted: true,
    narrowed: false,
    words: 'unit is Sorrel Delta',
    widened: 0,
    cut: 0,
    ...(records === undefined ? {} : { records }),
    ...more,
  };
}

const none = { notches: 0, reach: '', granted: false };

function type(key: string, singular: string, plural: string): TypeRow {
  return {
    key,
    singular,
    plural,
    counted: true,
    total: 402,
    cells: [
      cell('view', 96, { widened: 4, cut: 2 }),
      cell('change', 12),
      cell('create', undefined),
      cell('delete', 0, none),
    ],
    fields: [
      {
        key: 'margin',
        label: 'Margin',
        guarded: true,
        classifications: ['commercial'],
        level: 'hidden',
        changed: 0,
        viewed: 0,
        masked: 0,
      },
    ],
  };
}

const answer: WhatCan = {
  person: {
    key: 'ilse',
    name: 'Ilse Marrow',
    kind: 'staff',
    status: 'active',
    unit: 'Sorrel Delta',
    accounts: [],
    mayLookThrough: true,
    reasonWanted: false,
  },
  application: { key: 'towline', name: 'Towline' },
  holdings: ['Dispatcher'],
  totals: { records: 804, viewed: 192, changed: 24 },
  areas: [
    {
      key: 'voyages',
      name: 'Voyages',
      guardedFromYou: false,
      types: [type('voyage', 'Voyage', 'Voyages'), type('lot', 'Lot', 'Lots')],
    },
  ],
  functions: [],
};

function Shown() {
  const question = useQuestion();
  return (
    <>
      <ReachGrid answer={answer} question={question} />
      <output>{question.pick?.kind === 'cell' ? question.pick.operation : 'nothing'}</output>
    </>
  );
}

function show() {
  render(
    <MemoryRouter initialEntries={['/ask/what-can?person=ilse']}>
      <Shown />
    </MemoryRouter>,
  );
}

test('a cell says its number, reach and marks aloud', () => {
  show();
  const name = 'view 96 of 402 voyages, own branch, 4 through related records, filters take 2';
  expect(screen.getByRole('button', { name }).textContent?.trim()).toBe('96');
  expect(screen.getByRole('button', { name: 'delete none of the voyages' })).toBeTruthy();
});

test('one cell is in the tab order, arrows move, Enter picks', async () => {
  show();
  await userEvent.tab();
  await userEvent.tab();
  expect(document.activeElement?.getAttribute('aria-label')).toMatch(/^view 96 of 402 voyages/);
  await userEvent.keyboard('{ArrowDown}{ArrowRight}{Enter}');
  expect(document.activeElement?.getAttribute('aria-label')).toMatch(/^change 12 of 402 lots/);
  expect(screen.getByRole('status').textContent).toBe('change');
});

test('f opens a record type to its fields and closes it again', async () => {
  show();
  await userEvent.tab();
  await userEvent.tab();
  await userEvent.keyboard('f');
  expect(screen.getByRole('button', { name: 'Voyage, Margin: view hidden' })).toBeTruthy();
  await userEvent.keyboard('f');
  expect(screen.queryByRole('button', { name: 'Voyage, Margin: view hidden' })).toBeNull();
});

test('types with nothing fold to a line of their area', async () => {
  const nothing = type('chart', 'Chart', 'Charts');
  const area = answer.areas[0];
  const folding: WhatCan = {
    ...answer,
    areas: area
      ? [
          {
            ...area,
            types: [...area.types, { ...nothing, cells: [cell('view', 0, none)] }],
          },
        ]
      : [],
  };
  function Folding() {
    return <ReachGrid answer={folding} question={useQuestion()} />;
  }
  render(
    <MemoryRouter>
      <Folding />
    </MemoryRouter>,
  );
  expect(screen.getByRole('button', { name: /^Chart 402/ })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Fold what has nothing' }));
  expect(screen.queryByRole('button', { name: /^Chart 402/ })).toBeNull();
  expect(screen.getByText(/1 kind with nothing/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Show everything' }));
  expect(screen.getByRole('button', { name: /^Chart 402/ })).toBeTruthy();
});
