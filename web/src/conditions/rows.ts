import type { Name, Row, Term } from './api';

/** A comparison as one chooses it. */
export type Comparison = {
  key: string;
  is: string;
  not: boolean;
  words: string;
  /** How many values it takes: any number where there is none said. */
  values: 0 | 1 | 2 | 'some';
  /** Types of the names that it can be asked of. */
  of: readonly string[];
};

const ORDERED = ['number', 'date', 'timestamp', 'text'] as const;
const PLAIN = [...ORDERED, 'yesNo'] as const;
const EVERY = [...PLAIN, 'list'] as const;

const comparison = (
  is: string,
  words: string,
  values: Comparison['values'],
  of: readonly string[],
  not = false,
): Comparison => ({ key: `${not ? '!' : ''}${is}`, is, not, words, values, of });

export const COMPARISONS: Comparison[] = [
  comparison('=', 'is', 1, PLAIN),
  comparison('<>', 'is not', 1, PLAIN),
  comparison('in', 'is one of', 'some', ORDERED),
  comparison('in', 'is none of', 'some', ORDERED, true),
  comparison('<', 'is less than', 1, ORDERED),
  comparison('<=', 'is at most', 1, ORDERED),
  comparison('>', 'is more than', 1, ORDERED),
  comparison('>=', 'is at least', 1, ORDERED),
  comparison('between', 'is between', 2, ['number']),
  comparison('between', 'is not between', 2, ['number'], true),
  comparison('like', 'is like', 1, ['text']),
  comparison('like', 'is not like', 1, ['text'], true),
  comparison('a_overlaps', 'has any of', 'some', ['list']),
  comparison('a_overlaps', 'has none of', 'some', ['list'], true),
  comparison('a_contains', 'has all of', 'some', ['list']),
  comparison('a_contains', 'has not all of', 'some', ['list'], true),
  comparison('below', 'is, or is below', 1, ['unit']),
  comparison('below', 'is not below', 1, ['unit'], true),
  comparison('isNull', 'has no value', 0, EVERY),
  comparison('isNull', 'has a value', 0, EVERY, true),
  comparison('=', 'is not the same as', 1, PLAIN, true),
];

/** How days and instants are compared, in words of their own. */
const OF_TIME: Record<string, string> = {
  '<': 'is before',
  '<=': 'is not after',
  '>': 'is after',
  '>=': 'is not before',
};

const worded = (one: Comparison, type: string): Comparison =>
  type === 'date' || type === 'timestamp' ? { ...one, words: OF_TIME[one.key] ?? one.words } : one;

/** Those that can be asked of a name. */
export const comparisonsOf = (name: Name | undefined): Comparison[] =>
  COMPARISONS.filter((one) =>
    one.of.includes('unit') ? name?.unit : one.of.includes(name?.type ?? 'text'),
  ).map((one) => worded(one, name?.type ?? 'text'));

export const comparisonOf = (row: Row, name?: Name): Comparison | undefined =>
  COMPARISONS.map((one) => worded(one, name?.type ?? 'text')).find(
    (one) => one.is === row.is && one.not === (row.not ?? false),
  );

export const isGroup = (row: Row) => row.is === 'and' || row.is === 'or';

/** A group with the row alone in it, unless it is one. */
export const asGroup = (row: Row): Row => (isGroup(row) && !row.not ? row : group('and', [row]));

export const group = (is: 'and' | 'or', rows: Row[]): Row => ({ is, not: false, rows });

export const blankRow = (): Row => ({
  is: '=',
  not: false,
  left: { kind: 'name', value: '' },
  values: [],
});

/** Whether every row says something: only then is it worth asking about. */
export function whole(row: Row): boolean {
  if (isGroup(row)) {
    return (row.rows ?? []).length > 0 && (row.rows ?? []).every(whole);
  }
  if (row.is === 'text') {
    return (row.text ?? '').trim() !== '';
  }
  const values = (row.values ?? []).filter((one) => one.kind !== 'name' || one.value !== '');
  if (row.is === 'has') {
    return values.length === 2 && values.every((one) => one.value !== '');
  }
  const wanted = comparisonOf(row)?.values ?? 1;
  return (
    (row.left?.value ?? '') !== '' &&
    (wanted === 'some' ? values.length > 0 : values.length === wanted)
  );
}

/** The row with another name, and the comparison kept where it can be asked of it. */
export function withName(row: Row, name: Name): Row {
  const known = comparisonsOf(name);
  const kept = known.find((one) => one.is === row.is && one.not === (row.not ?? false));
  const { is, not } = kept ?? known[0] ?? { is: '=', not: false };
  return { is, not, left: { kind: 'name', value: name.name }, values: [] };
}

/** The row with another comparison, and as many of its values as that takes. */
export function withComparison(row: Row, { is, not, values }: Comparison): Row {
  const kept = values === 'some' ? (row.values ?? []) : (row.values ?? []).slice(0, values);
  return { ...row, is, not, values: kept };
}

const KINDS: Record<string, string> = {
  number: 'number',
  date: 'date',
  timestamp: 'timestamp',
  yesNo: 'yesNo',
};

/** Days from today as people write them: "today", "in 7 days", "3 days ago", "today + 2". */
export function relative(written: string): string | undefined {
  const text = written.trim().toLowerCase();
  if (text === 'today' || text === 'now') {
    return '';
  }
  const days = /^(?:in (\d{1,5}) days?|(\d{1,5}) days? ago|(?:today|now) ?([+-]) ?(\d{1,5}))$/.exec(
    text,
  );
  if (!days) {
    return undefined;
  }
  const [, ahead, ago, sign, by] = days;
  return ahead ?? (ago ? `-${ago}` : `${sign === '-' ? '-' : ''}${by}`);
}

/** What was written, as a value to compare a name of this type with. */
export function termOf(written: string, type: string): Term {
  const kind = KINDS[type] ?? 'text';
  if (kind === 'date' || kind === 'timestamp') {
    const days = relative(written);
    if (days !== undefined) {
      return { kind: kind === 'date' ? 'today' : 'now', value: days };
    }
    return {
      kind,
      value:
        kind === 'timestamp' && /^\d{4}-\d\d-\d\d$/.test(written.trim())
          ? `${written.trim()}T00:00:00Z`
          : written.trim(),
    };
  }
  return { kind, value: kind === 'text' ? written : written.trim() };
}

/** A value as people read it. */
export function said(term: Term, names: Name[]): string {
  const value = term.value ?? '';
  switch (term.kind) {
    case 'name':
      return names.find((one) => one.name === value)?.words ?? value;
    case 'yesNo':
      return value === 'true' ? 'yes' : 'no';
    case 'today':
    case 'now': {
      const days = Number(value === '' ? 0 : value);
      if (days === 0) {
        return term.kind;
      }
      const count = Math.abs(days) === 1 ? '1 day' : `${Math.abs(days)} days`;
      return days > 0 ? `in ${count}` : `${count} ago`;
    }
    default:
      return value;
  }
}
