import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { type TeamSheet, useDoing } from './api';

type Props = { team: TeamSheet; onClose: () => void };

export function TeamMessage({ team, onClose }: Props) {
  const [subject, setSubject] = useState('');
  const [body, setBody] = useState('');
  const send = useDoing(() =>
    data(
      api.POST('/api/teams/{key}/message', {
        params: { path: { key: team.key } },
        body: { subject, body },
      }),
    ),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send.mutate(undefined);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="message-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 1.75 }}>
        <Typography id="message-title" variant="h2" component="h2">
          Write to the members of {team.name}
        </Typography>
        {send.data ? (
          <Remark tone="good" role="status">
            {send.data.messages === 1
              ? 'One message is on its way.'
              : `${send.data.messages} messages are on their way.`}
          </Remark>
        ) : (
          <>
            <TextField
              size="small"
              label="Subject"
              value={subject}
              onChange={(event) => setSubject(event.target.value)}
            />
            <TextField
              size="small"
              multiline
              minRows={5}
              label="Message"
              value={body}
              onChange={(event) => setBody(event.target.value)}
              helperText="Each active member gets it by mail, with your name under it."
            />
          </>
        )}
        {send.isError && <Remark tone="bad">{send.error.message}</Remark>}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            {send.data ? 'Close' : 'Cancel'}
          </Button>
          {!send.data && (
            <Button type="submit" variant="contained" disabled={send.isPending}>
              Send
            </Button>
          )}
        </Box>
      </Box>
    </Dialog>
  );
}
