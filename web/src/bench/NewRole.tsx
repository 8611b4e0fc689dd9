import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import type { Bench } from './api';
import type { ChangePart } from './queue';
import { begun, fitted, STARTERS } from './starters';

type Props = {
  bench: Bench;
  taken: { roles: Set<string>; sets: Set<string> };
  onMake: (changes: ChangePart[], key: string) => void;
  onClose: () => void;
};

/** A new role: empty, or begun from one that is fitted to this application. */
export function NewRole({ bench, taken, onMake, onClose }: Props) {
  const [name, setName] = useState('');
  const [starter, setStarter] = useState('');
  const guarded = new Set(bench.areas.filter((one) => one.stewards).map((one) => one.key));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const from = STARTERS.find((one) => one.key === starter) ?? null;
    const { changes, role } = begun(from, name.trim(), bench.types, guarded, taken);
    onMake(changes, role);
  };
  const choices = [
    { key: '', name: 'Empty', for: 'Nothing yet: take sets in, or set reaches.' },
    ...STARTERS,
  ];
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="new-role-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 2 }}>
        <Typography id="new-role-title" variant="h2" component="h2">
          New role
        </Typography>
        <TextField
          autoFocus
          size="small"
          label="What people call it"
          value={name}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          onChange={(event) => setName(event.target.value)}
        />
        <Box role="radiogroup" aria-label="Begin with" sx={{ display: 'grid', gap: 0.5 }}>
          {choices.map((one) => (
            <ButtonBase
              key={one.key}
              role="radio"
              aria-checked={starter === one.key}
              onClick={() => {
                setStarter(one.key);
                if (name === '' || STARTERS.some((other) => other.name === name)) {
                  setName(one.key === '' ? '' : one.name);
                }
              }}
              sx={{
                justifyContent: 'flex-start',
                textAlign: 'left',
                gap: 1.5,
                p: '6px 10px',
                borderRadius: 1,
                border: '1px solid',
                borderColor: starter === one.key ? 'text.primary' : 'divider',
                bgcolor: starter === one.key ? 'action.selected' : undefined,
              }}
            >
              <Box sx={{ width: 150, flex: 'none', fontWeight: 600 }}>{one.name}</Box>
              <Box sx={{ color: 'text.secondary', fontSize: 13, flex: 1 }}>{one.for}</Box>
              {'operations' in one && (
                <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>
                  {fitted(one, bench.types, guarded).length} privileges
                </Box>
              )}
            </ButtonBase>
          ))}
        </Box>
        <Typography variant="body2" color="textSecondary">
          What you begin with is fitted to the record types here; guarded areas are left out.
        </Typography>
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={name.trim() === ''}>
            Make it
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
