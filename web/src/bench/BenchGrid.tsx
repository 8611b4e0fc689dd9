import Box from '@mui/material/Box';
import { type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Table } from '../ask/gridParts';
import type { Bench } from './api';
import { ReachMenu } from './BenchCells';
import { type Actions, Row, selectedIn, sign } from './BenchRow';
import { useDrawn } from './drawn';
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
  onReach?: (cells: CellRef[], notches: number) => void;
  onClear?: (cells: CellRef[]) => void;
  onLevel?: (key: string, level: number) => void;
  /** Opens what a cell gives under conditions. */
  onConditions?: (cell: GridCell) => void;
  /** Where the cursor stands; null where it is on no cell. */
  onCursor?: (cell: CellRef | null) => void;
  /** Says why something that was tried cannot be. */
  onCannot?: (why: string) => void;
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
  const drawn = useDrawn(rows, table);

  const row = rows[at.row];
  const cursor = row && row.kind !== 'area' ? at : first(rows);
  const current = cellAt(rows, cursor);
  const selected = useMemo(
    () => new Set(anchor ? between(rows, anchor, cursor).map(refKey) : []),
    [rows, anchor, cursor],
  );
  const chosen = (): CellRef[] =>
    anchor ? between(rows, anchor, cursor) : current ? [current.ref] : [];

  // Before anything else is typed, which would go to the cell that had the focus.
  useLayoutEffect(() => {
    if (focus.current) {
      const cell = table.current?.querySelector<HTMLElement>(
        `[data-at="${cursor.row}:${cursor.column}"]`,
      );
      if (!cell) {
        // It is drawn once the rows around it are, and focused then.
        drawn.bring(cursor.row);
        return;
      }
      focus.current = false;
      cell.focus({ preventScroll: true });
      cell.scrollIntoView?.({ block: 'nearest' });
    }
  });

  const { onCursor } = props;
  const currentKey = current ? refKey(current.ref) : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: the cell is told by its key
  useEffect(() => onCursor?.(current?.ref ?? null), [currentKey, onCursor]);

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
      props.onCannot?.(unsaid(bench, unfit, notches) ?? '');
    }
    if (fit.length > 0) {
      props.onReach?.(fit, notches);
    }
  };

  const step = () => {
    if (row?.kind === 'function') {
      props.onLevel?.(row.function.key, (row.level.now + 1) % row.function.levels.length);
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
    } else if (event.key === 'w' && current && current.ref.kind !== 'function') {
      props.onConditions?.(current);
    } else if (event.key === ' ' && row?.kind === 'function' && cursor.column > 0) {
      step();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (row?.kind === 'function') {
        props.onLevel?.(row.function.key, 0);
      } else {
        props.onClear?.(chosen());
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
        aria-rowcount={rows.length + 1}
        sx={{ tableLayout: 'fixed' }}
      >
        <colgroup>
          <col style={{ width: '26%' }} />
        </colgroup>
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
          </tr>
        </thead>
        <tbody>
          <Gap height={drawn.above} />
          {drawn.rows.map(({ row: one, index }) => (
            <Row
              key={`${one.kind}:${one.key}`}
              row={one}
              sign={sign(one, props.counts)}
              index={index}
              measure={drawn.measure}
              cursor={cursor.row === index ? cursor.column : -1}
              selected={selectedIn(one, selected)}
              counts={props.counts}
              actions={actions}
            />
          ))}
          <Gap height={drawn.below} />
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
          onConditions={() => props.onConditions?.(current)}
        />
      )}
    </Box>
  );
}

/** The room of rows that are not drawn. */
function Gap({ height }: { height: number }) {
  return height > 0 ? (
    <tr aria-hidden>
      <td colSpan={5} style={{ height, padding: 0, border: 0 }} />
    </tr>
  ) : null;
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
