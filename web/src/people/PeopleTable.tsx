import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Checkbox from '@mui/material/Checkbox';
import MuiLink from '@mui/material/Link';
import Tooltip from '@mui/material/Tooltip';
import { Link } from 'react-router';
import { Rows, When } from '../app/parts';
import { about } from '../app/when';
import type { Filters, PersonLine } from './api';

type Props = {
  people: PersonLine[];
  filters: Filters;
  change: (changes: Record<string, string>) => void;
  /** Those picked; left out where nothing is done with people. */
  picked?: Map<string, PersonLine>;
  onPick?: (picked: Map<string, PersonLine>) => void;
};

const NOBODY: Map<string, PersonLine> = new Map();

const columns = [
  ['name', 'Name', 190],
  ['email', 'E-mail', 230],
  ['unitOrAccount', 'Unit or account', 170],
  ['', 'Access', undefined],
  ['status', 'Status', 180],
  ['signedIn', 'Last sign-in', 110],
] as const;

export function PeopleTable({ people, filters, change, picked = NOBODY, onPick }: Props) {
  const all = people.length > 0 && people.every((one) => picked.has(one.key));
  const toggle = (some: PersonLine[], on: boolean) => {
    const next = new Map(picked);
    for (const one of some) {
      if (on) {
        next.set(one.key, one);
      } else {
        next.delete(one.key);
      }
    }
    onPick?.(next);
  };
  return (
    <Rows aria-label="People">
      <thead>
        <tr>
          {onPick && (
            <th scope="col" style={{ width: 34 }}>
              <Checkbox
                size="small"
                sx={{ p: 0 }}
                checked={all}
                slotProps={{ input: { 'aria-label': 'Pick everybody on this page' } }}
                onChange={(_, on) => toggle(people, on)}
              />
            </th>
          )}
          {columns.map(([key, label, width]) => (
            <th
              key={label}
              scope="col"
              style={{ width }}
              aria-sort={
                key && filters.sort === key
                  ? filters.descending
                    ? 'descending'
                    : 'ascending'
                  : undefined
              }
            >
              {key && onPick ? (
                <ButtonBase
                  sx={{ font: 'inherit', color: 'inherit' }}
                  onClick={() =>
                    change({
                      sort: key,
                      down: filters.sort === key && !filters.descending ? 'yes' : '',
                    })
                  }
                >
                  {label}
                  <Box component="span" aria-hidden sx={{ ml: 0.5, width: 10 }}>
                    {filters.sort === key ? (filters.descending ? '↓' : '↑') : ''}
                  </Box>
                </ButtonBase>
              ) : (
                label
              )}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {people.map((one) => (
          <tr
            key={one.key}
            data-outside={one.kind === 'external'}
            aria-selected={picked.has(one.key)}
          >
            {onPick && (
              <td>
                <Checkbox
                  size="small"
                  sx={{ p: 0 }}
                  checked={picked.has(one.key)}
                  slotProps={{ input: { 'aria-label': `Pick ${one.name}` } }}
                  onChange={(_, on) => toggle([one], on)}
                />
              </td>
            )}
            <td className="clip">
              <MuiLink
                component={Link}
                to={`/people/p/${encodeURIComponent(one.key)}`}
                color="textPrimary"
                underline="hover"
                sx={{ fontWeight: 600 }}
              >
                {one.name}
              </MuiLink>
            </td>
            <td className="clip quiet">{one.email}</td>
            <td className="clip">
              {one.unitOrAccount}
              {one.kind === 'service' && <span className="quiet">, service</span>}
            </td>
            <td className="clip">
              <Access person={one} />
            </td>
            <td>
              <Status person={one} />
            </td>
            <td className="quiet">{one.signedIn ? <When at={one.signedIn} /> : 'never'}</td>
          </tr>
        ))}
      </tbody>
    </Rows>
  );
}

function Access({ person }: { person: PersonLine }) {
  if (person.access.length === 0) {
    return (
      <Box component="span" sx={{ color: 'warning.main' }}>
        given nothing
      </Box>
    );
  }
  return (
    <Tooltip title={person.access.join('; ')} describeChild>
      <span>{person.access.join(' · ')}</span>
    </Tooltip>
  );
}

const invitations: Record<string, string> = {
  waiting: 'message waits',
  sent: 'invited',
  expired: 'invitation expired',
  withdrawn: 'invitation withdrawn',
};

function Status({ person }: { person: PersonLine }) {
  if (person.status === 'active') {
    return <span className="quiet">active</span>;
  }
  if (person.status === 'invited') {
    const late = person.invitation === 'expired' || person.invitation === 'withdrawn';
    return (
      <Box component="span" sx={{ color: late ? 'error.main' : 'warning.main' }}>
        {invitations[person.invitation] ?? 'not invited yet'}
        {person.invitation === 'sent' && person.invitationExpires
          ? `, ends ${about(person.invitationExpires)}`
          : ''}
      </Box>
    );
  }
  return (
    <Box component="span" sx={{ color: 'error.main' }}>
      {person.status}
    </Box>
  );
}
