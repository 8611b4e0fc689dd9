import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import { quoted } from '../ask/said';
import { Working } from '../ask/Working';
import { FirstLines } from './ImpactLines';
import type { ChangePart } from './queue';

/** Asks before an element is taken away: what else goes with it, and who would lose what. */
export function TakeAway({
  application,
  of,
  name,
  onClose,
  onAway,
}: {
  application: string;
  /** The element: in which list of the design, and its key. */
  of: { list: string; key: string };
  name: string;
  onClose: () => void;
  onAway: (changes: ChangePart[]) => void;
}) {
  const told = useQuery({
    queryKey: keys.removal(application, of),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/tray/removal', {
          signal,
          params: { path: { application }, query: of },
        }),
      ),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="away-title">
      <Box sx={{ p: 3, display: 'grid', gap: 1.5 }}>
        <Typography id="away-title" variant="h2" component="h2">
          Take away {name}?
        </Typography>
        {told.isPending && <Working lines={3} />}
        {told.isError && <Trouble error={told.error} again={() => told.refetch()} />}
        {told.data && told.data.words.length > 0 && (
          <section aria-labelledby="away-besides">
            <Typography id="away-besides" variant="h3" component="h3" color="textSecondary">
              What goes with it
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2.25, maxHeight: 150, overflowY: 'auto' }}>
              {told.data.words.map((one) => (
                <li key={one}>{quoted(one)}</li>
              ))}
            </Box>
          </section>
        )}
        {told.data && (
          <section aria-labelledby="away-people">
            <Typography id="away-people" variant="h3" component="h3" color="textSecondary">
              Who would lose what
            </Typography>
            {told.data.impact.total === 0 && (
              <Typography color="textSecondary">
                Nobody loses a record or a field by it today.
              </Typography>
            )}
            <Box sx={{ maxHeight: 260, overflowY: 'auto' }}>
              <FirstLines lines={told.data.impact.lines} total={told.data.impact.total} />
            </Box>
          </section>
        )}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Keep it
          </Button>
          <Button
            variant="contained"
            color="error"
            disabled={!told.data}
            onClick={() => {
              onClose();
              onAway((told.data?.changes ?? []) as ChangePart[]);
            }}
          >
            Take it away
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
