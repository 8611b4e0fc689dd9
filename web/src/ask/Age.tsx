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
  return (
    <IndexedAsOf
      asOf={answer.asOf}
      counting={count.isPending}
      failure={count.error?.message}
      onCount={() => count.mutate()}
    />
  );
}

/** The instant that numbers of a record index are of; nothing where they were counted. */
export function IndexedAsOf({
  asOf,
  counting = false,
  failure,
  onCount,
}: {
  asOf: string | undefined;
  counting?: boolean;
  failure?: string | undefined;
  onCount: () => void;
}) {
  if (!asOf) {
    return null;
  }
  return (
    <Typography role="status" color="textSecondary" sx={{ mb: 0.5, fontSize: 13.5 }}>
      Numbers from the record index, as of{' '}
      <time dateTime={asOf} title={exactly(asOf)}>
        {about(asOf)}
      </time>
      .{' '}
      <Button
        variant="text"
        className="no-print"
        sx={{ p: 0, fontSize: 13.5, verticalAlign: 'baseline' }}
        disabled={counting}
        onClick={onCount}
      >
        {counting ? 'Counting' : 'Count them now'}
      </Button>
      {failure && <> {failure}</>}
    </Typography>
  );
}
