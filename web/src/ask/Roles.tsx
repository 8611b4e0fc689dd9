import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { filledIn, useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { Wide } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { ApplicationSlot, Asking, InstantSlot } from './Asking';
import { DraftSlot } from './DraftSlot';
import { Bar, Files, MatrixGrid } from './matrixParts';
import { instantFrom } from './question';
import { number } from './said';
import { Working } from './Working';

type RoleMatrix = Schemas['RoleMatrix'];

/** Roles by the privilege sets they are made of, as a picture. */
export function Roles() {
  const { params, change } = useAddress();
  const application = applicationOf(params);
  const at = instantFrom(params.get('at'));
  const draft = params.get('draft') ?? '';
  const asked = { ...(at ? { at } : {}), ...(draft ? { draft } : {}) };
  const told = useQuery({
    queryKey: keys.roleMatrix(application, asked),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/role-matrix', {
          signal,
          params: { path: { application }, query: asked },
        }),
      ),
    retry: false,
  });
  useEffect(() => {
    document.title = 'What the roles are made of · Nembar';
  }, []);
  const file = (kind: string) =>
    `/api/applications/${application}/role-matrix.${kind}?${filledIn({ at, draft })}`;
  return (
    <>
      <Asking form="roles">
        <span>in</span>
        <ApplicationSlot
          application={application}
          onChoose={(next) => change({ application: next, draft: '' })}
        />
        <InstantSlot at={at} onChange={(next) => change({ at: next })} />
        <DraftSlot
          application={application}
          draft={draft}
          onChange={(next) => change({ draft: next })}
        />
      </Asking>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 2, mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {told.data && rolesOf(told.data)}
        </Typography>
        <Files of={file} />
      </Box>
      {told.isPending && <Working lines={10} />}
      {told.isError && <Trouble error={told.error} again={() => told.refetch()} />}
      {told.data && told.data.roles.length > 0 && (
        <Picture application={application} told={told.data} />
      )}
    </>
  );
}

/** How many roles of how many sets there are. */
export const rolesOf = ({ roles, sets }: RoleMatrix) =>
  roles.length === 0
    ? 'There is no role yet.'
    : `${number(roles.length)} ${roles.length === 1 ? 'role' : 'roles'} of ${number(sets.length)} privilege ${sets.length === 1 ? 'set' : 'sets'}`;

function Picture({ application, told }: { application: string; told: RoleMatrix }) {
  const bench = `/bench/${application}`;
  return (
    <>
      <Wide label="Roles by privilege sets">
        <MatrixGrid>
          <thead>
            <tr>
              <th scope="col">Role</th>
              {told.sets.map((one) => (
                <th key={one.key} scope="col">
                  <MuiLink
                    component={Link}
                    to={`${bench}?set=${encodeURIComponent(one.key)}`}
                    color="inherit"
                  >
                    {one.name}
                  </MuiLink>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {told.roles.map((role) => (
              <tr key={role.key}>
                <Box
                  component="th"
                  scope="row"
                  sx={{
                    fontWeight: 400,
                    boxShadow: (theme) =>
                      role.external
                        ? `inset 3px 0 0 ${theme.vars?.palette.secondary.main}`
                        : 'none',
                  }}
                >
                  <MuiLink component={Link} to={`${bench}?role=${encodeURIComponent(role.key)}`}>
                    {role.name}
                  </MuiLink>{' '}
                  <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
                    {held(role.holders)}
                  </Box>
                </Box>
                {told.sets.map((set) => (
                  <td key={set.key}>
                    {role.sets.includes(set.key) && (
                      <Box
                        component="span"
                        role="img"
                        aria-label={`${role.name} is made of ${set.name}${set.reach ? `, up to ${set.reach}` : ''}`}
                        title={set.reach ? `up to ${set.reach}` : 'functions alone'}
                        sx={{ display: 'block' }}
                      >
                        <Bar notches={set.notches} outside={role.external} />
                      </Box>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </MatrixGrid>
      </Wide>
      {told.alone.length > 0 && (
        <Typography color="textSecondary" sx={{ mt: 1.5 }}>
          In no role: {told.alone.map((one) => one.name).join(', ')}.
        </Typography>
      )}
    </>
  );
}

/** By how many people a role is held. */
export const held = (holders: number) =>
  holders === 0 ? 'held by nobody' : holders === 1 ? 'held by 1' : `held by ${number(holders)}`;
