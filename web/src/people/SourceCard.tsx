import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Facts, Remark, Rows, When } from '../app/parts';
import { number } from '../ask/said';
import { type SourceSheet, saying, useDoing } from './api';
import { LdapForm } from './LdapForm';
import { LdapRun } from './LdapRun';
import { ScimForm } from './ScimForm';
import { allRights, rightsOfSources } from './SourceRights';

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
          <Tokens source={source} />
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

/** Tokens are shown once, when they are made. */
function Tokens({ source }: { source: SourceSheet }) {
  const [label, setLabel] = useState('');
  const path = { id: source.id };
  const make = useDoing(
    () =>
      data(
        api.POST('/api/sources/{id}/tokens', {
          params: { path },
          body: saying('TokenEdit', { label }),
        }),
      ),
    () => setLabel(''),
  );
  const revoke = useDoing((token: string) =>
    data(
      api.DELETE('/api/sources/{id}/tokens/{token}', {
        params: { path: { id: source.id, token } },
      }),
    ),
  );
  return (
    <div>
      <Typography>
        Its address here: <code>{source.address}</code>
      </Typography>
      {make.data && (
        <Remark tone="good" role="status">
          Copy the token now; it is not shown again:
          <Box
            component="code"
            data-token
            sx={{ display: 'block', overflowWrap: 'anywhere', my: 0.5, fontWeight: 600 }}
          >
            {make.data.token}
          </Box>
        </Remark>
      )}
      {source.tokens.length > 0 && (
        <Rows aria-label={`Tokens of ${source.name}`} sx={{ my: 1 }}>
          <tbody>
            {source.tokens.map((one) => (
              <tr key={one.id}>
                <td>{one.label}</td>
                <td className="quiet">
                  {one.lastUsed ? (
                    <>
                      used <When at={one.lastUsed} />
                    </>
                  ) : (
                    'not used yet'
                  )}
                </td>
                <td style={{ textAlign: 'right' }}>
                  {one.revoked ? (
                    <span className="quiet">revoked</span>
                  ) : (
                    <Button variant="text" onClick={() => revoke.mutate(one.id)}>
                      Revoke
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Rows>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <TextField
          size="small"
          label="Where a new token will be kept"
          value={label}
          error={make.isError}
          helperText={make.error?.message}
          onChange={(event) => setLabel(event.target.value)}
          sx={{ flex: 1 }}
        />
        <Button variant="outlined" onClick={() => make.mutate(undefined)}>
          Make a token
        </Button>
      </Box>
    </div>
  );
}
