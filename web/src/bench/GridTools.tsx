import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useState } from 'react';
import { Key } from '../app/Keys';
import { type Picked, PickPerson } from '../people/PickOne';
import type { Folding } from './grid';

export const UNFOLDED: Folding = {
  open: new Set(),
  closed: new Set(),
  onlyGiven: false,
  search: '',
};

type Props = {
  folding: Folding;
  onFold: (folding: Folding) => void;
  /** Whom the numbers are of; null for none. */
  example: Picked | null;
  onExample: (person: Picked | null) => void;
};

/** What stands above the grid: finding a type, folding away, and whom to count for. */
export function GridTools({ folding, onFold, example, onExample }: Props) {
  const [choosing, setChoosing] = useState(false);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
      <InputBase
        type="search"
        value={folding.search}
        placeholder="Find a kind of record"
        inputProps={{ 'aria-label': 'Find a kind of record' }}
        onChange={(event) => onFold({ ...folding, search: event.target.value })}
        sx={{
          width: 190,
          height: 30,
          px: 1.25,
          bgcolor: 'background.paper',
          border: '1px solid',
          borderColor: 'divider',
          borderRadius: 1,
          fontSize: 13.5,
        }}
      />
      <Button
        variant="text"
        size="small"
        aria-pressed={folding.onlyGiven}
        onClick={() => onFold({ ...folding, onlyGiven: !folding.onlyGiven, closed: new Set() })}
      >
        {folding.onlyGiven ? 'Show everything' : 'Only what is given'}
      </Button>
      <Box sx={{ flex: 1 }} />
      {choosing ? (
        <PickPerson
          label="Count for"
          value={example}
          width={260}
          onPick={(person) => {
            onExample(person);
            setChoosing(false);
          }}
        />
      ) : (
        <Button variant="text" size="small" onClick={() => setChoosing(true)}>
          {example ? `Counted for ${example.name}` : 'Count for somebody'}
        </Button>
      )}
      {example && !choosing && (
        <Button variant="text" size="small" onClick={() => onExample(null)}>
          Do not count
        </Button>
      )}
    </Box>
  );
}

/** The keys of the grid, below it. */
export function GridKeys() {
  const keys: [string[], string][] = [
    [['←', '↑', '↓', '→'], 'move'],
    [['shift', '→'], 'take several'],
    [['0', '7'], 'reach'],
    [['f'], 'fields'],
    [['space'], 'level'],
    [['Delete'], 'clear'],
  ];
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 2,
        mt: 1.25,
        color: 'text.secondary',
        fontSize: 13,
        flexWrap: 'wrap',
      }}
    >
      {keys.map(([names, does]) => (
        <Box key={does} component="span" sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
          {names.map((one) => (
            <Key key={one}>{one}</Key>
          ))}
          {does}
        </Box>
      ))}
    </Box>
  );
}
