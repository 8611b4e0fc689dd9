import type { Bench } from '../bench/api';
import type { Written } from './api';

/** A kind of element that is a sentence. */
export type Kind = {
  list: string;
  title: string;
  /** One of them, in words. */
  one: string;
  /** Whether each has an end, which can be moved for several at once. */
  ends?: boolean;
  /** What it is begun from. */
  blank: (bench: Bench, key: string) => Written;
};

const someone = { of: [] };

const firstType = (bench: Bench) => bench.types[0]?.key ?? '';

export const KINDS: Kind[] = [
  {
    list: 'assignments',
    title: 'Assignments',
    one: 'assignment',
    ends: true,
    blank: (_, key) => ({ key, audience: someone, reason: '' }),
  },
  {
    list: 'sharingRules',
    title: 'Sharing rules',
    one: 'sharing rule',
    ends: true,
    blank: (bench, key) => ({
      key,
      name: '',
      recordType: firstType(bench),
      condition: '',
      audience: someone,
      operations: ['view'],
      reason: '',
    }),
  },
  {
    list: 'directShares',
    title: 'Direct shares',
    one: 'direct share',
    ends: true,
    blank: (bench, key) => ({
      key,
      recordType: firstType(bench),
      record: '',
      audience: someone,
      operations: ['view'],
      reason: '',
    }),
  },
  {
    list: 'accountFilters',
    title: 'Account filters',
    one: 'account filter',
    blank: (_, key) => ({
      key,
      name: '',
      audience: { of: [{ all: 'externals' }] },
      accounts: { actedFor: true },
    }),
  },
  {
    list: 'fieldFilters',
    title: 'Field filters',
    one: 'field filter',
    blank: (bench, key) => ({
      key,
      name: '',
      audience: someone,
      recordType: firstType(bench),
      fields: [],
      effect: 'hide',
    }),
  },
  {
    list: 'delegations',
    title: 'Delegations',
    one: 'delegation',
    ends: true,
    blank: (_, key) => ({ key, principal: '', delegate: '', sets: [], reason: '' }),
  },
  {
    list: 'expectations',
    title: 'Expectations',
    one: 'expectation',
    blank: (bench, key) => ({
      key,
      name: '',
      subject: { of: [{ all: 'externals' }] },
      claim: 'canNever',
      recordType: firstType(bench),
      operation: 'view',
      severity: 'error',
      reason: '',
    }),
  },
  {
    list: 'seatPools',
    title: 'Seat pools',
    one: 'seat pool',
    blank: (_, key) => ({ key, name: '', agreed: 10, roles: [], whenUsedUp: 'warn' }),
  },
];

export const kindOf = (list: string | null): Kind | undefined =>
  KINDS.find((one) => one.list === list);

/** The element as the server takes it: what is empty is left out. */
export function filled(element: Written): Written {
  return Object.fromEntries(
    Object.entries(element).filter(
      ([, value]) =>
        value !== '' && value !== undefined && !(Array.isArray(value) && value.length === 0),
    ),
  ) as Written;
}
