import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Rows } from '../app/parts';
import { number } from '../ask/said';
import type { ChangePart } from '../bench/queue';

/** What an edit leaves the people it means, before and after, kind of record by kind. */
export function ReachLeft({ application, change }: { application: string; change: ChangePart }) {
  const told = useQuery({
    queryKey: keys.reachLeft(application, change),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/tray/edits/reach', {
          params: { path: { application } },
          body: { changes: [change] },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
  if (!told.data || told.data.length === 0) {
    return null;
  }
  const count = (of: number | undefined) => (of === undefined ? 'some' : number(of));
  return (
    <Box
      component="section"
      aria-label="What it leaves them"
      sx={{ mt: 1, opacity: told.isPlaceholderData ? 0.6 : 1 }}
    >
      <Typography variant="h3" component="h3" color="textSecondary">
        What they view, before and after
      </Typography>
      <Box sx={{ maxHeight: 240, overflowY: 'auto' }}>
        <Rows aria-label="What it leaves them" sx={{ width: 'auto' }}>
          <tbody>
            {told.data.map((one) => (
              <tr key={`${one.person} ${one.account} ${one.plural}`}>
                <td>{one.name}</td>
                <td className="quiet">{one.plural.toLowerCase()}</td>
                <td style={{ textAlign: 'right' }}>
                  {count(one.before)} → <strong>{count(one.after)}</strong>
                </td>
              </tr>
            ))}
          </tbody>
        </Rows>
      </Box>
    </Box>
  );
}
