import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { useDoing } from './api';

type Props = {
  title: string;
  label: string;
  confirm: string;
  does: (name: string) => Promise<string>;
  onClose: () => void;
  onDone: (key: string) => void;
};

/** Something new that needs a name and nothing else. */
export function NameDialog({ title, label, confirm, does, onClose, onDone }: Props) {
  const [name, setName] = useState('');
  const doing = useDoing(does, (key) => {
    onClose();
    onDone(key);
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    doing.mutate(name);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="name-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 2 }}>
        <Typography id="name-title" variant="h2" component="h2">
          {title}
        </Typography>
        <TextField
          autoFocus
          size="small"
          label={label}
          value={name}
          error={doing.isError}
          helperText={doing.error?.message}
          onChange={(event) => setName(event.target.value)}
        />
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button
            type="submit"
            variant="contained"
            disabled={name.trim() === '' || doing.isPending}
          >
            {confirm}
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
