import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { When } from '../app/parts';

/** From when on an expectation held, what broke it and who put up with that. */
export function ExpectationHistory({
  application,
  expectation,
}: {
  application: string;
  expectation: string;
}) {
  const told = useQuery({
    queryKey: keys.expectationHistory(application, expectation),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/expectations/{key}/history', {
          signal,
          params: { path: { application, key: expectation } },
        }),
      ),
    retry: false,
    staleTime: 60_000,
  });
  if (!told.data || told.data.length === 0) {
    return null;
  }
  return (
    <Box component="section" aria-label="How it stood" sx={{ mt: 1 }}>
      <Typography variant="h3" component="h3" color="textSecondary">
        How it stood
      </Typography>
      {told.data.map((one) => (
        <Box key={one.since} sx={{ fontSize: 13.5 }}>
          <strong>{one.holds ? 'Holds' : 'Broken'}</strong> since <When at={one.since} />
          {one.number !== undefined && (
            <>
              , by{' '}
              <MuiLink component={Link} to={`/ledger/${application}/${one.number}`}>
                publication {one.number}
              </MuiLink>{' '}
              of {one.author}
            </>
          )}
          {!one.holds && one.putUpWith !== '' && <>; put up with: {one.putUpWith}</>}
        </Box>
      ))}
    </Box>
  );
}
