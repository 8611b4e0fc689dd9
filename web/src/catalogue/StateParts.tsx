import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { Part, Remark } from '../app/parts';
import { useDoing } from '../people/api';

type Line = Schemas['ApplicationLine'];

/** Whether anybody has access; the application as a file; and how it is taken away. */
export function StateParts({ line }: { line: Line }) {
  const [ending, setEnding] = useState(false);
  const path = { application: line.key };
  const paused = line.state === 'paused';
  const turn = useDoing(() =>
    data(
      api.PUT('/api/applications/{application}/state', {
        params: { path },
        body: { state: paused ? 'open' : 'paused' },
      }),
    ),
  );
  return (
    <>
      <Part title="Pause it">
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
          <Typography sx={{ flex: 1, maxWidth: 720 }}>
            {paused
              ? 'It is paused: nobody has access to anything of it, and programs that ask are told no. What is designed is kept.'
              : 'While it is paused nobody has access to anything of it, and programs that ask are told no. What is designed is kept.'}
          </Typography>
          <Button
            variant="outlined"
            disabled={turn.isPending}
            onClick={() => turn.mutate(undefined)}
          >
            {paused ? 'Let it go on' : 'Pause it'}
          </Button>
        </Box>
        {turn.isError && <Remark tone="bad">{turn.error.message}</Remark>}
      </Part>
      <Part title="As a file">
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
          <Typography sx={{ flex: 1, maxWidth: 720 }}>
            What is governed and designed, how its database is reached (without the password), and
            every publication, in one archive.
          </Typography>
          <Button
            variant="outlined"
            href={`/api/applications/${encodeURIComponent(line.key)}/export`}
            download
          >
            Take it out
          </Button>
        </Box>
      </Part>
      <Part title="Take it away">
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
          <Typography sx={{ flex: 1, maxWidth: 720 }}>
            Nothing of it is governed any more, nobody has access, and its drafts and its connection
            are gone. Its history stays in the Ledger.
          </Typography>
          <Button variant="outlined" color="error" onClick={() => setEnding(true)}>
            Take it away …
          </Button>
        </Box>
      </Part>
      {ending && <TakeAwayDialog line={line} onClose={() => setEnding(false)} />}
    </>
  );
}

function TakeAwayDialog({ line, onClose }: { line: Line; onClose: () => void }) {
  const [name, setName] = useState('');
  const navigate = useNavigate();
  const away = useDoing(
    () =>
      data(
        api.DELETE('/api/applications/{application}', {
          params: { path: { application: line.key }, query: { name } },
        }),
      ),
    () => navigate('/catalogue'),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    away.mutate(undefined);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="end-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 2 }}>
        <Typography id="end-title" variant="h2" component="h2">
          Take away {line.name}?
        </Typography>
        <Typography>
          This cannot be undone. Type <b>{line.name}</b>, so that it is the right one.
        </Typography>
        <TextField
          autoFocus
          size="small"
          label="Its name"
          value={name}
          autoComplete="off"
          onChange={(event) => setName(event.target.value)}
        />
        {away.isError && (
          <Remark tone="bad" role="alert">
            {away.error.message}
          </Remark>
        )}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Keep it
          </Button>
          <Button
            type="submit"
            variant="contained"
            color="error"
            disabled={name !== line.name || away.isPending}
          >
            Take it away
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
