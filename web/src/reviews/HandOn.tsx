import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { DecideDialog } from '../desk/Decide';
import { useDoing } from '../people/api';
import { type Picked, PickPerson } from '../people/PickOne';
import { handOn, type Review } from './api';

type Props = {
  review: Review;
  /** Which rights; nothing for all that wait. */
  numbers?: number[];
  /** Whose they are, where they are somebody else's. */
  from?: string;
  what: string;
  onClose: () => void;
};

/** Hands rights to another reviewer. */
export function HandOn({ review, numbers, from, what, onClose }: Props) {
  const [to, setTo] = useState<Picked | null>(null);
  const [note, setNote] = useState('');
  const doing = useDoing<void, unknown>(
    () =>
      handOn(review.id, {
        to: to?.key ?? '',
        note: note.trim(),
        ...(numbers ? { numbers } : {}),
        ...(from ? { from } : {}),
      }),
    onClose,
  );
  return (
    <DecideDialog
      title="Hand on"
      act="Hand it on, and write"
      may={to !== null}
      doing={doing}
      onClose={onClose}
    >
      <Typography color="textSecondary">{what}</Typography>
      <PickPerson label="To whom" value={to} onPick={setTo} />
      <TextField
        size="small"
        label="What you say of it"
        value={note}
        slotProps={{ htmlInput: { maxLength: 1000 } }}
        onChange={(event) => setNote(event.target.value)}
      />
    </DecideDialog>
  );
}
