import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and } from '../ask/said';
import { Working } from '../ask/Working';
import { useApproval, useDoing } from './api';
import { PreviewShown } from './PreviewShown';

/** What a change that waits would do now, and somebody's word on it. */
export function WaitingDialog({ id, onClose }: { id: string; onClose: () => void }) {
  const look = useApproval(id);
  const [note, setNote] = useState('');
  const path = { params: { path: { id } } };
  const agree = useDoing(
    () => data(api.POST('/api/approvals/{id}/agree', path)),
    (answer) => answer.made && onClose(),
  );
  const refuse = useDoing(
    () => data(api.POST('/api/approvals/{id}/refuse', { ...path, body: { note } })),
    onClose,
  );
  const failed = agree.error ?? refuse.error;
  const { waiting, consequence, problem } = look.data ?? {};
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="waiting-title">
      <Box sx={{ p: 3, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
        <Typography id="waiting-title" variant="h2" component="h2">
          {waiting?.what ?? 'A change that waits'}
        </Typography>
        <Typography color="textSecondary" sx={{ mb: 1.5 }}>
          {waiting && `${waiting.mine ? 'You want' : `${waiting.author} wants`} this`}
          {waiting?.why && `: “${waiting.why}”`}
        </Typography>
        <Box sx={{ overflowY: 'auto', height: 270 }}>
          {look.isPending && <Working lines={4} />}
          {look.isError && <Trouble error={look.error} again={() => look.refetch()} />}
          {problem && (
            <Remark tone="bad" role="alert">
              It cannot be done any more. {problem}
            </Remark>
          )}
          {failed && (
            <Remark tone="bad" role="alert">
              {failed.message}
            </Remark>
          )}
          {agree.data && (
            <Remark tone="good" role="status">
              You have agreed. It also needs the word of{' '}
              {and(agree.data.still.map((one) => one.name))}, and waits for that.
            </Remark>
          )}
          {consequence && !agree.data && <PreviewShown told={consequence} />}
        </Box>
        {waiting && !waiting.mine && !agree.data && (
          <TextField
            size="small"
            label={`If you decline: what you tell ${waiting.author}`}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 500 } }}
            sx={{ mt: 1.5 }}
          />
        )}
        <Box sx={{ display: 'flex', gap: 1, mt: 2.5, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Close
          </Button>
          {waiting && !agree.data && (
            <Button
              variant="outlined"
              color="error"
              disabled={refuse.isPending}
              onClick={() => refuse.mutate(undefined)}
            >
              {waiting.mine ? 'Take it back' : 'Decline'}
            </Button>
          )}
          {waiting && !waiting.mine && !waiting.agreed && !agree.data && (
            <Button
              variant="contained"
              disabled={!consequence || agree.isPending}
              onClick={() => agree.mutate(undefined)}
            >
              {agree.isPending ? 'Working' : 'Agree'}
            </Button>
          )}
        </Box>
      </Box>
    </Dialog>
  );
}
