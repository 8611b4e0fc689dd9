import Box from '@mui/material/Box';
import {
  type KeyboardEvent,
  memo,
  type RefObject,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { CellButton, Table } from '../ask/gridParts';
import { Shield, Wedge } from '../ask/marks';
import type { Bench } from './api';
import { Levels, ReachButton, ReachMenu } from './BenchCells';
import {
  type At,
  between,
  type CellRef,
  type Counted,
  type Folding,
  type GridCell,
  type GridRow,
  moved,
  refKey,
  rowsOf,
  type Source,
  unsaid,
} from './grid';

type Props = {
  label: string;
  bench: Bench;
  source: Source;
  folding: Folding;
  onFold: (next: Folding) => void;
  editable: boolean;
  counts?: Counted | undefined;
  onReach: (cells: CellRef[], notches: number) => void;
  onClear: (cells: CellRef[]) => void;
  onLevel: (key: string, level: number) => void;
  /** Where the cursor stands; null where it is on no cell. */
  onCursor: (cell: CellRef | null) => void;
  /** Says why something that was tried cannot be. */
  onCannot: (why: string) => void;
};

/** Roles and privilege sets on the reach grid, edited where they stand. */
export function BenchGrid(props: Props) {
  const { bench, source, folding, onFold, editable } = props;
  const rows = useMemo(() => rowsOf(bench, source, folding), [bench, source, folding]);
  const [at, setAt] = useState<At>({ row: 1, column: 0 });
  const [anchor, setAnchor] = useState<At | null>(null);
  const [picking, setPicking] = useState<HTMLElement | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const focus = useRef(false);
  const own = Math.max(0, ...bench.types.map((type) => type.operations.length - 4));

  const row = rows[at.row];
  const cursor = row && row.kind !== 'area' ? at : first(rows);
  const current = cellAt(rows, cursor);
  const selected = useMemo(
    () => new Set(anchor ? between(rows, anchor, cursor).map(refKey) : []),
    [rows, anchor, cursor],
  );
  const chosen = (): CellRef[] =>
    anchor ? between(rows, anchor, cursor) : current ? [current.ref] : [];

  useEffect(() => {
    if (focus.current) {
      focus.current = false;
      const cell = table.current?.querySelector<HTMLElement>(
        `[data-at="${cursor.row}:${cursor.column}"]`,
      );
      cell?.focus();
      cell?.scrollIntoView?.({ block: 'nearest' });
    }
  });

  const { onCursor } = props;
  const currentKey = current ? refKey(current.ref) : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: the cell is told by its key
  useEffect(() => onCursor(current?.ref ?? null), [currentKey, onCursor]);

  const go = (next: At, extend: boolean) => {
    setAnchor(extend ? (anchor ?? cursor) : null);
    focus.current = true;
    setAt(next);
  };

  const setReach = (notches: number) => {
    const cells = chosen().filter((one) => one.kind !== 'function');
    const fit = cells.filter((one) => !unsaid(bench, one, notches));
    const unfit = cells.find((one) => unsaid(bench, one, notches));
    if (unfit) {
      props.onCannot(unsaid(bench, unfit, notches) ?? '');
    }
    if (fit.length > 0) {
      props.onReach(fit, notches);
    }
  };

  const step = () => {
    if (row?.kind === 'function') {
      props.onLevel(row.function.key, (row.level.now + 1) % row.function.levels.length);
    }
  };

  const toggle = (key: string) => {
    const open = new Set(folding.open);
    if (!open.delete(key)) {
      open.add(key);
    }
    onFold({ ...folding, open });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const directions: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    const direction = directions[event.key];
    if (direction) {
      go(moved(rows, cursor, ...direction), event.shiftKey);
    } else if (event.key === 'f' && row && 'type' in row) {
      toggle(row.type.key);
    } else if (event.key === 'Escape' && anchor) {
      setAnchor(null);
    } else if (!editable) {
      return;
    } else if (/^[0-7]$/.test(event.key)) {
      setReach(Number(event.key));
    } else if (event.key === ' ' && row?.kind === 'function' && cursor.column > 0) {
      step();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (row?.kind === 'function') {
        props.onLevel(row.function.key, 0);
      } else {
        props.onClear(chosen());
      }
    } else {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  };

  const click = (where: At, element: HTMLElement, extend: boolean) => {
    const there = where.row === cursor.row && where.column === cursor.column;
    if (there && editable && !extend) {
      if (row?.kind === 'function') {
        step();
      } else {
        setPicking(element);
      }
      return;
    }
    go(where, extend);
  };
  const fold = (key: string) => {
    const closed = new Set(folding.closed);
    if (!closed.delete(key)) {
      closed.add(key);
    }
    onFold({ ...folding, closed, onlyGiven: false });
  };
  // Rows that stay as they are keep calling what is current.
  const actions = useRef<Actions>({ click, toggle, fold });
  useEffect(() => {
    actions.current = { click, toggle, fold };
  });

  return (
    <Box sx={{ containerType: 'inline-size' }}>
      <Table
        ref={table}
        aria-label={props.label}
        onKeyDown={onKeyDown}
        sx={{ tableLayout: 'auto' }}
      >
        <thead>
          <tr>
            <th scope="col">
              <Box component="span" sx={{ visibility: 'hidden' }}>
                Records
              </Box>
            </th>
            {['view', 'change', 'create', 'delete'].map((one) => (
              <th key={one} scope="col">
                {one}
              </th>
            ))}
            {own > 0 && <th scope="col">its own</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((one, index) => (
            <Row
              key={`${one.kind}:${one.key}`}
              row={one}
              sign={sign(one, props.counts)}
              index={index}
              own={own}
              cursor={cursor.row === index ? cursor.column : -1}
              selected={selectedIn(one, selected)}
              counts={props.counts}
              actions={actions}
            />
          ))}
        </tbody>
      </Table>
      {current && current.ref.kind !== 'function' && (
        <ReachMenu
          anchor={picking}
          bench={bench}
          cell={current}
          onClose={() => {
            setPicking(null);
            focus.current = true;
            setAt({ ...cursor });
          }}
          onPick={setReach}
        />
      )}
    </Box>
  );
}

function first(rows: GridRow[]): At {
  return {
    row: Math.max(
      0,
      rows.findIndex((one) => one.kind !== 'area'),
    ),
    column: 0,
  };
}

function cellAt(rows: GridRow[], at: At): GridCell | undefined {
  const row = rows[at.row];
  return row && row.kind !== 'area'
    ? row.cells.find((cell) => cell.column === at.column)
    : undefined;
}

function selectedIn(row: GridRow, selected: Set<string>): string {
  return selected.size === 0 || row.kind === 'area'
    ? ''
    : row.cells
        .map((one) => refKey(one.ref))
        .filter((key) => selected.has(key))
        .join(' ');
}

/** All that a row shows, so that only rows that differ are drawn anew. */
function sign(row: GridRow, counts: Counted | undefined): string {
  if (row.kind === 'area') {
    return `${row.name} ${row.folded}`;
  }
  return JSON.stringify([
    row.kind === 'type' && row.open,
    row.kind === 'function' && row.level,
    row.cells.map((one) => [one.change, one.carried, one.givers, counts?.get(refKey(one.ref))]),
  ]);
}

type RowProps = {
  row: GridRow;
  sign: string;
  index: number;
  own: number;
  /** The column in which the cursor stands; -1 for another row. */
  cursor: number;
  selected: string;
  counts: Counted | undefined;
  actions: RefObject<Actions>;
};

type Actions = {
  click: (at: At, element: HTMLElement, extend: boolean) => void;
  toggle: (type: string) => void;
  fold: (area: string) => void;
};

const Row = memo(
  function Row({ row, index, own, cursor, selected, counts, actions }: RowProps) {
    if (row.kind === 'area') {
      return (
        <tr data-area>
          <th colSpan={own > 0 ? 6 : 5} scope="rowgroup">
            <CellButton
              tabIndex={-1}
              onClick={() => actions.current.fold(row.key)}
              sx={{ fontSize: 12, fontWeight: 650, letterSpacing: '0.04em', pl: 0, gap: 0.75 }}
            >
              {row.name}
              {row.guarded && (
                <>
                  <Shield />
                  <Box component="span" sx={{ fontWeight: 400, letterSpacing: 0 }}>
                    guarded by {row.guarded}
                  </Box>
                </>
              )}
              {row.folded > 0 && (
                <Box component="span" sx={{ fontWeight: 400, letterSpacing: 0 }}>
                  · {row.folded} {row.folded === 1 ? 'kind' : 'kinds'} with nothing
                </Box>
              )}
            </CellButton>
          </th>
        </tr>
      );
    }
    const button = (column: number) => {
      const one = row.cells.find((each) => each.column === column);
      return (
        one &&
        row.kind !== 'function' && (
          <ReachButton
            key={column}
            cell={one}
            type={row.type}
            name={
              row.kind === 'field'
                ? `${column === 1 ? 'view' : 'change'} ${row.field.label.toLowerCase()} of`
                : (row.type.operations[column - 1]?.name ?? '')
            }
            at={{ row: index, column }}
            cursor={cursor === column}
            selected={selected.split(' ').includes(refKey(one.ref))}
            counted={counts?.get(refKey(one.ref))}
            onClick={(...pressed) => actions.current.click(...pressed)}
          />
        )
      );
    };
    const cells = (
      <>
        {[1, 2, 3, 4].map((column) => (
          <td key={column}>{button(column)}</td>
        ))}
        {own > 0 && (
          <td>
            <Box sx={{ display: 'flex', flexWrap: 'wrap' }}>
              {Array.from({ length: own }, (_, i) => button(i + 5))}
            </Box>
          </td>
        )}
      </>
    );
    return (
      <tr data-field={row.kind === 'field' || undefined}>
        <th scope="row">
          <CellButton
            data-at={`${index}:0`}
            tabIndex={cursor === 0 ? 0 : -1}
            aria-expanded={row.kind === 'type' ? row.open : undefined}
            aria-label={headName(row)}
            onClick={(event) => {
              if (row.kind === 'type') {
                actions.current.toggle(row.type.key);
              }
              actions.current.click({ row: index, column: 0 }, event.currentTarget, false);
            }}
            sx={{ gap: 0.75, pl: row.kind === 'field' ? 3.5 : undefined }}
          >
            {row.kind === 'type' && <Wedge open={row.open} />}
            <Box component="span" sx={{ fontWeight: row.kind === 'field' ? 400 : 600 }}>
              {row.kind === 'type' && row.type.singular}
              {row.kind === 'field' && row.field.label}
              {row.kind === 'function' && row.function.name}
            </Box>
            {row.kind === 'field' && row.field.guarded && <Shield label="guarded" />}
          </CellButton>
        </th>
        {row.kind === 'type' && cells}
        {row.kind === 'field' && row.field.guarded && cells}
        {row.kind === 'field' && !row.field.guarded && (
          <td colSpan={own > 0 ? 5 : 4}>
            <Box component="span" sx={{ px: 1, color: 'text.secondary' }}>
              {['open with its record', ...row.field.classifications].join(' · ')}
            </Box>
          </td>
        )}
        {row.kind === 'function' && (
          <td colSpan={own > 0 ? 5 : 4}>
            <Levels
              row={row}
              at={{ row: index, column: 1 }}
              cursor={cursor === 1}
              onClick={(...pressed) => actions.current.click(...pressed)}
            />
          </td>
        )}
      </tr>
    );
  },
  (one, other) =>
    one.sign === other.sign &&
    one.index === other.index &&
    one.own === other.own &&
    one.cursor === other.cursor &&
    one.selected === other.selected &&
    one.row.key === other.row.key,
);

function headName(row: Exclude<GridRow, { kind: 'area' }>): string {
  switch (row.kind) {
    case 'type':
      return `${row.type.singular}, fields`;
    case 'field':
      return `${row.type.singular}, ${row.field.label}`;
    case 'function':
      return row.function.name;
  }
}
