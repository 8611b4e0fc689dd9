import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Empty } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useSources } from './api';
import { LdapForm } from './LdapForm';
import { PeopleFrame } from './PeopleFrame';
import { ScimForm } from './ScimForm';
import { SourceCard } from './SourceCard';
import { TableForm } from './TableForm';

/** Where people come from other than by hand. */
export default function SourcesPlace() {
  const sources = useSources();
  const [making, setMaking] = useState<'scim' | 'ldap' | 'application' | null>(null);
  useEffect(() => {
    document.title = 'Sources · Nembar';
  }, []);
  return (
    <PeopleFrame>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 2 }}>
        <Typography component="h1" sx={{ flex: 1, color: 'text.secondary' }}>
          Sources bring people in and keep them up to date. What a source has the say of is not
          edited by hand here.
        </Typography>
        {sources.data && (
          <>
            <Button variant="outlined" onClick={() => setMaking('scim')}>
              A system that pushes (SCIM)
            </Button>
            <Button variant="outlined" onClick={() => setMaking('ldap')}>
              A directory to read (LDAP)
            </Button>
            <Button variant="outlined" onClick={() => setMaking('application')}>
              An application’s own users
            </Button>
          </>
        )}
      </Box>
      {sources.isPending && <Working lines={6} />}
      {sources.isError && <Trouble error={sources.error} again={() => sources.refetch()} />}
      {sources.data?.length === 0 && (
        <Empty>
          Everybody is entered by hand so far. A personnel system or a sign-on service can push
          people by SCIM 2.0, a directory can be read by LDAP, and so can the table in which an
          application keeps who signs in to it.
        </Empty>
      )}
      {sources.data?.map((source) => (
        <SourceCard key={source.id} source={source} />
      ))}
      {making === 'scim' && <ScimForm onClose={() => setMaking(null)} />}
      {making === 'ldap' && <LdapForm onClose={() => setMaking(null)} />}
      {making === 'application' && <TableForm onClose={() => setMaking(null)} />}
    </PeopleFrame>
  );
}
