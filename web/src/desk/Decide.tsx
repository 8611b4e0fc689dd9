import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useId, useState } from 'react';
import { api, data, withReasons } from '../api/client';
import { DayField } from '../app/Dates';
import { Remark } from '../app/parts';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import { type Picked, PickPerson } from '../people/PickOne';
import type { Line } from './api';

type Props = { lines: Line[]; onClose: () => void };

const ids = (lines: Line[]) => lines.map((one) => one.id);

const called = (lines: Line[]) =>
  lines.length === 1 ? (lines[0]?.sentence ?? '') : `${number(lines.length)} items`;

export function DecideDialog({
  title,
  act,
  may,
  doing,
  onClose,
  wide = false,
  children,
}: {
  title: string;
  act: string;
  wide?: boolean;
  may: boolean;
  doing: { isPending: boolean; error: Error | null; mutate: () => void };
  onClose: () => void;
  children: ReactNode;
}) {
  const label = useId();
  return (
    <Dialog open onClose={onClose} maxWidth={wide ? 'sm' : 'xs'} fullWidth aria-labelledby={label}>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          doing.mutate();
        }}
        sx={{ p: 3, display: 'grid', gap: 1.75 }}
      >
        <Typography id={label} variant="h2" component="h2">
          {title}
        </Typography>
        {children}
        {doing.error && (
          <Remark tone="bad" role="alert">
            {withReasons(doing.error)}
          </Remark>
        )}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={!may || doing.isPending}>
            {act}
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

/** Sets items aside, until a day or until they say something else. */
export function AsideDialog({ lines, onClose }: Props) {
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState('');
  const doing = useDoing<void, unknown>(
    () =>
      data(
        api.POST('/api/desk/aside', {
          body: {
            items: ids(lines),
            reason: reason.trim(),
            ...(until ? { until: new Date(`${until}T00:00`).toISOString() } : {}),
          },
        }),
      ),
    onClose,
  );
  return (
    <DecideDialog
      title="Set aside"
      act="Set aside"
      may={reason.trim() !== ''}
      doing={doing}
      onClose={onClose}
    >
      <Typography color="textSecondary">{called(lines)}</Typography>
      <TextField
        autoFocus
        size="small"
        label="Why, for whoever comes across it"
        value={reason}
        slotProps={{ htmlInput: { maxLength: 500 } }}
        onChange={(event) => setReason(event.target.value)}
      />
      <DayField
        label="Until, if not until it changes"
        value={until}
        onChange={setUntil}
        width={300}
      />
      <Typography variant="body2" color="textSecondary">
        It is set aside for everybody whose Desk it stands on.
      </Typography>
    </DecideDialog>
  );
}

/** Hands items to a colleague, on whose Desk they stand from then on. */
export function HandDialog({ lines, onClose }: Props) {
  const [to, setTo] = useState<Picked | null>(null);
  const [note, setNote] = useState('');
  const doing = useDoing<void, unknown>(
    () =>
      data(
        api.POST('/api/desk/handed', {
          body: { items: ids(lines), to: to?.key ?? '', note: note.trim() },
        }),
      ),
    onClose,
  );
  return (
    <DecideDialog
      title="Hand on"
      act="Hand it on"
      may={to !== null}
      doing={doing}
      onClose={onClose}
    >
      <Typography color="textSecondary">{called(lines)}</Typography>
      <PickPerson label="To whom" value={to} onPick={setTo} />
      <TextField
        size="small"
        label="What you say of it"
        value={note}
        slotProps={{ htmlInput: { maxLength: 500 } }}
        onChange={(event) => setNote(event.target.value)}
      />
    </DecideDialog>
  );
}

/** Puts items back on the Desk. */
export function usePutBack() {
  return useDoing((items: string[]) => data(api.POST('/api/desk/back', { body: { items } })));
}
