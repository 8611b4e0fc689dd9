import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Lookup, TableProposed } from './api';
import { identifiers, type Place, places } from './tables';

type Identifier = NonNullable<Lookup['identifier']>;

type Props = {
  place: Place;
  lookup: Lookup | undefined;
  tables: TableProposed[];
  onDone: (lookup: Lookup | undefined) => void;
};

/** Says how what a field holds leads to the directory: by itself, or by a table. */
export function LookupForm({ place, lookup, tables, onDone }: Props) {
  const [identifier, setIdentifier] = useState<Identifier>(
    lookup?.identifier ?? `${places[place]}Key`,
  );
  const [table, setTable] = useState(lookup?.table ?? '');
  const [from, setFrom] = useState(lookup?.from ?? '');
  const [to, setTo] = useState(lookup?.to ?? '');
  const columns = tables.find((one) => one.table === table)?.columns ?? [];
  const own = table === '' && identifier === `${places[place]}Key`;
  const lacking = table !== '' && (from === '' || to === '');
  const choice = (
    label: string,
    value: string,
    onChoose: (value: string) => void,
    all: [string, string][],
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={all.some(([key]) => key === value) ? value : ''}
      onChange={(event) => onChoose(event.target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {all.map(([key, word]) => (
        <MenuItem key={key} value={key}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  );
  const named = columns.map((one): [string, string] => [one, one]);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, mt: 1.5, mb: 1 }}>
      {choice(
        'Known as',
        identifier,
        (value) => setIdentifier(value as Identifier),
        Object.entries(identifiers).filter(([key]) => key.startsWith(places[place])),
      )}
      {choice(
        'By the table',
        table,
        (value) => {
          setTable(value);
          setFrom('');
          setTo('');
        },
        [
          ['', 'None: the field has it itself'],
          ...tables.map((one): [string, string] => [one.table, one.table]),
        ],
      )}
      {table !== '' && choice('Its column with what the field has', from, setFrom, named)}
      {table !== '' && choice('Its column with what they are known as', to, setTo, named)}
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Button
          size="small"
          variant="contained"
          disabled={lacking}
          onClick={() =>
            onDone(own ? undefined : { identifier, ...(table === '' ? {} : { table, from, to }) })
          }
        >
          Lead there
        </Button>
      </Box>
    </Box>
  );
}
