import type { Field, Lookup, Proposal, RecordType, TableDecision, TableProposed } from './api';
import { withField, wordKey } from './governed';

type Use = TableProposed['use'];

/** What a table seems to be, as it is said of several of them; in the order of a list. */
export const uses: Record<Use, string> = {
  records: 'Records',
  people: 'People',
  accounts: 'Organisations',
  choices: 'Short lists',
  links: 'Links',
  noRecords: 'The program’s own',
  withoutKey: 'Without a key',
  governed: 'Governed already',
};

/** Whether a table can become a record type. */
export const offered = (table: TableProposed) =>
  table.recordType !== undefined && table.use !== 'governed';

/** The proposal with these decisions in it. */
export function decided(proposal: Proposal, some: TableDecision[]): Proposal {
  const byTable = new Map(some.map((one) => [one.table, one]));
  return {
    ...proposal,
    tables: proposal.tables.map((table) => {
      const decision = byTable.get(table.table);
      return decision
        ? {
            ...table,
            decision: decision.decision ?? 'open',
            ...(decision.recordType ? { recordType: decision.recordType } : {}),
          }
        : table;
    }),
  };
}

/** Tables of a use, or of all, whose name or record type has the text. */
export function matching(tables: TableProposed[], use: Use | '', search: string) {
  const text = search.trim().toLowerCase();
  return tables.filter(
    (table) =>
      (use === '' || table.use === use) &&
      `${table.table} ${table.recordType?.plural ?? ''}`.toLowerCase().includes(text),
  );
}

/** How many tables there are of each use. */
export function counts(tables: TableProposed[]): [Use, number][] {
  return (Object.keys(uses) as Use[])
    .map((use): [Use, number] => [use, tables.filter((table) => table.use === use).length])
    .filter(([, number]) => number > 0);
}

/** How many are decided of those that had better be governed, and how many are taken in all. */
export function progress(tables: TableProposed[]) {
  const some = tables.filter((table) => table.recommended);
  return {
    all: some.length,
    decided: some.filter((table) => table.decision !== 'open').length,
    taken: tables.filter((table) => offered(table) && table.decision === 'taken').length,
  };
}

/**
 * The names of a field's columns, in their order. One that is read as it stands is told alone, and
 * not at all where it is called like the field.
 */
const names = (field: Field | undefined) =>
  (field?.columns ?? [{ name: field?.column ?? field?.key }]).flatMap(({ name }) => name ?? []);

/** The same, as it is said. */
export const columnsOf = (field: Field | undefined) => names(field).join(', ');

/** The field that tells records of the type apart. */
export const keyOf = (type: RecordType) =>
  (type.fields ?? []).find((one) => one.key === type.keyField);

/** Whether the table has all columns of the type's own fields. */
export function servesAs(type: RecordType, table: TableProposed): boolean {
  const there = new Set(table.columns);
  return (type.fields ?? [])
    .filter((one) => !one.link)
    .every((one) => names(one).every((name) => there.has(name)));
}

/** What people say of a field, whatever it is. */
const SAID = ['key', 'label', 'explanation', 'classifications'];

/**
 * The record type, whose records are told apart by other columns. The field that has them becomes
 * the key, or else one is added; what was the key stays a field.
 */
export function keyedBy(type: RecordType, key: Field): RecordType {
  const fields = type.fields ?? [];
  const column = key.columns ? {} : { column: columnsOf(key) };
  const there = fields.find((one) => !one.link && columnsOf(one) === columnsOf(key));
  if (there) {
    const said = Object.fromEntries(Object.entries(there).filter(([part]) => SAID.includes(part)));
    return withField({ ...type, keyField: there.key ?? '' }, { ...key, ...column, ...said });
  }
  const name = wordKey(
    key.key ?? 'key',
    fields.map((one) => one.key ?? ''),
  );
  return { ...type, keyField: name, fields: [{ ...key, ...column, key: name }, ...fields] };
}

/** What places a record: each with the word for what it leads to. */
export const places = {
  owner: 'person',
  team: 'team',
  unit: 'unit',
  account: 'account',
} as const;

export type Place = keyof typeof places;

/** The record type placed by a field, or by none. */
export function placed(type: RecordType, place: Place, field: string): RecordType {
  const { [place]: _, ...rest } = type;
  return field === '' ? rest : { ...rest, [place]: field };
}

/** Fields by which a record may be placed so. */
export function placing(type: RecordType, place: Place) {
  return (type.fields ?? []).filter(
    (field) =>
      field.key === type[place] ||
      (field.lookup?.identifier?.startsWith(places[place]) ??
        (place === 'owner'
          ? field.type === 'person'
          : ['text', 'reference'].includes(field.type ?? '') &&
            field.key !== type.parent?.through &&
            (field.columns ?? []).length < 2)),
  );
}

/** The record type with a look-up in one field, or without it. */
export function lookedUp(type: RecordType, field: string, lookup: Lookup | undefined): RecordType {
  return {
    ...type,
    fields: (type.fields ?? []).map((one) => {
      if (one.key !== field) {
        return one;
      }
      const { lookup: _, refersTo, ...rest } = one;
      return lookup ? { ...rest, lookup } : { ...rest, ...(refersTo ? { refersTo } : {}) };
    }),
  };
}

/** How a field leads to the directory, in words. */
export function leads(field: Field | undefined): string {
  if (!field) {
    return '';
  }
  const { lookup, link } = field;
  const several = link ? `, several by ${link.table}` : '';
  if (!lookup) {
    return `has the directory’s own keys${several}`;
  }
  const known = identifiers[lookup.identifier ?? ''] ?? lookup.identifier;
  return `${lookup.table ? `leads to ${lookup.table}, whose ${lookup.to} is ${known}` : `is ${known}`}${several}`;
}

/** What the directory knows somebody or something by. */
export const identifiers: Record<string, string> = {
  personEmail: 'a person’s e-mail',
  personKey: 'a person’s key',
  accountKey: 'an organisation’s key',
  accountName: 'an organisation’s name',
  unitKey: 'a unit’s key',
  unitName: 'a unit’s name',
  teamKey: 'a team’s key',
  teamName: 'a team’s name',
};

/** The record type without a field, nor what hangs on it; its key stays. */
export function without(type: RecordType, field: string): RecordType {
  const { parent, ...all } = type;
  const rest = (Object.keys(places) as Place[])
    .filter((place) => type[place] === field)
    .reduce((one, place) => placed(one, place, ''), all as RecordType);
  return {
    ...rest,
    ...(parent && parent.through !== field ? { parent } : {}),
    fields: (type.fields ?? []).filter((one) => one.key !== field),
    titleField: type.titleField === field ? (type.keyField ?? '') : (type.titleField ?? ''),
  };
}
