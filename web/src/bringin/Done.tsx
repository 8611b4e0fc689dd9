import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { Remark } from '../app/parts';
import { number } from '../ask/said';
import type { Batch } from './api';

/** It is done: what became of it, and what comes next. */
export function Done({ batch }: { batch: Batch }) {
  const { id, done } = batch.line;
  const left = batch.rows - done;
  return (
    <Box sx={{ maxWidth: 640 }}>
      <Remark tone="good" role="status">
        <Typography sx={{ fontWeight: 600 }}>
          {done === 1 ? 'One person is invited.' : `${number(done)} people are invited.`}
        </Typography>
      </Remark>
      <Typography sx={{ my: 1.5 }}>
        {left > 0
          ? `${number(left)} ${left === 1 ? 'row was' : 'rows were'} not taken; the report says why.`
          : 'Every row was taken.'}{' '}
        Who has not come in yet stands in the list as invited.
        {batch.given && batch.roleAsDraft && ' Their role is left as a draft.'}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button component={Link} to="/people?status=invited" variant="contained">
          Who is invited
        </Button>
        <Button component="a" href={`/api/bring-in/${id}/report.csv`} download variant="outlined">
          The report as CSV
        </Button>
        <Button component={Link} to="/people/outbox" variant="outlined">
          The messages
        </Button>
      </Box>
    </Box>
  );
}
