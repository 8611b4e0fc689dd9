import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { memo, type RefObject } from 'react';
import { CellButton } from '../ask/gridParts';
import { Shield, Wedge } from '../ask/marks';
import { Levels, ReachButton } from './BenchCells';
import { type At, type Counted, type GridRow, refKey } from './grid';

/** Keys of the cells of a row that are taken. */
export function selectedIn(row: GridRow, selected: Set<string>): string {
  return selected.size === 0 || row.kind === 'area'
    ? ''
    : row.cells
        .map((one) => refKey(one.ref))
        .filter((key) => selected.has(key))
        .join(' ');
}

/** All that a row shows, so that only rows that differ are drawn anew. */
export function sign(row: GridRow, counts: Counted | undefined): string {
  if (row.kind === 'area') {
    return `${row.name} ${row.folded} ${row.explanation ?? ''}`;
  }
  return JSON.stringify([
    headOf(row),
    row.kind === 'type' && row.open,
    row.kind === 'function' && row.level,
    row.cells.map((one) => [one.change, one.carried, one.givers, counts?.get(refKey(one.ref))]),
  ]);
}

/** What a row is about, and what is said of it on hover. */
function headOf(row: Exclude<GridRow, { kind: 'area' }>) {
  if (row.kind === 'type') {
    return { name: row.type.singular, explanation: row.type.explanation };
  }
  return row.kind === 'field'
    ? { name: row.field.label, explanation: row.field.explanation, guarded: row.field.guarded }
    : { name: row.function.name, explanation: row.function.explanation };
}

type RowProps = {
  row: GridRow;
  sign: string;
  index: number;
  /** Lets the height of the row be measured; left out where all rows are drawn. */
  measure?: ((element: HTMLElement | null) => void) | undefined;
  /** The column in which the cursor stands; -1 for another row. */
  cursor: number;
  selected: string;
  counts: Counted | undefined;
  actions: RefObject<Actions>;
};

export type Actions = {
  click: (at: At, element: HTMLElement, extend: boolean) => void;
  toggle: (type: string) => void;
  fold: (area: string) => void;
};

export const Row = memo(
  function Row({ row, index, measure, cursor, selected, counts, actions }: RowProps) {
    if (row.kind === 'area') {
      return (
        <tr data-area ref={measure} data-index={index}>
          <th colSpan={5} scope="rowgroup">
            <CellButton
              tabIndex={-1}
              title={row.explanation}
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
                  · {row.folded} {row.which}
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
    // A type's own operations stand below the common ones, column by column.
    const lines = Math.ceil(row.cells.length / 4);
    const cells = [1, 2, 3, 4].map((position) => (
      <td key={position} style={lines > 1 ? { verticalAlign: 'top', paddingTop: 2 } : undefined}>
        {Array.from({ length: Math.max(1, lines) }, (_, line) => button(position + 4 * line))}
      </td>
    ));
    const head = headOf(row);
    return (
      <tr data-field={row.kind === 'field' || undefined} ref={measure} data-index={index}>
        <th scope="row">
          <Tooltip describeChild enterDelay={600} title={head.explanation ?? ''}>
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
                {head.name}
              </Box>
              {row.kind === 'field' && row.field.guarded && <Shield label="guarded" />}
            </CellButton>
          </Tooltip>
        </th>
        {row.kind === 'type' && cells}
        {row.kind === 'field' && row.field.guarded && cells}
        {row.kind === 'field' && !row.field.guarded && (
          <td colSpan={4}>
            <Box component="span" sx={{ px: 1, color: 'text.secondary' }}>
              {['open with its record', ...row.field.classifications].join(' · ')}
            </Box>
          </td>
        )}
        {row.kind === 'function' && (
          <td colSpan={4}>
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
