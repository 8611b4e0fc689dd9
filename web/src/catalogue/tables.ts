import type { Proposal, RecordType, TableDecision, TableProposed } from './api';

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

/** Whether a table had better be governed. */
export const recommended = (table: TableProposed) =>
  ['records', 'people', 'accounts'].includes(table.use);

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
  const some = tables.filter(recommended);
  return {
    all: some.length,
    decided: some.filter((table) => table.decision !== 'open').length,
    taken: tables.filter((table) => offered(table) && table.decision === 'taken').length,
  };
}

/** The record type without a field; its key and what places it stay. */
export function without(type: RecordType, field: string): RecordType {
  const { parent, ...rest } = type;
  return {
    ...rest,
    ...(parent && parent.through !== field ? { parent } : {}),
    fields: (type.fields ?? []).filter((one) => one.key !== field),
    titleField: type.titleField === field ? (type.keyField ?? '') : (type.titleField ?? ''),
  };
}

/** The record type with one field guarded, or open. */
export function guarding(type: RecordType, field: string, guarded: boolean): RecordType {
  return {
    ...type,
    fields: (type.fields ?? []).map((one) => (one.key === field ? { ...one, guarded } : one)),
  };
}
