import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Facts, When } from '../app/parts';
import { number } from '../ask/said';
import { type SourceSheet, useDoing } from './api';
import { LdapForm } from './LdapForm';
import { LdapRun } from './LdapRun';
import { ScimForm } from './ScimForm';
import { allRights, rightsOfSources } from './SourceRights';
import { Tokens } from './Tokens';

/** One source: how it is reached, and what it has brought. */
export function SourceCard({ source }: { source: SourceSheet }) {
  const [open, setOpen] = useState<'edit' | 'run' | null>(null);
  const [sure, setSure] = useState(false);
  const path = { id: source.id };
  const Form = source.ldap ? LdapForm : ScimForm;
  const keep = useDoing(() => data(api.PUT('/api/sources/{id}/keeper', { params: { path } })));
  const remove = useDoing(() => data(api.DELETE('/api/sources/{id}', { params: { path } })));
  return (
    <Box
      component="section"
      aria-label={source.name}
      sx={{
        bgcolor: 'background.paper',
        border: '1px solid',
        borderColor: 'divider',
        borderRadius: 1,
        p: 2.5,
        mb: 2,
      }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 1.5 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {source.name}
        </Typography>
        {source.ldap && (
          <Button variant="contained" onClick={() => setOpen('run')}>
            Look and run
          </Button>
        )}
        <Button variant="outlined" onClick={() => setOpen('edit')}>
          Change
        </Button>
        <Button
          variant="outlined"
          color={sure ? 'error' : 'inherit'}
          onClick={() => (sure ? remove.mutate(undefined) : setSure(true))}
        >
          {sure ? 'Really forget it; its people stay' : 'Forget it'}
        </Button>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4 }}>
        <Facts
          facts={[
            ['Kind', source.kind === 'scim' ? 'pushes by SCIM 2.0' : 'is read by LDAP'],
            [
              'Has brought',
              <MuiLink
                key="b"
                component={Link}
                to={`/people?source=${encodeURIComponent(source.id)}`}
              >
                {number(source.people)} people
                {source.teams > 0 ? `, ${number(source.teams)} teams` : ''}
              </MuiLink>,
            ],
            ['Set up by', source.madeBy],
            [
              'Kept by',
              <span key="k">
                {source.mine ? 'you' : source.keeper}{' '}
                {!source.mine && (
                  <Button variant="text" size="small" onClick={() => keep.mutate(undefined)}>
                    Take it over
                  </Button>
                )}
              </span>,
            ],
            [
              'May',
              allRights
                .filter((one) => source.rights.includes(one))
                .map((one) => rightsOfSources[one])
                .join(', '),
            ],
            ...(source.ldap
              ? [
                  [
                    'Last run',
                    source.lastRun ? (
                      <span key="r">
                        <When at={source.lastRun} />: {source.lastRunWords}
                      </span>
                    ) : (
                      'none yet'
                    ),
                  ] as [string, React.ReactNode],
                ]
              : []),
          ]}
        />
        {source.kind === 'scim' ? (
          <SourceTokens source={source} />
        ) : (
          <Facts
            facts={[
              ['At', `${source.ldap?.host}:${source.ldap?.port}`],
              ['Below', source.ldap?.base ?? ''],
              ['Filter', source.ldap?.filter ?? ''],
            ]}
          />
        )}
      </Box>
      {open === 'edit' && <Form source={source} onClose={() => setOpen(null)} />}
      {open === 'run' && <LdapRun source={source} onClose={() => setOpen(null)} />}
    </Box>
  );
}

/** The tokens by which a source pushes. */
function SourceTokens({ source }: { source: SourceSheet }) {
  return (
    <div>
      <Typography>
        Its address here: <code>{source.address}</code>
      </Typography>
      <Tokens
        of={source.name}
        tokens={source.tokens}
        make={(body) =>
          data(api.POST('/api/sources/{id}/tokens', { params: { path: { id: source.id } }, body }))
        }
        renew={(token) =>
          data(
            api.POST('/api/sources/{id}/tokens/{token}/renew', {
              params: { path: { id: source.id, token } },
              body: {},
            }),
          )
        }
        revoke={(token) =>
          data(
            api.DELETE('/api/sources/{id}/tokens/{token}', {
              params: { path: { id: source.id, token } },
            }),
          )
        }
      />
    </div>
  );
}
