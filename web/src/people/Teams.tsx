import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, data } from '../api/client';
import { Pages } from '../app/Pages';
import { Empty, Rows } from '../app/parts';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { PAGE, useTeams } from './api';
import { NameDialog } from './NameDialog';
import { PeopleFrame } from './PeopleFrame';

async function createTeam(name: string): Promise<string> {
  const made = await data(api.POST('/api/teams', { body: { name, who: '' } }));
  return made.key;
}

export default function Teams() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const page = Number(params.get('page') ?? 0);
  const teams = useTeams(search, page);
  const [making, setMaking] = useState(false);
  const navigate = useNavigate();
  useEffect(() => {
    document.title = 'Teams · Nembar';
  }, []);
  return (
    <PeopleFrame>
      <UnseenHeading>Teams</UnseenHeading>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5 }}>
        <Search
          label="Name"
          value={search}
          onSearch={(text) => setParams(text ? { search: text } : {}, { replace: true })}
        />
        <Box sx={{ flex: 1 }} />
        {teams.data?.mayCreate && (
          <Button variant="outlined" onClick={() => setMaking(true)}>
            New team
          </Button>
        )}
      </Box>
      {teams.isPending && <Working lines={8} />}
      {teams.isError && <Trouble error={teams.error} again={() => teams.refetch()} />}
      {teams.data?.total === 0 && (
        <Empty>
          No team fits. A team is people who work together across units; roles can be given to it.
        </Empty>
      )}
      {teams.data && teams.data.total > 0 && (
        <>
          <Rows aria-label="Teams">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Led by</th>
                <th scope="col" className="number">
                  Members
                </th>
                <th scope="col">Who is in it</th>
              </tr>
            </thead>
            <tbody>
              {teams.data.teams.map((one) => (
                <tr key={one.key}>
                  <td>
                    <MuiLink
                      component={Link}
                      to={`/people/teams/${encodeURIComponent(one.key)}`}
                      color="textPrimary"
                      underline="hover"
                      sx={{ fontWeight: 600 }}
                    >
                      {one.name}
                    </MuiLink>
                    {one.mine && <span className="quiet">, you lead it</span>}
                  </td>
                  <td>{and(one.leads) || <span className="quiet">nobody</span>}</td>
                  <td className="number">{number(one.members)}</td>
                  <td className="quiet">
                    {one.source
                      ? `comes from ${one.source}`
                      : one.byCondition
                        ? 'by a condition'
                        : 'as listed'}
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
          <Pages
            total={teams.data.total}
            page={page}
            size={PAGE}
            onPage={(next) => setParams({ ...(search ? { search } : {}), page: String(next) })}
          />
        </>
      )}
      {making && (
        <NameDialog
          title="New team"
          label="Name"
          confirm="Set it up"
          does={createTeam}
          onClose={() => setMaking(false)}
          onDone={(key) => navigate(`/people/teams/${encodeURIComponent(key)}`)}
        />
      )}
    </PeopleFrame>
  );
}
