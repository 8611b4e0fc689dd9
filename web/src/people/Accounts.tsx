import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { Pages } from '../app/Pages';
import { Empty, Rows } from '../app/parts';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { fieldValue, number } from '../ask/said';
import { Working } from '../ask/Working';
import { createAccount } from './accountDraft';
import { PAGE, useAccounts } from './api';
import { NameDialog } from './NameDialog';
import { PeopleFrame } from './PeopleFrame';

export default function Accounts() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const tag = params.get('tag') ?? '';
  const page = Number(params.get('page') ?? 0);
  const found = useAccounts(search, tag, page);
  const [making, setMaking] = useState(false);
  const navigate = useNavigate();
  useEffect(() => {
    document.title = 'Accounts · Nembar';
  }, []);
  const change = (changes: Record<string, string>) =>
    setParams(
      Object.fromEntries(
        Object.entries({ search, tag, ...changes }).filter(([, value]) => value !== ''),
      ),
      { replace: true },
    );
  return (
    <PeopleFrame>
      <UnseenHeading>Accounts</UnseenHeading>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5 }}>
        <Search
          label="Name, tag, domain"
          value={search}
          onSearch={(text) => change({ search: text })}
        />
        {tag && (
          <Button variant="outlined" onClick={() => change({ tag: '' })}>
            tagged {tag} ×
          </Button>
        )}
        <Box sx={{ flex: 1 }} />
        {found.data?.mayCreate && (
          <Button variant="outlined" onClick={() => setMaking(true)}>
            New account
          </Button>
        )}
      </Box>
      {found.isPending && <Working lines={12} />}
      {found.isError && <Trouble error={found.error} again={() => found.refetch()} />}
      {found.data?.total === 0 && <Empty>No account fits.</Empty>}
      {found.data && found.data.total > 0 && (
        <>
          <Rows aria-label="Accounts">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Tags</th>
                <th scope="col">Domains</th>
                <th scope="col" className="number">
                  People
                </th>
                <th scope="col" className="number">
                  Seats agreed
                </th>
                <th scope="col">State</th>
              </tr>
            </thead>
            <tbody>
              {found.data.accounts.map((one) => (
                <tr key={one.key} data-outside={!one.own}>
                  <td>
                    <MuiLink
                      component={Link}
                      to={`/people/accounts/${encodeURIComponent(one.key)}`}
                      color="textPrimary"
                      underline="hover"
                      sx={{ fontWeight: 600 }}
                    >
                      {one.name}
                    </MuiLink>
                    {one.own && <span className="quiet">, the company itself</span>}
                  </td>
                  <td>
                    {one.tags.map((each) => (
                      <Button
                        key={each}
                        variant="text"
                        sx={{ p: '0 4px', minWidth: 0, fontWeight: 400 }}
                        onClick={() => change({ tag: each })}
                      >
                        {each}
                      </Button>
                    ))}
                  </td>
                  <td className="quiet">{one.domains.join(', ')}</td>
                  <td className="number">{number(one.people)}</td>
                  <td className="number">
                    <Seats people={one.people} seats={one.seats} />
                  </td>
                  <td>
                    <State state={one.state} ends={one.ends} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
          <Pages
            total={found.data.total}
            page={page}
            size={PAGE}
            onPage={(next) => change({ page: String(next) })}
          />
        </>
      )}
      {making && (
        <NameDialog
          title="New account"
          label="Name"
          confirm="Set it up"
          does={createAccount}
          onClose={() => setMaking(false)}
          onDone={(key) => navigate(`/people/accounts/${encodeURIComponent(key)}`)}
        />
      )}
    </PeopleFrame>
  );
}

function Seats({ people, seats }: { people: number; seats: number | undefined }) {
  if (seats === undefined) {
    return <span className="quiet">none</span>;
  }
  return (
    <Box component="span" sx={{ color: people > seats ? 'error.main' : 'inherit' }}>
      {number(seats)}
      {people > seats ? `, ${number(people - seats)} over` : ''}
    </Box>
  );
}

export function State({ state, ends }: { state: string; ends: string | undefined }) {
  if (state === 'pending') {
    return (
      <Box component="span" sx={{ color: 'warning.main' }}>
        held back
      </Box>
    );
  }
  if (state === 'ended') {
    return (
      <Box component="span" sx={{ color: 'error.main' }}>
        ended {ends ? fieldValue(ends, 'date', 'UTC') : ''}
      </Box>
    );
  }
  return (
    <span className="quiet">{ends ? `until ${fieldValue(ends, 'date', 'UTC')}` : 'open'}</span>
  );
}
