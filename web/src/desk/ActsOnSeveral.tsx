import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { number } from '../ask/said';
import type { Line } from './api';
import { AsideDialog, HandDialog, usePutBack } from './Decide';
import { MendAll } from './Mend';
import { PeopleActs } from './PeopleActs';
import { peopleOf } from './places';

/** What is done to all that are ticked of a group. */
export function ActsOnSeveral({ lines, aside }: { lines: Line[]; aside: boolean }) {
  const [open, setOpen] = useState<'aside' | 'hand' | null>(null);
  const back = usePutBack();
  const [first] = lines;
  const people = [...new Map(lines.flatMap(peopleOf).map((one) => [one.key, one])).values()];
  const close = () => setOpen(null);
  return (
    <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center', mb: 1, flexWrap: 'wrap' }}>
      <Typography variant="body2" role="status" sx={{ mr: 1 }}>
        {number(lines.length)} picked
      </Typography>
      {first && (
        <>
          <PeopleActs kind={first.kind} people={people} />
          <MendAll lines={lines} />
          {aside ? (
            <Button
              size="small"
              disabled={back.isPending}
              onClick={() => back.mutate(lines.map((one) => one.id))}
            >
              Put them back
            </Button>
          ) : (
            <>
              <Button size="small" onClick={() => setOpen('aside')}>
                Set them aside
              </Button>
              <Button size="small" onClick={() => setOpen('hand')}>
                Hand them on
              </Button>
            </>
          )}
        </>
      )}
      {open === 'aside' && <AsideDialog lines={lines} onClose={close} />}
      {open === 'hand' && <HandDialog lines={lines} onClose={close} />}
    </Box>
  );
}
