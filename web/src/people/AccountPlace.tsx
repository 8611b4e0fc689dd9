import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Facts, Part, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { AccountEdit } from './AccountEdit';
import { State } from './Accounts';
import { type AccountSheet, useAccount, useDoing, usePeopleList } from './api';
import { PeopleFrame } from './PeopleFrame';
import { PeopleTable } from './PeopleTable';
import { History } from './PersonHistory';

const nothing = {
  search: '',
  kind: '',
  status: '',
  unit: '',
  team: '',
  role: '',
  invitation: '',
  access: '',
  source: '',
  sort: 'name',
  descending: false,
};

/** One account: its terms, its people, and who may ask to join. */
export default function AccountPlace() {
  const { key = '' } = useParams();
  const sheet = useAccount(key);
  const [editing, setEditing] = useState(false);
  const name = sheet.data?.line.name;
  useEffect(() => {
    document.title = name ? `${name} · Nembar` : 'Accounts · Nembar';
  }, [name]);
  return (
    <PeopleFrame>
      {sheet.isPending && <Working lines={12} />}
      {sheet.isError && <Trouble error={sheet.error} again={() => sheet.refetch()} />}
      {sheet.data && (
        <>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 2 }}>
            <Typography variant="h1" component="h1">
              {sheet.data.line.name}
            </Typography>
            <State state={sheet.data.line.state} ends={sheet.data.line.ends} />
            <Box sx={{ flex: 1 }} />
            {sheet.data.mayChange && (
              <Button variant="outlined" onClick={() => setEditing(true)}>
                Change
              </Button>
            )}
          </Box>
          {sheet.data.pending && (
            <Remark tone="care">
              Its people are held back: they cannot sign in and have no access until somebody
              releases it, under Change.
            </Remark>
          )}
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 5 }}>
            <Terms sheet={sheet.data} />
            {sheet.data.line.own ? <span /> : <Joining sheet={sheet.data} />}
          </Box>
          <TheirPeople sheet={sheet.data} />
          <Part title="What was done">
            <History lines={sheet.data.history} />
          </Part>
          {editing && <AccountEdit sheet={sheet.data} onClose={() => setEditing(false)} />}
        </>
      )}
    </PeopleFrame>
  );
}

function Terms({ sheet }: { sheet: AccountSheet }) {
  const { line } = sheet;
  const over = line.seats !== undefined && line.people > line.seats;
  return (
    <Part title="Terms">
      <Facts
        facts={[
          ['Tags', line.tags.join(', ') || 'none'],
          ['Domains', line.domains.join(', ') || 'none'],
          [
            'Seats',
            <Box key="s" component="span" sx={{ color: over ? 'error.main' : 'inherit' }}>
              {number(line.people)} in use
              {line.seats === undefined
                ? ', none agreed'
                : ` of ${number(line.seats)}; going over is ${sheet.seatsRefuse ? 'refused' : 'warned of'}`}
            </Box>,
          ],
        ]}
      />
    </Part>
  );
}

function Joining({ sheet }: { sheet: AccountSheet }) {
  const path = { key: sheet.line.key };
  const open = useQuery({
    queryKey: keys.accountsJoin(sheet.line.key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/accounts/{key}/join-link', { signal, params: { path } })),
  });
  const make = useDoing(() =>
    data(api.POST('/api/accounts/{key}/join-link', { params: { path } })),
  );
  const withdraw = useDoing(() =>
    data(api.DELETE('/api/accounts/{key}/join-link', { params: { path } })),
  );
  const link = open.data?.link;
  return (
    <Part title="Asking to join">
      {link ? (
        <>
          <Typography>
            Anybody with an address of {sheet.line.domains.join(' or ')} may ask by this link;
            somebody here approves each request.
          </Typography>
          <Box
            component="code"
            sx={{ display: 'block', my: 1, fontSize: 12.5, overflowWrap: 'anywhere' }}
          >
            {link.address}
          </Box>
          <Button
            variant="outlined"
            onClick={() => navigator.clipboard.writeText(link.address)}
            sx={{ mr: 1 }}
          >
            Copy
          </Button>
          {sheet.mayChange && (
            <Button variant="outlined" onClick={() => withdraw.mutate(undefined)}>
              Withdraw it
            </Button>
          )}
        </>
      ) : (
        <>
          <Typography color="textSecondary" sx={{ mb: 1 }}>
            {sheet.line.domains.length === 0
              ? 'Enter a domain first: only its addresses may ask to join.'
              : 'There is no link to ask by.'}
          </Typography>
          {sheet.mayChange && (
            <Button
              variant="outlined"
              disabled={sheet.line.domains.length === 0}
              onClick={() => make.mutate(undefined)}
            >
              Open a link
            </Button>
          )}
        </>
      )}
      {make.isError && <Remark tone="bad">{make.error.message}</Remark>}
    </Part>
  );
}

function TheirPeople({ sheet }: { sheet: AccountSheet }) {
  const filters = { ...nothing, account: sheet.line.key };
  const people = usePeopleList(filters, 0);
  return (
    <Part
      title={`People (${number(sheet.line.people)})`}
      aside={
        <MuiLink component={Link} to={`/people?account=${encodeURIComponent(sheet.line.key)}`}>
          All of them in the list
        </MuiLink>
      }
    >
      {people.data && people.data.people.length > 0 ? (
        <PeopleTable people={people.data.people.slice(0, 12)} filters={filters} change={() => {}} />
      ) : (
        <Box sx={{ color: 'text.secondary' }}>Nobody yet. Bring people in.</Box>
      )}
    </Part>
  );
}
