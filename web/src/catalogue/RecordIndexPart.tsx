import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { api, data, type Schemas } from '../api/client';
import { Part, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { about } from '../app/when';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import { useRecordIndex } from './api';
import { Statements } from './IndexAdvicePart';

const MEGABYTE = 1_000_000;

/** Whether numbers in Ask come from an index in memory, and how that stands. */
export function RecordIndexPart({ application }: { application: string }) {
  const index = useRecordIndex(application);
  const keep = useDoing((kept: boolean) =>
    data(
      api.PUT('/api/applications/{application}/record-index', {
        params: { path: { application } },
        body: { kept },
      }),
    ),
  );
  if (index.isPending) {
    return null;
  }
  if (index.isError) {
    return <Trouble error={index.error} again={() => index.refetch()} />;
  }
  const { kept, asOf, failure, notTold, statements } = index.data;
  return (
    <Part title="Record index">
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Typography sx={{ flex: 1, maxWidth: 720 }}>
          With an index, the server has in memory which records are in whose reach, and the numbers
          in Ask come without counting. They are then as old as they say, seconds or a few minutes;
          whoever wants to know has them counted. No decision rests on them.
        </Typography>
        <Button
          variant="outlined"
          disabled={keep.isPending}
          onClick={() => keep.mutate(!kept)}
          sx={{ flexShrink: 0 }}
        >
          {kept ? 'Keep it no more' : 'Keep an index'}
        </Button>
      </Box>
      {kept && (
        <Typography role="status" color="textSecondary" sx={{ mt: 0.5 }}>
          {standing(index.data)}
        </Typography>
      )}
      {kept && asOf && notTold && <NotTold why={notTold} statements={statements} />}
      {kept && failure && <Remark tone="bad">{failure}</Remark>}
      {keep.isError && <Remark tone="bad">{keep.error.message}</Remark>}
    </Part>
  );
}

/** Why all records are read where some were written, and what would spare that. */
function NotTold({ why, statements }: { why: string; statements: string[] }) {
  return (
    <Box sx={{ mt: 1, maxWidth: 720 }}>
      <Typography color="textSecondary">
        Whenever anything was written, all records are read again. {why}
        {statements.length > 0 && ' Whoever looks after the database may change that:'}
      </Typography>
      {statements.length > 0 && <Statements of={statements} label="Statements for the database" />}
    </Box>
  );
}

function standing({ asOf, records, bytes, tookMillis = 0 }: Schemas['IndexShown']): string {
  if (!asOf) {
    return 'The records are being read.';
  }
  const size = Math.max(0.1, bytes / MEGABYTE);
  return (
    `${number(records)} records, read in ${(tookMillis / 1000).toFixed(1)} seconds, in ` +
    `${size < 10 ? size.toFixed(1) : Math.round(size)} megabytes; as of ${about(asOf)}.`
  );
}
