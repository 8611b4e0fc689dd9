import {
  type Bounded,
  cleared,
  clearedField,
  type FunctionShown,
  keyFor,
  type Privilege,
  type RoleElement,
  type SetElement,
  withBounded,
  withFieldReach,
  withLevel,
  withReach,
} from './design';
import type { CellRef } from './grid';
import type { ChangePart } from './queue';
import type { Worked } from './working';

/** What is done to cells: a reach, nothing at all, a level of a function, or a condition. */
export type CellEdit =
  | { does: 'reach'; cells: CellRef[]; notches: number }
  | { does: 'clear'; cells: CellRef[] }
  | { does: 'level'; function: FunctionShown; level: number }
  | {
      does: 'bound';
      cell: Exclude<CellRef, { kind: 'function' }>;
      was: Bounded | null;
      is: Bounded | null;
    };

export function edited(privileges: Privilege[], edit: CellEdit): Privilege[] {
  if (edit.does === 'level') {
    return withLevel(privileges, edit.function, edit.level);
  }
  if (edit.does === 'bound') {
    return withBounded(privileges, edit.cell, edit.was, edit.is);
  }
  return edit.cells.reduce((all, ref) => {
    if (ref.kind === 'cell') {
      return edit.does === 'clear'
        ? cleared(all, ref.type, ref.operation)
        : withReach(all, ref.type, ref.operation, edit.notches);
    }
    if (ref.kind === 'field') {
      return edit.does === 'clear'
        ? clearedField(all, ref.type, ref.field, ref.use)
        : withFieldReach(all, ref.type, ref.field, ref.use, edit.notches);
    }
    return all;
  }, privileges);
}

export const putSet = (element: SetElement): ChangePart => ({ put: 'privilegeSets', element });

export const putRole = (element: RoleElement): ChangePart => ({ put: 'roles', element });

/** The edit of a set; nothing where it changes nothing. */
export function editOfSet(set: SetElement, edit: CellEdit): ChangePart[] {
  const privileges = edited(set.privileges, edit);
  return JSON.stringify(privileges) === JSON.stringify(set.privileges)
    ? []
    : [putSet({ ...set, privileges })];
}

/** A set of the role's own, in no other role; and the role with it. */
export function editOfOwnSet(
  role: RoleElement,
  taken: Set<string>,
  edit: CellEdit,
): { changes: ChangePart[]; set: string } {
  const key = keyFor(role.name, taken);
  const set: SetElement = {
    key,
    name: `${role.name}, its own`,
    purpose: `What only the role ${role.name} gives.`,
    privileges: edited([], edit),
  };
  return {
    set: key,
    changes: [putSet(set), putRole({ ...role, sets: [...(role.sets ?? []), key] })],
  };
}

/** Roles, besides this one, that are made of the set. */
export function otherRoles(
  set: string,
  role: string,
  roles: Worked<RoleElement>[],
): Worked<RoleElement>[] {
  return roles.filter((one) => one.key !== role && (one.now?.sets ?? []).includes(set));
}
