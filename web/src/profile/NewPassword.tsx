import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { api, data, Problem } from '../api/client';
import { Remark } from '../app/parts';
import { useDoing } from '../people/api';

export function NewPassword() {
  const [now, setNow] = useState('');
  const [password, setPassword] = useState('');
  const save = useDoing(
    () => data(api.PUT('/api/own/password', { body: { now, password } })),
    () => {
      setNow('');
      setPassword('');
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(undefined);
  };
  const path = save.error instanceof Problem ? save.error.path : undefined;
  return (
    <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.75 }}>
      <TextField
        size="small"
        type="password"
        autoComplete="current-password"
        label="The one you have now"
        value={now}
        error={path === 'now'}
        onChange={(event) => setNow(event.target.value)}
      />
      <TextField
        size="small"
        type="password"
        autoComplete="new-password"
        label="The new one"
        value={password}
        error={path === 'password'}
        helperText="At least 12 characters; a few words in a row are easy to keep in mind."
        onChange={(event) => setPassword(event.target.value)}
      />
      {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
      {save.isSuccess && (
        <Remark tone="good" role="status">
          Changed. You are signed out everywhere else.
        </Remark>
      )}
      <div>
        <Button type="submit" variant="outlined" disabled={!now || !password || save.isPending}>
          Change the password
        </Button>
      </div>
    </Box>
  );
}
