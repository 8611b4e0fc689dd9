import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { and } from '../ask/said';

type Named = Schemas['Named'];

const NAMED = 3;

function some(people: Named[]): string {
  const names = people.map((one) => one.name);
  return names.length > NAMED + 1
    ? and([...names.slice(0, NAMED), `${names.length - NAMED} others`])
    : and(names);
}

type Props = { people: Named[]; busy: boolean; onAsk: (why: string) => void };

/** What is not one's own to do can be asked of somebody who can agree. */
export function Asking({ people, busy, onAsk }: Props) {
  const [why, setWhy] = useState('');
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'center' }}>
      <TextField
        size="small"
        fullWidth
        label={`What you tell ${some(people)}`}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      <Button
        variant="contained"
        color="warning"
        disabled={busy}
        sx={{ whiteSpace: 'nowrap' }}
        onClick={() => onAsk(why)}
      >
        Ask to agree
      </Button>
    </Box>
  );
}

/** Once asked. */
export function Asked() {
  return (
    <Typography role="status">
      They have been written to. Nothing changes until somebody who has to agree does; it waits
      under{' '}
      <MuiLink component={Link} to="/people/requests">
        Requests
      </MuiLink>
      , where you can take it back.
    </Typography>
  );
}
