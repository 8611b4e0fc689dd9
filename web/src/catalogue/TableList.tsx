import Box from '@mui/material/Box';
import { type KeyboardEvent, useEffect } from 'react';
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

/** Tables, one to a line, with what each would be. */
export function TableList({ tables, picked, onPick, onKeyDown }: Props) {
  useEffect(() => {
    document.getElementById(`table-${picked}`)?.scrollIntoView({ block: 'nearest' });
  }, [picked]);
  return (
    <Box
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
      {tables.map((table) => (
        <Box
          key={table.table}
          id={`table-${table.table}`}
          role="option"
          aria-selected={table.table === picked}
          onClick={() => onPick(table.table)}
          sx={{
            display: 'grid',
            gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) 66px 66px',
            gap: 1.25,
            alignItems: 'center',
            px: 1.25,
            minHeight: 31,
            fontSize: 13.5,
            cursor: 'default',
            borderBottom: '1px solid',
            borderColor: 'divider',
            bgcolor: table.table === picked ? 'action.selected' : undefined,
            contentVisibility: 'auto',
            containIntrinsicSize: 'auto 32px',
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
      ))}
    </Box>
  );
}
