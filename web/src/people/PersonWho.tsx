import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Facts, Part, Remark, When } from '../app/parts';
import { fieldValue } from '../ask/said';
import type { PersonSheet } from './api';

const kinds: Record<string, string> = {
  staff: 'Staff',
  external: 'External',
  service: 'Service',
};

export function PersonWho({ person }: { person: PersonSheet }) {
  const attributes = person.attributes.filter((one) => one.value !== '');
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 5 }}>
      <div>
        <Part title="Who">
          <Facts
            facts={[
              ['E-mail', person.email],
              ...(person.pendingAddress
                ? [
                    [
                      'Becomes',
                      <span key="p">
                        {person.pendingAddress.email}, <When at={person.pendingAddress.due} />
                      </span>,
                    ] as [string, ReactNode],
                  ]
                : []),
              ['Kind', kinds[person.kind]],
              ['Time zone', person.timeZone.replaceAll('_', ' ')],
              ...attributes.map((one): [string, ReactNode] => [
                one.label,
                fieldValue(one.value, one.type, 'UTC'),
              ]),
            ]}
          />
        </Part>
        {person.status === 'invited' && <Invitation person={person} />}
        <Part title="Sign-in">
          <SignInState person={person} />
        </Part>
      </div>
      <div>
        <Part title="Where">
          <Facts
            facts={[
              [
                person.kind === 'external' ? 'Works for' : 'Belongs to',
                <Accounts key="a" person={person} />,
              ],
              ['Unit', person.unit?.name ?? 'none'],
              [
                'Manager',
                person.manager ? (
                  <To key="m" to={`/people/p/${encodeURIComponent(person.manager.key)}`}>
                    {person.manager.name}
                  </To>
                ) : (
                  'none'
                ),
              ],
              ['Reports', person.reports === 0 ? 'nobody' : `${person.reports} directly`],
            ]}
          />
        </Part>
        <Part title="Teams">
          {person.teams.length === 0 && <Box sx={{ color: 'text.secondary' }}>In no team.</Box>}
          {person.teams.map((team) => (
            <Box key={team.key} sx={{ mb: 0.5 }}>
              <To to={`/people/teams/${encodeURIComponent(team.key)}`}>{team.name}</To>
              <Box component="span" sx={{ color: 'text.secondary' }}>
                {team.lead ? ', leads it' : ''}
                {team.byCondition ? ', by its condition' : ''}
              </Box>
            </Box>
          ))}
        </Part>
      </div>
    </Box>
  );
}

function To({ to, children }: { to: string; children: ReactNode }) {
  return (
    <MuiLink component={Link} to={to} underline="hover">
      {children}
    </MuiLink>
  );
}

const states: Record<string, string> = {
  pending: 'held back until released',
  ended: 'its time here has ended',
};

function Accounts({ person }: { person: PersonSheet }) {
  return (
    <>
      {person.accounts.map((one) => (
        <Box key={one.key}>
          <To to={`/people/accounts/${encodeURIComponent(one.key)}`}>{one.name}</To>
          {states[one.state] && (
            <Box component="span" sx={{ color: 'warning.main' }}>
              , {states[one.state]}
            </Box>
          )}
        </Box>
      ))}
    </>
  );
}

const told: Record<string, string> = {
  WAITING: 'The message has not left yet; it is tried again by itself.',
  SENT: 'Sent; not accepted yet.',
  EXPIRED: 'Expired. Send it again.',
  WITHDRAWN: 'Withdrawn.',
  ACCEPTED: 'Accepted.',
};

function Invitation({ person }: { person: PersonSheet }) {
  const invitation = person.invitation;
  if (!invitation) {
    return (
      <Part title="Invitation">
        <Remark tone="care">They have not been invited yet.</Remark>
      </Part>
    );
  }
  return (
    <Part title="Invitation">
      <Facts
        facts={[
          ['State', told[invitation.state]],
          ['By', invitation.madeBy],
          ['Made', <When key="m" at={invitation.made} />],
          ['Good until', <When key="e" at={invitation.expires} />],
          ...(invitation.note ? [['Note', invitation.note] as [string, ReactNode]] : []),
          ...(invitation.code
            ? [
                [
                  'Code to read out',
                  <Box key="c" component="strong" sx={{ letterSpacing: '0.15em', fontSize: 16 }}>
                    {invitation.code}
                  </Box>,
                ] as [string, ReactNode],
              ]
            : []),
        ]}
      />
      {invitation.error && <Remark tone="bad">The mail server said: {invitation.error}</Remark>}
    </Part>
  );
}

function SignInState({ person }: { person: PersonSheet }) {
  const { signIn } = person;
  return (
    <>
      <Facts
        facts={[
          ['Last', signIn.lastSignedIn ? <When key="l" at={signIn.lastSignedIn} /> : 'never'],
          ['Password', signIn.password ? 'set' : 'none yet'],
          ['Second factor', signIn.secondFactor ? 'an authenticator' : 'none'],
          [
            'Open sessions',
            person.sessions.length === 0
              ? 'none'
              : person.sessions.map((one) => one.agent || 'unknown device').join(', '),
          ],
        ]}
      />
      {signIn.lockedSince && (
        <Remark tone="bad">
          Locked by hand, <When at={signIn.lockedSince} />.
        </Remark>
      )}
      {signIn.lockedUntil && (
        <Remark tone="care">
          Locked after wrong tries; opens by itself <When at={signIn.lockedUntil} />.
        </Remark>
      )}
      {person.signInGuarded && <Remark tone="quiet">{person.signInGuarded}</Remark>}
    </>
  );
}
