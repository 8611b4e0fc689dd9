import { type KeyboardEvent, useRef } from 'react';

const steps: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

function cells(grid: HTMLElement): HTMLElement[][] {
  return [...grid.querySelectorAll('tr')]
    .map((row) => [...row.querySelectorAll<HTMLElement>('[data-cell]')])
    .filter((row) => row.length > 0);
}

/** Arrow keys move between the cells of a grid, of which one at a time is in the tab order. */
export function useGridKeys(others: (key: string, cell: HTMLElement) => boolean) {
  const grid = useRef<HTMLTableElement>(null);

  const focus = (cell: HTMLElement) => {
    for (const other of grid.current?.querySelectorAll<HTMLElement>('[data-cell]') ?? []) {
      other.tabIndex = -1;
    }
    cell.tabIndex = 0;
    cell.focus();
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const at = event.target as HTMLElement;
    if (!grid.current || at.dataset.cell === undefined || event.ctrlKey || event.metaKey) {
      return;
    }
    const step = steps[event.key];
    if (!step) {
      if (others(event.key, at)) {
        event.preventDefault();
      }
      return;
    }
    event.preventDefault();
    const rows = cells(grid.current);
    const row = rows.findIndex((candidates) => candidates.includes(at));
    const column = rows[row]?.indexOf(at) ?? 0;
    const target = rows[row + step[0]];
    const next = target?.[Math.min(column + step[1], target.length - 1)];
    if (next) {
      focus(next);
    }
  };

  const onFocus = (event: { target: EventTarget }) => {
    const cell = event.target as HTMLElement;
    if (cell.dataset.cell !== undefined && cell.tabIndex !== 0) {
      focus(cell);
    }
  };

  return { ref: grid, onKeyDown, onFocus };
}
