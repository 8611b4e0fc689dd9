import {
  carriedView,
  changed,
  type FunctionShown,
  givenOn,
  givenOnField,
  levelOf,
  type Privilege,
  type RoleElement,
  type SetElement,
  type TypeShown,
} from './design';
import type { CellRef, Source } from './grid';
import type { Worked } from './working';

function byType(privileges: Privilege[]): Map<string, Privilege[]> {
  const all = new Map<string, Privilege[]>();
  for (const one of privileges) {
    if (one.recordType !== undefined) {
      all.set(one.recordType, [...(all.get(one.recordType) ?? []), one]);
    }
  }
  return all;
}

function source(
  now: Privilege[],
  before: Privilege[] | null,
  givers: (ref: CellRef) => string[],
): Source {
  const was = before ?? now;
  // By record type, so that no cell looks through all that a set gives.
  const isOn = byType(now);
  const wasOn = before ? byType(before) : isOn;
  const of = (all: Map<string, Privilege[]>, type: TypeShown) => all.get(type.key) ?? [];
  return {
    cell: (type: TypeShown, operation: string) =>
      changed(
        givenOn(of(wasOn, type), type.key, operation),
        givenOn(of(isOn, type), type.key, operation),
      ),
    field: (type, field, use) =>
      changed(
        givenOnField(of(wasOn, type), type.key, field, use),
        givenOnField(of(isOn, type), type.key, field, use),
      ),
    level: (one: FunctionShown) => {
      const [old, level] = [levelOf(was, one), levelOf(now, one)];
      return old === level ? { now: level } : { now: level, before: old };
    },
    carried: (type) => carriedView(of(isOn, type), type.key),
    givers,
  };
}

/** What the grid of a privilege set shows. */
export function ofSet(set: Worked<SetElement>): Source {
  return source(
    set.now?.privileges ?? [],
    set.touched ? (set.published?.privileges ?? []) : null,
    () => [],
  );
}

const gives = (one: Privilege, ref: CellRef): boolean => {
  switch (ref.kind) {
    case 'cell':
      return one.recordType === ref.type && one.operation === ref.operation;
    case 'field':
      return (
        one.recordType === ref.type && one.use === ref.use && (one.fields ?? []).includes(ref.field)
      );
    case 'function':
      return one.function === ref.function;
  }
};

/** The sets of a role, as drafted. */
export function setsOf(role: RoleElement | null, sets: Worked<SetElement>[]): SetElement[] {
  return (role?.sets ?? []).flatMap((key) => sets.find((one) => one.key === key)?.now ?? []);
}

/** What the grid of a role shows: all that its sets give. */
export function ofRole(role: Worked<RoleElement>, sets: Worked<SetElement>[]): Source {
  const now = setsOf(role.now, sets);
  const published = (role.published?.sets ?? []).flatMap(
    (key) => sets.find((one) => one.key === key)?.published ?? [],
  );
  const touched = role.touched || now.some((one) => sets.find((s) => s.key === one.key)?.touched);
  return source(
    now.flatMap((one) => one.privileges),
    touched ? published.flatMap((one) => one.privileges) : null,
    (ref) =>
      now.filter((set) => set.privileges.some((one) => gives(one, ref))).map((one) => one.name),
  );
}
