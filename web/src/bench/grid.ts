import type { Schemas } from '../api/client';
import type { Bench } from './api';
import { type Change, type FunctionShown, REACHES, reachWords, type TypeShown } from './design';

/** One cell that can be edited. */
export type CellRef =
  | { kind: 'cell'; type: string; operation: string }
  | { kind: 'field'; type: string; field: string; use: 'view' | 'change' }
  | { kind: 'function'; function: string };

export function refKey(ref: CellRef): string {
  switch (ref.kind) {
    case 'cell':
      return `cell:${ref.type}:${ref.operation}`;
    case 'field':
      return `field:${ref.type}:${ref.field}:${ref.use}`;
    case 'function':
      return `function:${ref.function}`;
  }
}

/** What the grid shows of a set or a role. */
export type Source = {
  cell: (type: TypeShown, operation: string) => Change;
  field: (type: TypeShown, field: string, use: 'view' | 'change') => Change;
  level: (one: FunctionShown) => { now: number; before?: number };
  /** The reach of view that other operations carry. */
  carried: (type: TypeShown) => number;
  /** Whether it is all that is counted; else what is counted may come by something else too. */
  whole?: boolean;
  /** Which sets give something on a cell, by name; empty on a set's own grid. */
  givers: (ref: CellRef) => string[];
};

export type GridCell = {
  ref: CellRef;
  column: number;
  /** What is written above the rail: an own operation's name. */
  label: string;
  change: Change;
  /** The reach of view that comes with other operations, where it is wider. */
  carried: number;
  givers: string[];
  /** Whether the source is all that is counted. */
  whole: boolean;
};

export type GridRow =
  | {
      kind: 'area';
      key: string;
      name: string;
      explanation: string | undefined;
      guarded: string | undefined;
      /** How many of its rows are left out, and which in words. */
      folded: number;
      which: string;
    }
  | { kind: 'type'; key: string; type: TypeShown; open: boolean; cells: GridCell[] }
  | {
      kind: 'field';
      key: string;
      type: TypeShown;
      field: Schemas['FieldShown'];
      cells: GridCell[];
    }
  | {
      kind: 'function';
      key: string;
      function: FunctionShown;
      level: { now: number; before?: number };
      givers: string[];
      cells: GridCell[];
    };

export type Folding = {
  /** Types opened to their fields. */
  open: Set<string>;
  /** Areas folded away. */
  closed: Set<string>;
  onlyGiven: boolean;
  /** Leaves out what is as it was. */
  onlyChanged?: boolean;
  search: string;
};

const COMMON = 4;

const differs = ({ change }: GridCell): boolean => change.before !== undefined;

const some = (change: Change): boolean =>
  [change.now, change.before].some(
    (one) => one !== undefined && (one.notches > 0 || one.conditional.length > 0),
  );

function cellsOf(type: TypeShown, source: Source): GridCell[] {
  return type.operations.map((operation, column) => {
    const ref: CellRef = { kind: 'cell', type: type.key, operation: operation.key };
    return {
      ref,
      column: column + 1,
      label: column < COMMON ? '' : operation.name,
      change: source.cell(type, operation.key),
      carried: operation.key === 'view' ? source.carried(type) : 0,
      givers: source.givers(ref),
      whole: source.whole ?? false,
    };
  });
}

function fieldRows(type: TypeShown, source: Source): GridRow[] {
  return type.fields.map((field) => ({
    kind: 'field',
    key: `${type.key}.${field.key}`,
    type,
    field,
    cells: field.guarded
      ? (['view', 'change'] as const).map((use, at) => {
          const ref: CellRef = { kind: 'field', type: type.key, field: field.key, use };
          return {
            ref,
            column: at + 1,
            label: '',
            change: source.field(type, field.key, use),
            carried: 0,
            givers: source.givers(ref),
            whole: source.whole ?? false,
          };
        })
      : [],
  }));
}

/** The rows of the grid as they are folded: areas with their types, opened types with fields. */
export function rowsOf(bench: Bench, source: Source, folding: Folding): GridRow[] {
  const rows: GridRow[] = [];
  const search = folding.search.trim().toLowerCase();
  for (const area of bench.areas) {
    const types = bench.types
      .filter((type) => type.area === area.key)
      .filter(
        (type) =>
          search === '' ||
          type.singular.toLowerCase().includes(search) ||
          type.plural.toLowerCase().includes(search),
      )
      .map((type) => ({ type, cells: cellsOf(type, source) }));
    if (types.length === 0) {
      continue;
    }
    const shown = folding.closed.has(area.key)
      ? []
      : types.filter(
          ({ type, cells }) =>
            (!folding.onlyGiven ||
              folding.open.has(type.key) ||
              cells.some((one) => some(one.change)) ||
              givesField(type, source)) &&
            (!folding.onlyChanged || folding.open.has(type.key) || cells.some(differs)),
        );
    rows.push({
      kind: 'area',
      key: area.key,
      name: area.name,
      explanation: area.explanation,
      guarded: area.stewards,
      folded: types.length - shown.length,
      which: which(folding, types.length - shown.length, 'kind'),
    });
    for (const { type, cells } of shown) {
      const open = folding.open.has(type.key);
      rows.push({ kind: 'type', key: type.key, type, open, cells });
      if (open) {
        rows.push(
          ...fieldRows(type, source).filter(
            (one) => !folding.onlyChanged || (one.kind === 'field' && one.cells.some(differs)),
          ),
        );
      }
    }
  }
  const all = [...rows, ...functionRows(bench, source, folding, search)];
  return folding.onlyChanged ? all.filter((one) => one.kind !== 'area' || !empty(one, all)) : all;
}

/** Whether nothing of an area is left. */
function empty(area: GridRow, rows: GridRow[]): boolean {
  const next = rows[rows.indexOf(area) + 1];
  return next === undefined || next.kind === 'area';
}

const which = (folding: Folding, count: number, one: string) =>
  `${count === 1 ? one : `${one}s`} ${folding.onlyChanged ? 'as before' : 'with nothing'}`;

function givesField(type: TypeShown, source: Source): boolean {
  return type.fields.some(
    (field) =>
      field.guarded &&
      (some(source.field(type, field.key, 'view')) ||
        some(source.field(type, field.key, 'change'))),
  );
}

const FUNCTIONS = '\u0000functions';

function functionRows(bench: Bench, source: Source, folding: Folding, search: string): GridRow[] {
  const functions = bench.functions
    .filter((one) => search === '' || one.name.toLowerCase().includes(search))
    .map((one) => ({ one, level: source.level(one) }));
  if (functions.length === 0) {
    return [];
  }
  const shown = folding.closed.has(FUNCTIONS)
    ? []
    : functions.filter(
        ({ level }) =>
          (!folding.onlyGiven || level.now > 0 || (level.before ?? 0) > 0) &&
          (!folding.onlyChanged || level.before !== undefined),
      );
  const head: GridRow = {
    kind: 'area',
    key: FUNCTIONS,
    name: 'Functions',
    explanation: undefined,
    guarded: undefined,
    folded: functions.length - shown.length,
    which: which(folding, functions.length - shown.length, 'function'),
  };
  return [
    head,
    ...shown.map(({ one, level }): GridRow => {
      const ref: CellRef = { kind: 'function', function: one.key };
      return {
        kind: 'function',
        key: one.key,
        function: one,
        level,
        givers: source.givers(ref),
        cells: [
          {
            ref,
            column: 1,
            label: '',
            change: { now: nothing },
            carried: 0,
            givers: [],
            whole: true,
          },
        ],
      };
    }),
  ];
}

const nothing = { notches: 0, conditional: [] };

/** Where the cursor stands: a row, and a column among those of its row. */
export type At = { row: number; column: number };

/** A type's own operations stand below the common four, line by line. */
const lineOf = (column: number): number => (column === 0 ? 0 : Math.floor((column - 1) / COMMON));

/** Which of the drawn columns a cell stands in; 0 is the head of the row. */
const positionOf = (column: number): number => (column === 0 ? 0 : ((column - 1) % COMMON) + 1);

const columnsOf = (row: GridRow | undefined): number[] =>
  !row || row.kind === 'area' ? [] : [0, ...row.cells.map((cell) => cell.column)];

/** The next cell in a direction; the same where there is none. */
export function moved(rows: GridRow[], at: At, down: number, right: number): At {
  if (right !== 0) {
    const all = columnsOf(rows[at.row]);
    const next = all[all.indexOf(at.column) + right];
    return next === undefined ? at : { row: at.row, column: next };
  }
  const beside = at.column + down * COMMON;
  if (at.column > 0 && beside > 0 && columnsOf(rows[at.row]).includes(beside)) {
    return { row: at.row, column: beside };
  }
  for (let row = at.row + down; row >= 0 && row < rows.length; row += down) {
    const all = columnsOf(rows[row]);
    if (all.length > 0) {
      const last = Math.max(...all.map(lineOf));
      const line = down > 0 ? 0 : last;
      const fitting = all.filter(
        (column) => lineOf(column) <= line && positionOf(column) <= positionOf(at.column),
      );
      const same = fitting.filter((column) => positionOf(column) === positionOf(at.column));
      const among = same.length > 0 ? same : fitting;
      return { row, column: among[among.length - 1] ?? 0 };
    }
  }
  return at;
}

/**
 * The cells in the rectangle between two of them, as they are drawn; between two of the common
 * operations only common ones, whatever own ones stand in between.
 */
export function between(rows: GridRow[], one: At, other: At): CellRef[] {
  const before = (a: At, b: At) => a.row - b.row || lineOf(a.column) - lineOf(b.column);
  const [top, bottom] = before(one, other) <= 0 ? [one, other] : [other, one];
  const ends = [positionOf(one.column), positionOf(other.column)];
  const [left, right] = [Math.min(...ends), Math.max(...ends)];
  const common = lineOf(one.column) === 0 && lineOf(other.column) === 0;
  return rows.slice(top.row, bottom.row + 1).flatMap((row, index) =>
    row.kind === 'area'
      ? []
      : row.cells
          .filter(({ column }) => {
            const at = { row: top.row + index, column };
            const position = positionOf(column);
            return (
              position >= left &&
              position <= right &&
              (!common || lineOf(column) === 0) &&
              before(top, at) <= 0 &&
              before(at, bottom) <= 0
            );
          })
          .map((cell) => cell.ref),
  );
}

/** What is written in a cell behind its rail. */
export function shown(
  cell: GridCell,
  amount: (number: number) => string,
  counted?: Amounts,
): { text: string; differs: boolean } {
  const { now, before } = cell.change;
  const range = ({ least, most }: Amount) =>
    least === most ? amount(most) : `${amount(least)}–${amount(most)}`;
  if (counted?.now !== undefined) {
    const was = counted.before;
    const differs =
      was !== undefined && (was.least !== counted.now.least || was.most !== counted.now.most);
    const old = differs ? `${range(was)} → ` : '';
    return {
      text:
        counted.now.most === 0 && !differs && now.notches === 0
          ? ''
          : `${old}${range(counted.now)}`,
      differs,
    };
  }
  const word = (notches: number) =>
    notches === 0 ? 'none' : reachWords(notches).replace('own ', '');
  if (before && before.notches !== now.notches) {
    return { text: `${word(before.notches)} → ${word(now.notches)}`, differs: true };
  }
  return { text: now.notches === 0 ? '' : word(now.notches), differs: false };
}

/** What a cell says aloud; it has what is written in it. */
export function aloud(cell: GridCell, operation: string, plural: string, written: string): string {
  const { now } = cell.change;
  const reach = (notches: number) => (notches === 0 ? 'none' : reachWords(notches));
  // Where its name is written too, both come first, as they are seen.
  const named = cell.label !== '' && written !== '';
  const parts = [
    ...(named
      ? [`${operation} ${written}`, plural.toLowerCase()]
      : [`${operation} ${plural.toLowerCase()}`]),
    reach(now.notches),
    ...now.conditional.map((one) => `${reach(one.notches)} under a condition`),
    ...(!named && written !== '' && written !== reach(now.notches) ? [written] : []),
    ...(cell.carried > now.notches ? [`${reach(cell.carried)} carried by other operations`] : []),
    ...(cell.givers.length > 0 ? [`by ${cell.givers.join(' and ')}`] : []),
  ];
  return parts.join(', ');
}

/** Why the record type cannot express the reach. */
export function unsaid(bench: Bench, ref: CellRef, notches: number): string | undefined {
  return ref.kind === 'function'
    ? undefined
    : bench.types.find((one) => one.key === ref.type)?.unsaid[REACHES[notches] ?? ''];
}

/** How many records: of one person the same twice, of several from the least to the most. */
export type Amount = { least: number; most: number };

/** What a cell amounts to, as published and as drafted. */
export type Amounts = { before?: Amount; now?: Amount };

/** The same for each cell. */
export type Counted = Map<string, Amounts>;
