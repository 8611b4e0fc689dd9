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
import { ScimForm } from './ScimForm';
import { allRights, rightsOfSources } from './SourceRights';
import { SourceRun } from './SourceRun';
import { TableForm } from './TableForm';
import { Tokens } from './Tokens';

const forms = { scim: ScimForm, ldap: LdapForm, application: TableForm };

const kinds = {
  scim: 'pushes by SCIM 2.0',
  ldap: 'is read by LDAP',
  application: 'is an application’s own table',
};

const ofDirectory = ({ ldap }: SourceSheet): [string, string][] => [
  ['At', `${ldap?.host}:${ldap?.port}`],
  ['Below', ldap?.base ?? ''],
  ['Filter', ldap?.filter ?? ''],
];

const ofTable = (table: NonNullable<SourceSheet['table']>): [string, string][] => [
  ['Application', table.application ?? ''],
  ['Table', table.table ?? ''],
  ['Read', table.daily ? 'every day by itself, and when you want' : 'when you want'],
];

/** One source: how it is reached, and what it has brought. */
export function SourceCard({ source }: { source: SourceSheet }) {
  const [open, setOpen] = useState<'edit' | 'run' | null>(null);
  const [sure, setSure] = useState(false);
  const path = { id: source.id };
  const Form = forms[source.kind];
  const read = source.kind !== 'scim';
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
        {read && (
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
            ['Kind', kinds[source.kind]],
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
            ...(read
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
          <Facts facts={source.table ? ofTable(source.table) : ofDirectory(source)} />
        )}
      </Box>
      {open === 'edit' && <Form source={source} onClose={() => setOpen(null)} />}
      {open === 'run' && <SourceRun source={source} onClose={() => setOpen(null)} />}
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
