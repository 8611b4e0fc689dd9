import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Schemas } from '../api/client';
import { Empty, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { AddApplication } from './AddApplication';
import { useApplicationList } from './api';

/** The applications there are; or the way to another one. */
export default function CatalogueStart() {
  const [params] = useSearchParams();
  return params.has('add') ? <AddApplication /> : <Applications />;
}

function Applications() {
  const list = useApplicationList();
  useEffect(() => {
    document.title = 'Catalogue · Nembar';
  }, []);
  const add = list.data?.mayAdd && (
    <Button component={Link} to="/catalogue?add" variant="outlined">
      Add an application
    </Button>
  );
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '18px 20px 48px' }}>
      <Box sx={{ maxWidth: 1180, mx: 'auto' }}>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 2 }}>
          <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
            Catalogue
          </Typography>
          {add}
        </Box>
        {list.isPending && <Working lines={3} />}
        {list.isError && <Trouble error={list.error} again={() => list.refetch()} />}
        {list.data?.applications.length === 0 && (
          <Empty act={add}>
            No application yet. Point Nembar at the PostgreSQL database of one: it reads what is
            there, never writes, and proposes what to govern.
          </Empty>
        )}
        {list.data && list.data.applications.length > 0 && (
          <Rows aria-label="Applications">
            <thead>
              <tr>
                <th scope="col">Application</th>
                <th scope="col" className="number">
                  Record types
                </th>
                <th scope="col">Time zone</th>
                <th scope="col">Its database is set</th>
                <th scope="col" />
              </tr>
            </thead>
            <tbody>
              {list.data.applications.map((one) => (
                <tr key={one.key}>
                  <td>
                    <MuiLink
                      component={Link}
                      to={`/catalogue/${encodeURIComponent(one.key)}`}
                      color="textPrimary"
                      underline="hover"
                      sx={{ fontWeight: 600 }}
                    >
                      {one.name}
                    </MuiLink>
                  </td>
                  <td className="number">{number(one.recordTypes)}</td>
                  <td className="quiet">{one.zone}</td>
                  <td className="quiet">
                    {one.state !== 'ended' && (one.connected ? 'here' : 'where Nembar is started')}
                  </td>
                  <td>
                    <Standing one={one} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        )}
      </Box>
    </Box>
  );
}

/** What is out of the ordinary about an application; nothing for most. */
function Standing({ one }: { one: Schemas['ApplicationLine'] }) {
  const at = encodeURIComponent(one.key);
  if (one.state === 'ended') {
    return (
      <>
        taken away;{' '}
        <MuiLink component={Link} to={`/ledger/${at}`}>
          its history
        </MuiLink>
      </>
    );
  }
  return (
    <>
      {one.state === 'paused' && <Box>paused: nobody has access</Box>}
      {one.differences > 0 && (
        <Box>
          <MuiLink component={Link} to={`/catalogue/${at}?leaf=drift`}>
            {one.differences === 1
              ? 'one thing differs in its database'
              : `${number(one.differences)} things differ in its database`}
          </MuiLink>
        </Box>
      )}
      {one.lookFailure && (
        <Box>
          not looked at <When at={one.lookedAt ?? ''} />: {one.lookFailure}
        </Box>
      )}
    </>
  );
}
