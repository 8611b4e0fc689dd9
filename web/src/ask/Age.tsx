import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { about, exactly } from '../app/when';
import { useCountExactly, type WhatCan } from './answers';
import type { Slots } from './question';

/** How old the numbers of an answer are, where a record index has told them; counted on demand. */
export function Age({
  answer,
  slots,
  draft = '',
}: {
  answer: WhatCan;
  slots: Slots;
  draft?: string;
}) {
  const count = useCountExactly(slots, draft);
  if (!answer.asOf) {
    return null;
  }
  return (
    <Typography role="status" color="textSecondary" sx={{ mb: 0.5, fontSize: 13.5 }}>
      Numbers from the record index, as of{' '}
      <time dateTime={answer.asOf} title={exactly(answer.asOf)}>
        {about(answer.asOf)}
      </time>
      .{' '}
      <Button
        variant="text"
        sx={{ p: 0, fontSize: 13.5, verticalAlign: 'baseline' }}
        disabled={count.isPending}
        onClick={() => count.mutate()}
      >
        {count.isPending ? 'Counting' : 'Count them now'}
      </Button>
      {count.isError && <> {count.error.message}</>}
    </Typography>
  );
}
