import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import { type Batch, say, useMessage } from './api';

const SAVED_AFTER_MS = 500;

/** The personal note, the message as it will be, and sending it. */
export function MessageStep({ batch }: { batch: Batch }) {
  const id = batch.line.id;
  const [note, setNote] = useState(batch.note);
  const [compare, setCompare] = useState(batch.compare);
  const message = useMessage(id);
  const save = useDoing((latest: Batch) => say(latest, { note, compare }));
  const send = useDoing(() =>
    data(api.POST('/api/bring-in/{id}/send', { params: { path: { id } } })),
  );
  const saved = note === batch.note && compare === batch.compare;
  const saving = useRef(save.mutate);
  saving.current = save.mutate;
  useEffect(() => {
    if (saved) {
      return;
    }
    const timer = setTimeout(() => saving.current(batch), SAVED_AFTER_MS);
    return () => clearTimeout(timer);
  }, [saved, batch]);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4 }}>
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <TextField
          multiline
          minRows={5}
          label="A note of yours"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <FormControlLabel
          control={<Checkbox checked={compare} onChange={(_, on) => setCompare(on)} />}
          label="They also have to say a code that I read to them"
        />
        <Typography color="textSecondary" variant="body2">
          Each gets a link that works once, for fourteen days. A code stands on the person&apos;s
          sheet, and in no message.
        </Typography>
        {send.isError && <Trouble error={send.error} again={() => send.mutate(undefined)} />}
        {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
        {!batch.given && (
          <Remark tone="care">
            They are given no role: unless unit or team gives them something, they will be able to
            do nothing.
          </Remark>
        )}
        <div>
          <Button
            variant="contained"
            disabled={batch.ready === 0 || !saved || send.isPending}
            onClick={() => send.mutate(undefined)}
          >
            {batch.ready === 1 ? 'Invite 1 person' : `Invite ${number(batch.ready)} people`}
          </Button>
        </div>
      </Box>
      <Box
        component="article"
        aria-label="The message"
        sx={{ bgcolor: 'background.paper', border: '1px solid', borderColor: 'divider', p: 3 }}
      >
        {message.isError && <Remark tone="bad">{message.error.message}</Remark>}
        {message.data && (
          <>
            <Typography variant="h2" component="h2">
              {message.data.subject}
            </Typography>
            <Typography color="textSecondary" sx={{ mb: 2 }}>
              to {message.data.to}
              {batch.ready > 1 ? `, and ${number(batch.ready - 1)} more like it` : ''}
            </Typography>
            <Box sx={{ whiteSpace: 'pre-wrap' }}>
              {message.data.body.replace('{link}', '(the link, made as the message leaves)')}
            </Box>
          </>
        )}
      </Box>
    </Box>
  );
}
