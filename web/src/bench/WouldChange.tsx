import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { api, data } from '../api/client';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { ImpactPeople } from './ImpactLines';
import type { ChangePart } from './queue';

/** Who would gain or lose what by changes that are not made yet. */
export function WouldChange({
  application,
  changes,
}: {
  application: string;
  changes: ChangePart[];
}) {
  const label = useId();
  const told = useQuery({
    queryKey: ['impact', application, 'before', changes],
    queryFn: () =>
      data(
        api.POST('/api/applications/{application}/tray/edits/preview', {
          params: { path: { application } },
          body: { changes } as never,
        }),
      ),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  if (told.isPending) {
    return <Working lines={3} />;
  }
  const { lines, total } = told.data;
  return (
    <Box component="section" aria-labelledby={label} sx={{ mt: 1.5 }}>
      <Typography id={label} variant="h3" component="h3" color="textSecondary">
        Who would lose what
      </Typography>
      {total === 0 && (
        <Typography color="textSecondary">Nobody loses a record or a field by it today.</Typography>
      )}
      <Box sx={{ maxHeight: 260, overflowY: 'auto' }}>
        <ImpactPeople lines={lines} />
        {total > lines.length && (
          <Typography color="textSecondary">and {number(total - lines.length)} more</Typography>
        )}
      </Box>
    </Box>
  );
}
