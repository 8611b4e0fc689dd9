import {
  keyFor,
  type MeantFor,
  type Privilege,
  type Reach,
  type RoleElement,
  type TypeShown,
} from './design';
import { putRole, putSet } from './edits';
import type { ChangePart } from './queue';

export type Starter = {
  key: string;
  name: string;
  for: string;
  meantFor: MeantFor;
  /** From the reach that is wished to those that would do instead. */
  reaches: Reach[];
  operations: string[];
};

/** Roles to begin with; each is fitted to the application's own record types. */
export const STARTERS: Starter[] = [
  {
    key: 'reader',
    name: 'Reader',
    for: 'Looks at the records of their branch and changes nothing.',
    meantFor: 'staff',
    reaches: ['branch', 'all'],
    operations: ['view'],
  },
  {
    key: 'contributor',
    name: 'Contributor',
    for: 'Creates records, and changes those of their unit.',
    meantFor: 'staff',
    reaches: ['unit', 'own'],
    operations: ['view', 'change', 'create'],
  },
  {
    key: 'approver',
    name: 'Approver',
    for: 'Looks at the records of their branch and does what each kind has of its own.',
    meantFor: 'staff',
    reaches: ['branch', 'all'],
    operations: ['view', 'its own'],
  },
  {
    key: 'partner',
    name: 'Partner of one account',
    for: 'An external who looks at the records of the account they act for.',
    meantFor: 'external',
    reaches: ['account'],
    operations: ['view'],
  },
  {
    key: 'assistant',
    name: 'Assistant acting for someone',
    for: 'Looks at and changes what the person they act for owns.',
    meantFor: 'staff',
    reaches: ['own'],
    operations: ['view', 'change'],
  },
  {
    key: 'feed',
    name: 'Feed',
    for: 'A program that brings records in.',
    meantFor: 'service',
    reaches: ['all'],
    operations: ['view', 'create'],
  },
];

/** The privileges of a starter for those record types that can express its reach. */
export function fitted(starter: Starter, types: TypeShown[], guarded: Set<string>): Privilege[] {
  return types
    .filter((type) => !guarded.has(type.area))
    .flatMap((type) => {
      const reach = starter.reaches.find((one) => type.unsaid[one] === undefined);
      if (!reach) {
        return [];
      }
      const own = type.operations.slice(4).map((one) => one.key);
      return starter.operations
        .flatMap((one) => (one === 'its own' ? own : [one]))
        .map((operation) => ({ recordType: type.key, operation, reach }));
    });
}

/** A new role of this name with a set of its own, as one edit. */
export function begun(
  starter: Starter | null,
  name: string,
  types: TypeShown[],
  guarded: Set<string>,
  taken: { roles: Set<string>; sets: Set<string> },
): { changes: ChangePart[]; role: string } {
  const role = keyFor(name, taken.roles);
  const element: RoleElement = {
    key: role,
    name,
    purpose: starter?.for ?? '',
    meantFor: starter?.meantFor ?? 'any',
    sets: [],
    conflicts: [],
  };
  if (!starter) {
    return { role, changes: [putRole(element)] };
  }
  const set = keyFor(name, taken.sets);
  return {
    role,
    changes: [
      putSet({
        key: set,
        name: `${name}, its own`,
        purpose: `What only the role ${name} gives.`,
        privileges: fitted(starter, types, guarded),
      }),
      putRole({ ...element, sets: [set] }),
    ],
  };
}
