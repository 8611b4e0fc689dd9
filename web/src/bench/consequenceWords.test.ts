import { expect, test } from 'vitest';
import type { Consequences } from './api';
import { consequenceWords } from './consequenceWords';

const none: Consequences = {
  version: 1,
  ready: true,
  done: 3,
  steps: 3,
  failed: [],
  gaining: 0,
  losing: 0,
  externalsGaining: 0,
  gainingGuarded: 0,
  kinds: [],
  functions: [],
  broken: [],
  objections: [],
  seats: [],
};
const nobody = { people: 0, each: false, withheld: false };
const words = (told: Partial<Consequences>) =>
  consequenceWords({ ...none, ...told }).map((one) => one.text);

test('gains and losses are told in people and records', () => {
  const told = words({
    gaining: 5,
    losing: 1,
    kinds: [
      {
        type: 'lot',
        singular: 'Cargo lot',
        plural: 'Cargo lots',
        gained: { people: 5, records: 1212, each: false, withheld: false },
        lost: nobody,
      },
      {
        type: 'voyage',
        singular: 'Voyage',
        plural: 'Voyages',
        gained: nobody,
        lost: { people: 1, records: 1, each: true, withheld: false },
      },
    ],
    broken: [{ key: 'one', name: 'Never so', severity: 'error', holds: false, covered: 3 }],
    objections: [{ rule: 'guardedArea', why: '', people: [], approvers: ['Agnete Solberg'] }],
  });
  expect(told).toEqual([
    '5 people gain 1\u202f212 cargo lots',
    '1 person loses up to 1 voyage',
    '1 expectation breaks',
    'needs the agreement of Agnete Solberg',
  ]);
});

test('numbers that are withheld are not made up', () => {
  expect(
    words({
      gaining: 1,
      kinds: [
        {
          type: 'note',
          singular: 'Note',
          plural: 'Notes',
          gained: { people: 1, each: false, withheld: true },
          lost: nobody,
        },
      ],
    }),
  ).toEqual(['1 person gains notes']);
});

test('what changes nothing for anybody says so', () => {
  expect(words({})).toEqual(['Nobody gains or loses anything today']);
});

test('seats are counted, and told apart where there are too few', () => {
  expect(
    words({
      seats: [
        { key: 'desk', name: 'Billing desk', agreed: 15, before: 14, after: 15 },
        { key: 'feed', name: 'Partner feed', agreed: 4, before: 4, after: 6 },
      ],
    }),
  ).toEqual(['15 of 15 seats of Billing desk', 'Partner feed: 6 people on 4 seats']);
});
