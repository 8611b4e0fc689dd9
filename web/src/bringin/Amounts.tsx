import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Empty, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Functions } from '../ask/Functions';
import { type GridQuestion, ReachGrid } from '../ask/ReachGrid';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { type AmountGroup, type Batch, say, useAmount } from './api';

type Props = { batch: Batch; onNext: () => void };

/** What it comes to for each of them, before anybody is written to. */
export function Amounts({ batch, onNext }: Props) {
  const amount = useAmount(batch.line.id);
  const turn = useDoing((roleAsDraft: boolean) => say(batch, { roleAsDraft }));
  const held = (amount.data?.against.length ?? 0) > 0;
  return (
    <>
      {amount.isPending && <Working lines={12} />}
      {amount.isError && <Trouble error={amount.error} again={() => amount.refetch()} />}
      {amount.data?.against.map((why) => (
        <Remark key={why} tone="bad" role="alert">
          {why}
        </Remark>
      ))}
      {amount.data?.warnings.map((why) => (
        <Remark key={why} tone="care">
          {why}
        </Remark>
      ))}
      {amount.data && amount.data.groups.length === 0 && !held && (
        <Empty>There is nobody who could be invited yet. Look at the rows.</Empty>
      )}
      {amount.data?.groups.map((group, index) => (
        <Group key={group.names.join()} group={group} opened={index === 0} />
      ))}
      {amount.data && amount.data.more > 0 && (
        <Typography color="textSecondary" sx={{ my: 2 }}>
          {number(amount.data.more)} more groups are placed in other ways and not shown.
        </Typography>
      )}
      {batch.roleAsDraft && (
        <Remark tone="care">
          The role is left as a draft: until somebody who may has agreed and published it, they have
          what their place gives them and no more.
        </Remark>
      )}
      {amount.data && amount.data.groups.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
          <Button variant="contained" disabled={held} onClick={onNext}>
            Go on to the message
          </Button>
          {batch.given && (held || batch.roleAsDraft) && (
            <Button variant="outlined" onClick={() => turn.mutate(!batch.roleAsDraft)}>
              {batch.roleAsDraft
                ? 'Give the role at once after all'
                : 'Invite them, and leave the role as a draft'}
            </Button>
          )}
        </Box>
      )}
    </>
  );
}

function Group({ group, opened }: { group: AmountGroup; opened: boolean }) {
  const [whole, setWhole] = useState(opened);
  const [open, setOpen] = useState<Set<string>>(new Set());
  const { totals } = group.grid;
  const question: GridQuestion = {
    pick: null,
    open,
    toggle: (type) => {
      const next = new Set(open);
      if (!next.delete(type)) {
        next.add(type);
      }
      setOpen(next);
    },
    because: () => {},
    list: () => {},
  };
  const rest = group.people - group.names.length;
  return (
    <Box component="section" aria-label={`Amount for ${group.names[0]}`} sx={{ mb: 3 }}>
      <Typography variant="h2" component="h2">
        {group.names.join(', ')}
        {rest > 0 ? ` and ${number(rest)} more` : ''}
      </Typography>
      <Typography color="textSecondary">
        {group.place}.{' '}
        {group.access.length > 0 ? `Given ${group.access.join(' · ')}.` : 'Given nothing.'} Each
        will view <strong>{number(totals.viewed)}</strong> of {number(totals.records)} records and
        change <strong>{number(totals.changed)}</strong>.
      </Typography>
      {group.warnings.map((warning) => (
        <Remark key={warning} tone="care" role="alert">
          {warning}
        </Remark>
      ))}
      <Button variant="text" aria-expanded={whole} onClick={() => setWhole(!whole)}>
        {whole ? 'Fold the grid' : 'Show the grid'}
      </Button>
      {whole && (
        <>
          <ReachGrid answer={group.grid} question={question} />
          <Functions answer={group.grid} question={question} />
        </>
      )}
    </Box>
  );
}
