import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Facts } from '../app/parts';
import type { RecordType, TableProposed } from './api';
import { columnsOf, keyedBy, keyOf, servesAs } from './tables';

type Props = {
  type: RecordType;
  /** Keys of the record types' tables that are governed. */
  governed: Set<string>;
  /** The tables of the database, where they can be read; none otherwise. */
  tables: TableProposed[];
  onChange: (type: RecordType) => void;
};

/** In which table records of a type are, and what tells them apart there. */
export function TypeTable({ type, governed, tables, onChange }: Props) {
  const own = tables.find((one) => one.table === type.table);
  const others = tables.filter(
    (one) => one.table !== type.table && !governed.has(one.table) && servesAs(type, one),
  );
  const keys = own?.keys ?? [];
  const now = columnsOf(keyOf(type));
  if (tables.length === 0) {
    return (
      <Facts
        facts={[
          ['Kept in', type.table ?? ''],
          ['Told apart by', now],
        ]}
      />
    );
  }
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      <TextField
        select
        size="small"
        label="Kept in"
        value={type.table ?? ''}
        helperText={
          others.length === 0
            ? 'No other table has all columns of its fields.'
            : 'Tables that have all columns of its fields.'
        }
        onChange={(event) => onChange({ ...type, table: event.target.value })}
      >
        {!own && <MenuItem value={type.table ?? ''}>{type.table}, which cannot be read</MenuItem>}
        {(own ? [own, ...others] : others).map((one) => (
          <MenuItem key={one.table} value={one.table}>
            {one.table}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="Told apart by"
        value={now}
        helperText="What the database keeps unique; shares and references name them by it."
        onChange={(event) => {
          const key = keys.find((one) => columnsOf(one) === event.target.value);
          if (key) {
            onChange(keyedBy(type, key));
          }
        }}
      >
        {keys.every((one) => columnsOf(one) !== now) && <MenuItem value={now}>{now}</MenuItem>}
        {keys.map((one) => (
          <MenuItem key={columnsOf(one)} value={columnsOf(one)}>
            {columnsOf(one)}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
