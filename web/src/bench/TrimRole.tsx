import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { writtenDay } from '../app/dateStyle';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { ChangePart } from './queue';
import { Would } from './Would';

type Props = {
  application: string;
  role: string;
  name: string;
  onMake: (changes: ChangePart[]) => void;
  onClose: () => void;
};

/** Cuts a role down to what its holders used; first it tells what goes, and whom that changes. */
export function TrimRole({ application, role, name, onMake, onClose }: Props) {
  const label = useId();
  const trim = useQuery({
    queryKey: keys.use('trim', application, role),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/roles/{role}/trim', {
          signal,
          params: { path: { application, role } },
        }),
      ),
    staleTime: 0,
    retry: false,
  });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={label}>
      <Box sx={{ p: 3, display: 'grid', gap: 1.5 }}>
        <Typography id={label} variant="h2" component="h2">
          Cut {name} to what is used
        </Typography>
        {trim.isPending && <Working lines={4} />}
        {trim.isError && <Trouble error={trim.error} again={() => trim.refetch()} />}
        {trim.data && <Told trim={trim.data} />}
        {trim.data && trim.data.changes.length > 0 && (
          <Would
            application={application}
            changes={trim.data.changes as ChangePart[]}
            onMake={onMake}
          />
        )}
        <Box sx={{ display: 'flex', justifyContent: 'flex-end' }}>
          <Button variant="text" onClick={onClose}>
            Leave it as it is
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

function Told({ trim }: { trim: Schemas['RoleTrimShown'] }) {
  if (!trim.tells) {
    return (
      <Typography>
        {trim.since
          ? `Use is known since ${writtenDay(new Date(`${trim.since}T00:00`))}. It takes ${number(trim.days)} days before it can be said what is not used.`
          : 'Nothing is known yet of what is used of this application: it asks Nembar for no decisions, and has told nothing.'}
      </Typography>
    );
  }
  const who =
    trim.holders === 1 ? 'the one who holds it' : `the ${number(trim.holders)} who hold it`;
  if (trim.holders === 0) {
    return <Typography>Nobody holds it.</Typography>;
  }
  if (trim.unused.length === 0) {
    return (
      <Typography>
        Everything it gives was used within {number(trim.days)} days by {who}.
      </Typography>
    );
  }
  return (
    <Box>
      <Typography>
        Not used within {number(trim.days)} days by any of {who}:
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {trim.unused.map((one) => (
          <Typography component="li" variant="body2" key={`${one.set} ${one.words.join()}`}>
            {one.words.join('; ')} <span className="quiet">({one.set})</span>
          </Typography>
        ))}
      </Box>
      {trim.changes.length === 0 && (
        <Typography sx={{ mt: 1 }}>
          Nothing of it would be left. Take the role away instead.
        </Typography>
      )}
    </Box>
  );
}
