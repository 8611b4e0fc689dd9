import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';

type Named = Schemas['Named'];

const NAMED = 3;

function or(people: Named[]): string {
  const names = people.map((one) => one.name);
  if (names.length > NAMED + 1) {
    return `${names.slice(0, NAMED).join(', ')} or ${names.length - NAMED} others`;
  }
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;
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
        label={`What you tell ${or(people)}`}
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
      They have been written to. Nothing changes until one of them agrees; it waits under{' '}
      <Link to="/people/requests">Requests</Link>, where you can take it back.
    </Typography>
  );
}
