import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { Key } from '../app/Keys';
import { number } from '../ask/said';
import { PickPerson } from '../people/PickOne';
import type { CountFor, Counting } from './counted';
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
  counting: Counting;
  onCountFor: (whom: CountFor) => void;
};

/** What stands above the grid: finding a type, folding away, and whom to count for. */
export const GridTools = memo(function GridTools(props: Props) {
  const { folding, onFold, counting, onCountFor } = props;
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
      <WhomToCountFor counting={counting} onCountFor={onCountFor} />
    </Box>
  );
});

function said({ countFor, example, holders }: Counting): string {
  if (countFor === 'all') {
    const people = holders?.people ?? 0;
    const some = holders && holders.looked < holders.people && holders.looked >= LOOKED_AT_MOST;
    return `Counted for ${people === 1 ? 'the one holder' : `all ${number(people)} holders`}${
      some ? `, by ${number(holders.looked)} of them` : ''
    }`;
  }
  if (example) {
    return `Counted for ${example.name}${countFor === 'most' ? ', who has most' : ''}`;
  }
  return holders?.people === 0 && countFor === 'most'
    ? 'Nobody holds it: count for somebody'
    : 'Count for somebody';
}

/** As many different accesses as the server looks at. */
const LOOKED_AT_MOST = 200;

function WhomToCountFor({
  counting,
  onCountFor,
}: {
  counting: Counting;
  onCountFor: (whom: CountFor) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [choosing, setChoosing] = useState(false);
  const choose = (whom: CountFor) => {
    setAnchor(null);
    onCountFor(whom);
  };
  if (choosing) {
    return (
      <PickPerson
        label="Count for"
        value={counting.example}
        width={260}
        onPick={(person) => {
          setChoosing(false);
          if (person) {
            onCountFor({ person: person.key });
          }
        }}
      />
    );
  }
  const choices: [CountFor, string][] = [
    ['most', 'The holder who has most'],
    ['all', 'All holders, from the least to the most'],
    ['none', 'Nobody: reaches only'],
  ];
  return (
    <>
      <Button
        variant="text"
        size="small"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {said(counting)}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {choices.map(([whom, words]) => (
          <MenuItem
            key={words}
            dense
            selected={counting.countFor === whom}
            onClick={() => choose(whom)}
          >
            {words}
          </MenuItem>
        ))}
        <MenuItem
          dense
          selected={typeof counting.countFor !== 'string'}
          onClick={() => {
            setAnchor(null);
            setChoosing(true);
          }}
        >
          Somebody else …
        </MenuItem>
      </Menu>
    </>
  );
}

/** The keys of the grid, below it. */
export const GridKeys = memo(function GridKeys() {
  const keys: [string[], string][] = [
    [['←', '↑', '↓', '→'], 'move'],
    [['shift', '→'], 'take several'],
    [['0', '7'], 'reach'],
    [['f'], 'fields'],
    [['w'], 'a condition'],
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
});
