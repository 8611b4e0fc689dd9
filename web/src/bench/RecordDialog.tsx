import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { Trouble } from '../app/Trouble';
import { useRecord } from '../ask/answers';
import { slotsOf } from '../ask/question';
import { Values } from '../ask/Values';
import { Working } from '../ask/Working';
import { recordAddress } from '../record/address';
import type { DraftShown, ImpactLine } from './api';
import { DraftedBecause } from './BecauseLeaf';

/** A record of which somebody gains or loses something. */
export type Example = { line: ImpactLine; record: string };

/** One record: why the person may do it as drafted and as published, and what they see of it. */
export function RecordDialog({
  application,
  draft,
  example: { line, record },
  onClose,
}: {
  application: string;
  draft: DraftShown;
  example: Example;
  onClose: () => void;
}) {
  const slots = slotsOf({ person: line.person, application, account: line.account ?? '' });
  const seen = useRecord(slots, line.type, record);
  const row = seen.data?.rows[0];
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="record-title">
      <DialogTitle id="record-title">
        {record}, for {line.name}
      </DialogTitle>
      <DialogContent>
        <DraftedBecause
          application={application}
          draft={draft}
          person={line.person}
          account={slots.account}
          pick={{ kind: 'record', type: line.type, operation: line.operation, record }}
        />
        <Typography variant="h3" component="h3" color="textSecondary" sx={{ mt: 2, mb: 0.5 }}>
          What they see of it today
        </Typography>
        {seen.isPending && <Working lines={3} />}
        {seen.isError && <Trouble error={seen.error} again={() => seen.refetch()} />}
        {seen.data && !row && <Typography color="textSecondary">Nothing.</Typography>}
        {seen.data && row && <Values page={seen.data} row={row} />}
      </DialogContent>
      <DialogActions>
        <Button component={Link} to={recordAddress(application, line.type, record)}>
          Who reaches it
        </Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
