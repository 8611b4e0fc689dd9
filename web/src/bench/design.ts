import type { Schemas } from '../api/client';

export type SetElement = Required<Schemas['SetPart']>;
export type RoleElement = Schemas['RolePart'] & { key: string; name: string };
export type Privilege = Schemas['PrivilegePart'];
export type Reach = NonNullable<Privilege['reach']>;
export type FieldUse = NonNullable<Privilege['use']>;
export type MeantFor = NonNullable<Schemas['RolePart']['meantFor']>;
export type TypeShown = Schemas['TypeShown'];
export type FunctionShown = Schemas['FunctionShown'];

/** Reaches from the narrowest to the widest, as documents write them; 0 to 7 on the keyboard. */
export const REACHES = [
  'none',
  'own',
  'reports',
  'team',
  'unit',
  'branch',
  'account',
  'all',
] as const satisfies Reach[];

const words = [
  'none',
  'own',
  'own reports',
  'own teams',
  'own unit',
  'own branch',
  'own account',
  'all',
];

const meanings = [
  'No records.',
  'Records that they own themselves.',
  'Records of theirs and of everybody below them in the reporting line.',
  'Records of the teams they are in, or owned by somebody in them.',
  'Records of the unit they sit in.',
  'Records of the unit they sit in and of all units below it.',
  'Records of the account they act for.',
  'All records there are.',
];

/** The reach as it is said behind a kind of record. */
export const reachWords = (notches: number): string => words[notches] ?? '';

/** What a reach covers, in one sentence. */
export const reachMeans = (notches: number): string => meanings[notches] ?? '';

const notchesOf = (reach: string | undefined): number =>
  Math.max(0, (REACHES as readonly string[]).indexOf(reach ?? ''));

/** What a set, or several of them, give on one cell of the grid. */
export type Given = {
  /** The widest reach without a condition, 0 to 7. */
  notches: number;
  /** Further privileges that hold under a condition. */
  conditional: { notches: number; condition: string }[];
};

export const NOTHING: Given = { notches: 0, conditional: [] };

const same = (one: Given, other: Given): boolean =>
  one.notches === other.notches &&
  JSON.stringify(one.conditional) === JSON.stringify(other.conditional);

/** A cell before and after a draft; without `before` where the draft leaves it alone. */
export type Change = { now: Given; before?: Given };

export function changed(before: Given, now: Given): Change {
  return same(before, now) ? { now } : { now, before };
}

function given(privileges: Privilege[]): Given {
  let notches = 0;
  const conditional: Given['conditional'] = [];
  for (const one of privileges) {
    const reach = notchesOf(one.reach);
    if (one.condition) {
      conditional.push({ notches: reach, condition: one.condition });
    } else {
      notches = Math.max(notches, reach);
    }
  }
  return { notches, conditional };
}

const onCell = (one: Privilege, type: string, operation: string) =>
  one.recordType === type && one.operation === operation;

const onField = (one: Privilege, type: string, field: string, use: string) =>
  one.recordType === type && one.use === use && (one.fields ?? []).includes(field);

/** What privileges give on an operation. */
export function givenOn(privileges: Privilege[], type: string, operation: string): Given {
  return given(privileges.filter((one) => onCell(one, type, operation)));
}

/** What privileges give on a guarded field; use is view or change. */
export function givenOnField(
  privileges: Privilege[],
  type: string,
  field: string,
  use: FieldUse,
): Given {
  return given(privileges.filter((one) => onField(one, type, field, use)));
}

/** The reach of view that other operations carry with them: all but create do. */
export function carriedView(privileges: Privilege[], type: string): number {
  return given(
    privileges.filter(
      (one) =>
        one.recordType === type &&
        one.operation !== undefined &&
        one.operation !== 'view' &&
        one.operation !== 'create' &&
        !one.condition,
    ),
  ).notches;
}

/** The level of a function that privileges give. */
export function levelOf(privileges: Privilege[], one: FunctionShown): number {
  return Math.max(
    0,
    ...privileges
      .filter((privilege) => privilege.function === one.key)
      .map((privilege) => one.levels.indexOf(privilege.level ?? '')),
  );
}

/** The privileges with an operation's unconditional reach set; conditional ones stay. */
export function withReach(
  privileges: Privilege[],
  type: string,
  operation: string,
  notches: number,
): Privilege[] {
  return replaced(
    privileges,
    (one) => onCell(one, type, operation) && !one.condition,
    notches === 0 ? null : { recordType: type, operation, reach: REACHES[notches] ?? REACHES[0] },
  );
}

/** The privileges without anything on the operation, conditional or not. */
export function cleared(privileges: Privilege[], type: string, operation: string): Privilege[] {
  return privileges.filter((one) => !onCell(one, type, operation));
}

/** The privileges with the unconditional reach of one guarded field set. */
export function withFieldReach(
  privileges: Privilege[],
  type: string,
  field: string,
  use: FieldUse,
  notches: number,
): Privilege[] {
  const rest = privileges.flatMap((one) => {
    if (!onField(one, type, field, use) || one.condition) {
      return [one];
    }
    const others = (one.fields ?? []).filter((each) => each !== field);
    return others.length > 0 ? [{ ...one, fields: others }] : [];
  });
  if (notches === 0) {
    return rest;
  }
  const reach = REACHES[notches] ?? REACHES[0];
  const alike = rest.findIndex(
    (one) =>
      one.recordType === type &&
      one.use === use &&
      one.fields !== undefined &&
      one.reach === reach &&
      !one.condition,
  );
  return alike < 0
    ? [...rest, { recordType: type, fields: [field], use, reach }]
    : rest.map((one, at) =>
        at === alike ? { ...one, fields: [...(one.fields ?? []), field].sort() } : one,
      );
}

/** A privilege of a cell that holds under a condition. */
export type Bounded = Given['conditional'][number];

/**
 * The privileges with one of a cell's that holds under a condition put, in the stead of another or
 * besides; without the other where none is put.
 */
export function withBounded(
  privileges: Privilege[],
  cell: { type: string; operation: string } | { type: string; field: string; use: FieldUse },
  was: Bounded | null,
  is: Bounded | null,
): Privilege[] {
  const meant = (one: Privilege) =>
    one.condition === was?.condition &&
    notchesOf(one.reach) === was?.notches &&
    ('operation' in cell
      ? onCell(one, cell.type, cell.operation)
      : onField(one, cell.type, cell.field, cell.use));
  const rest = privileges.flatMap((one) => {
    if (was === null || !meant(one)) {
      return [one];
    }
    const others =
      'field' in cell ? (one.fields ?? []).filter((field) => field !== cell.field) : [];
    return others.length > 0 ? [{ ...one, fields: others }] : [];
  });
  if (is === null) {
    return rest;
  }
  const bound = { reach: REACHES[is.notches] ?? REACHES[0], condition: is.condition };
  return [
    ...rest,
    'operation' in cell
      ? { recordType: cell.type, operation: cell.operation, ...bound }
      : { recordType: cell.type, fields: [cell.field], use: cell.use, ...bound },
  ];
}

/** The privileges without anything on the field. */
export function clearedField(
  privileges: Privilege[],
  type: string,
  field: string,
  use: FieldUse,
): Privilege[] {
  return privileges.flatMap((one) => {
    if (!onField(one, type, field, use)) {
      return [one];
    }
    const others = (one.fields ?? []).filter((each) => each !== field);
    return others.length > 0 ? [{ ...one, fields: others }] : [];
  });
}

/** The privileges with a function at a level. */
export function withLevel(privileges: Privilege[], one: FunctionShown, level: number): Privilege[] {
  return replaced(
    privileges,
    (privilege) => privilege.function === one.key,
    level === 0 ? null : { function: one.key, level: one.levels[level] ?? '' },
  );
}

/** In the place of those that match stands the one that is given, or nothing. */
function replaced(
  privileges: Privilege[],
  match: (one: Privilege) => boolean,
  by: Privilege | null,
): Privilege[] {
  const at = privileges.findIndex(match);
  const rest = privileges.filter((one) => !match(one));
  if (!by) {
    return rest;
  }
  return at < 0
    ? [...rest, by]
    : [
        ...privileges.slice(0, at).filter((one) => !match(one)),
        by,
        ...privileges.slice(at + 1).filter((one) => !match(one)),
      ];
}

/** A key for a name that nothing in `taken` has yet. */
export function keyFor(name: string, taken: Set<string>): string {
  const slug =
    name
      .normalize('NFKD')
      .replaceAll(/[\u0300-\u036f]/g, '')
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-+|-+$/g, '')
      .slice(0, 60) || 'new';
  let key = slug;
  for (let number = 2; taken.has(key); number++) {
    key = `${slug}-${number}`;
  }
  return key;
}
