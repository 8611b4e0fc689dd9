import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import type { PersonSheet } from './api';
import { Tokens } from './Tokens';

/** The tokens of a service: for decisions, designs and, where a source is chosen, pushing people. */
export function ServiceTokens({ person }: { person: PersonSheet }) {
  const path = { key: person.key };
  const [source, setSource] = useState('');
  const tokens = useQuery({
    queryKey: keys.people(person.key, 'tokens'),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people/{key}/tokens', { signal, params: { path } })),
  });
  const sources = useQuery({
    queryKey: keys.sources(),
    queryFn: ({ signal }) => data(api.GET('/api/sources', { signal })),
    retry: false,
  });
  const pushing = (sources.data ?? []).filter((one) => one.kind === 'scim');
  if (tokens.isPending) {
    return <Working lines={4} />;
  }
  if (tokens.isError) {
    return <Trouble error={tokens.error} again={() => tokens.refetch()} />;
  }
  return (
    <>
      <Typography color="textSecondary" sx={{ mb: 1.5, maxWidth: 720 }}>
        A program that sends one of these is {person.name}: it may ask for decisions, and read,
        check and propose designs, as far as {person.name} may and whoever keeps the token could
        give.
      </Typography>
      <Tokens
        of={person.name}
        tokens={tokens.data}
        source={source}
        make={(body) => data(api.POST('/api/people/{key}/tokens', { params: { path }, body }))}
        renew={(token) =>
          data(
            api.POST('/api/people/{key}/tokens/{token}/renew', {
              params: { path: { ...path, token } },
              body: {},
            }),
          )
        }
        revoke={(token) =>
          data(
            api.DELETE('/api/people/{key}/tokens/{token}', {
              params: { path: { ...path, token } },
            }),
          )
        }
        more={
          pushing.length > 0 && (
            <TextField
              select
              size="small"
              label="It also pushes people as"
              value={source}
              onChange={(event) => setSource(event.target.value)}
              sx={{ mt: 1.5, minWidth: 260 }}
            >
              <MenuItem value="">no source</MenuItem>
              {pushing.map((one) => (
                <MenuItem key={one.id} value={one.id}>
                  {one.name}
                </MenuItem>
              ))}
            </TextField>
          )
        }
      />
    </>
  );
}
