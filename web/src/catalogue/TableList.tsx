import Box from '@mui/material/Box';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, memo, useEffect, useState } from 'react';
import { number } from '../ask/said';
import type { TableProposed } from './api';

type Props = {
  tables: TableProposed[];
  picked: string;
  onPick: (table: string) => void;
  onKeyDown: (event: KeyboardEvent) => void;
};

const asides: Partial<Record<TableProposed['use'], string>> = {
  choices: 'short list',
  links: 'links',
  noRecords: 'its own',
  withoutKey: 'no key',
  governed: 'governed',
};

/** What is decided of a table; while nothing is, why it is none that had better be governed. */
function mark({ use, decision }: TableProposed) {
  return decision === 'open' || use === 'governed' ? (asides[use] ?? '') : decision;
}

/** Up to so many are all drawn: they can be found and printed by the browser then. */
const WHOLE_UP_TO = 60;
const HEIGHT = 32;

/** Tables, one to a line, with what each would be; of many, those in view are drawn. */
export function TableList({ tables, picked, onPick, onKeyDown }: Props) {
  const [scrolls, setScrolls] = useState<HTMLElement | null>(null);
  const whole = tables.length <= WHOLE_UP_TO;
  const virtual = useVirtualizer({
    count: tables.length,
    enabled: !whole,
    getScrollElement: () => scrolls,
    estimateSize: () => HEIGHT,
    overscan: 12,
  });
  const at = tables.findIndex((one) => one.table === picked);
  useEffect(() => {
    if (!whole && at >= 0 && scrolls) {
      virtual.scrollToIndex(at);
    } else {
      document.getElementById(`table-${picked}`)?.scrollIntoView({ block: 'nearest' });
    }
  }, [picked, at, whole, scrolls, virtual]);
  const drawn = whole ? tables.map((_, index) => index) : virtual.getVirtualIndexes();
  const above = (drawn[0] ?? 0) * HEIGHT;
  const below = (tables.length - 1 - (drawn[drawn.length - 1] ?? -1)) * HEIGHT;
  return (
    <Box
      ref={setScrolls}
      role="listbox"
      aria-label="Tables"
      tabIndex={0}
      aria-activedescendant={picked ? `table-${picked}` : undefined}
      onKeyDown={onKeyDown}
      sx={{
        maxHeight: 'calc(100vh - 250px)',
        overflowY: 'auto',
        bgcolor: 'background.paper',
        border: '1px solid',
        borderColor: 'divider',
        borderRadius: 1,
      }}
    >
      <Box sx={{ pt: `${above}px`, pb: `${below}px` }}>
        {drawn.map((index) => {
          const table = tables[index];
          return (
            table && (
              <Line
                key={table.table}
                table={table}
                place={index + 1}
                of={tables.length}
                picked={table.table === picked}
                onPick={onPick}
              />
            )
          );
        })}
      </Box>
    </Box>
  );
}

type LineProps = {
  table: TableProposed;
  /** Where it stands among all of them, from one. */
  place: number;
  of: number;
  picked: boolean;
  onPick: (table: string) => void;
};

const Line = memo(({ table, place, of, picked, onPick }: LineProps) => (
  <Box
    id={`table-${table.table}`}
    role="option"
    aria-selected={picked}
    aria-posinset={place}
    aria-setsize={of}
    onClick={() => onPick(table.table)}
    sx={{
      display: 'grid',
      gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) 66px 66px',
      gap: 1.25,
      alignItems: 'center',
      px: 1.25,
      height: HEIGHT,
      fontSize: 13.5,
      cursor: 'default',
      borderBottom: '1px solid',
      borderColor: 'divider',
      bgcolor: picked ? 'action.selected' : undefined,
    }}
  >
    <Box sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
      <Box
        component="span"
        sx={
          table.recommended || table.decision === 'taken'
            ? { fontWeight: 600 }
            : { color: 'text.secondary' }
        }
      >
        {table.recordType?.plural ?? table.table.replace(/^.*\./, '')}
      </Box>
    </Box>
    <Box
      sx={{
        color: 'text.secondary',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
        direction: 'rtl',
        textAlign: 'left',
      }}
    >
      <bdi>{table.table}</bdi>
    </Box>
    <Box sx={{ textAlign: 'right', color: 'text.secondary' }}>
      {table.rows === undefined ? '' : number(table.rows)}
    </Box>
    <Box
      sx={{
        textAlign: 'right',
        fontSize: 12.5,
        fontWeight: table.decision === 'open' ? 400 : 600,
        color: table.decision === 'taken' ? 'primary.main' : 'text.secondary',
      }}
    >
      {mark(table)}
    </Box>
  </Box>
));
