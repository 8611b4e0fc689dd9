import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useState } from 'react';
import type { GridRow } from './grid';

/** Up to so many rows are all drawn: they can be found and printed by the browser then. */
const WHOLE_UP_TO = 60;
const BEYOND = 12;

/** How high a row is before it is measured, in pixels. */
function height(row: GridRow | undefined): number {
  switch (row?.kind) {
    case 'area':
      return 28;
    case 'type':
      return 32 + 40 * Math.max(0, Math.ceil(row.cells.length / 4) - 1);
    default:
      return 29;
  }
}

/** What scrolls an element. */
function scroller(element: HTMLElement | null): HTMLElement | null {
  for (let one = element?.parentElement; one; one = one.parentElement) {
    if (/(auto|scroll)/.test(getComputedStyle(one).overflowY)) {
      return one;
    }
  }
  return null;
}

export type Drawn = {
  rows: { row: GridRow; index: number }[];
  /** Room of the rows above and below that are not drawn, in pixels. */
  above: number;
  below: number;
  measure?: ((element: HTMLElement | null) => void) | undefined;
  /** Scrolls to a row that is not drawn. */
  bring: (row: number) => void;
};

/** The rows that are in sight, with some beyond; all of them where they are few. */
export function useDrawn(rows: GridRow[], table: RefObject<HTMLTableElement | null>): Drawn {
  const whole = rows.length <= WHOLE_UP_TO;
  const [scrolls, setScrolls] = useState<HTMLElement | null>(null);
  const [margin, setMargin] = useState(0);
  useEffect(() => {
    const found = scroller(table.current);
    setScrolls(found);
    if (found && table.current) {
      setMargin(
        table.current.getBoundingClientRect().top -
          found.getBoundingClientRect().top +
          found.scrollTop,
      );
    }
  }, [table]);
  const virtual = useVirtualizer({
    count: rows.length,
    enabled: !whole,
    getScrollElement: () => scrolls,
    estimateSize: (index) => height(rows[index]),
    getItemKey: (index) => `${rows[index]?.kind}:${rows[index]?.key}`,
    overscan: BEYOND,
    scrollMargin: margin,
    scrollPaddingStart: 60,
    scrollPaddingEnd: 60,
  });
  if (whole) {
    return {
      rows: rows.map((row, index) => ({ row, index })),
      above: 0,
      below: 0,
      bring: () => {},
    };
  }
  const items = virtual.getVirtualItems();
  const start = (items[0]?.start ?? margin) - margin;
  const end = (items[items.length - 1]?.end ?? margin) - margin;
  return {
    rows: items.flatMap(({ index }) => {
      const row = rows[index];
      return row ? [{ row, index }] : [];
    }),
    above: start,
    below: virtual.getTotalSize() - end,
    measure: virtual.measureElement,
    bring: (row) => virtual.scrollToIndex(row, { align: 'auto' }),
  };
}
