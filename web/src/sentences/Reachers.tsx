import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import { number, quoted } from '../ask/said';
import { Working } from '../ask/Working';

const SHOWN = 8;

/** Who reaches a record already, at which level, and by what. */
export function Reachers({
  application,
  type,
  record,
}: {
  application: string;
  type: string;
  record: string;
}) {
  const told = useQuery({
    queryKey: keys.whoCan(application, type, record),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/who-can', {
          signal,
          params: {
            path: { application },
            query: { type, operation: 'view', record, size: SHOWN },
          },
        }),
      ),
    retry: false,
  });
  if (told.isPending) {
    return <Working lines={2} />;
  }
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  const { people, total, withheld } = told.data;
  const more = total + withheld - people.length;
  return (
    <Box component="section" aria-label="Who reaches it already" sx={{ mb: 1.5, fontSize: 13.5 }}>
      <Typography variant="h3" component="h3" color="textSecondary">
        {total + withheld === 0
          ? 'Nobody reaches it yet.'
          : `Who reaches it already (${number(total + withheld)})`}
      </Typography>
      {people.map((one) => (
        <Box
          key={`${one.person} ${one.account ?? ''}`}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 1.5,
            mb: 0.25,
            pl: 1,
            borderLeft: '3px solid',
            borderColor: one.external ? 'secondary.main' : 'transparent',
          }}
        >
          <Box component="span" sx={{ width: 170, flex: 'none', fontWeight: 600 }}>
            {one.name}
          </Box>
          <Box component="span" sx={{ width: 70, flex: 'none' }}>
            {one.level}
          </Box>
          <Box component="span" sx={{ color: 'text.secondary', flex: '1 1 260px' }}>
            {quoted(one.routes[0] ?? '')}
          </Box>
        </Box>
      ))}
      {(more > 0 || withheld > 0) && (
        <Typography color="textSecondary" sx={{ pl: 1.5 }}>
          and {number(more)} more
          {withheld > 0 && `, of all of them ${number(withheld)} whom you may not see`}
        </Typography>
      )}
    </Box>
  );
}
