import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Trouble } from '../app/Trouble';
import type { Slots } from '../ask/question';
import { useReason } from './look';

/** Asks why one looks through somebody, where nobody may without saying so. */
export function Reason({ slots, name }: { slots: Slots; name: string }) {
  const [reason, setReason] = useState('');
  const say = useReason(slots);
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        say.mutate(reason);
      }}
      sx={{ maxWidth: 560, display: 'grid', gap: 1.5 }}
    >
      <Typography>
        Here nobody looks through somebody without saying why. It is kept in the ledger, and holds
        for an hour.
      </Typography>
      <TextField
        label={`Why you look through ${name}`}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        autoFocus
        multiline
        minRows={2}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      {say.isError && <Trouble error={say.error} again={() => say.mutate(reason)} />}
      <Box>
        <Button type="submit" variant="contained" disabled={reason.trim() === '' || say.isPending}>
          Look through {name}
        </Button>
      </Box>
    </Box>
  );
}
