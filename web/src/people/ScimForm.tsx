import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data } from '../api/client';
import { type SourceSheet, useDoing } from './api';
import { allRights, SourceRights } from './SourceRights';

type Props = { source?: SourceSheet; onClose: () => void };

/** What a system that pushes is called, and whether it lets people in. */
export function ScimForm({ source, onClose }: Props) {
  const [name, setName] = useState(source?.name ?? '');
  const [invite, setInvite] = useState(source?.invite ?? false);
  const [rights, setRights] = useState(source?.rights ?? allRights);
  const make = useDoing(() => {
    const body = { kind: 'scim' as const, name, invite, rights };
    return source
      ? data(api.PUT('/api/sources/{id}', { params: { path: { id: source.id } }, body }))
      : data(api.POST('/api/sources', { body }));
  }, onClose);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate(undefined);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="scim-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 1.75 }}>
        <Typography id="scim-title" variant="h2" component="h2">
          {source ? `Change ${source.name}` : 'A system that pushes people by SCIM 2.0'}
        </Typography>
        <TextField
          autoFocus
          size="small"
          label="Name"
          value={name}
          error={make.isError}
          helperText={make.error?.message ?? 'As people know it: "Personnel", "Sign-on"'}
          onChange={(event) => setName(event.target.value)}
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={invite} onChange={(_, on) => setInvite(on)} />}
          label="Send those it makes active an invitation to set a password"
        />
        <SourceRights rights={rights} onChange={setRights} />
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={make.isPending}>
            {source ? 'Save' : 'Set it up'}
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
