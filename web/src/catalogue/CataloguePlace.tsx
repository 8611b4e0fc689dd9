import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { LeafTabs } from '../app/LeafTabs';
import { Part } from '../app/parts';
import { useApplicationList } from './api';
import { ConnectionLeaf } from './ConnectionLeaf';
import { DriftLeaf } from './DriftLeaf';
import { GovernedLeaf } from './GovernedLeaf';
import { LookupsLeaf } from './LookupsLeaf';
import { NameForm } from './NameForm';
import { StateParts } from './StateParts';
import { TablesLeaf } from './TablesLeaf';
import { UseLeaf } from './UseLeaf';

type Leaf = 'governed' | 'tables' | 'drift' | 'lookups' | 'use' | 'connection';

/** One application: what is governed, the tables of its database, and how that is reached. */
export default function CataloguePlace() {
  const { application = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const line = useApplicationList().data?.applications.find((one) => one.key === application);
  const wanted = params.get('leaf') as Leaf | null;
  useEffect(() => {
    document.title = `${line?.name ?? 'Catalogue'} · Nembar`;
  }, [line]);
  const leaves: (readonly [Leaf, string])[] = [['governed', 'What is governed']];
  if (line?.mayChange && line.state !== 'ended') {
    if (line.connected) {
      leaves.push(
        ['tables', 'Tables of its database'],
        ['drift', line.differences > 0 ? `What differs (${line.differences})` : 'What differs'],
      );
    }
    leaves.push(['lookups', 'Look-ups'], ['use', 'Use'], ['connection', 'Name and connection']);
  }
  const leaf = leaves.find(([key]) => key === wanted)?.[0] ?? 'governed';
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '14px 20px 48px' }}>
      <Box sx={{ maxWidth: 1400, mx: 'auto' }}>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 0.5 }}>
          <Typography variant="h1" component="h1">
            {line?.name ?? application}
          </Typography>
          <Typography color="textSecondary" variant="body2" sx={{ flex: 1 }}>
            {line?.zone}
            {line?.state === 'paused' && ' · paused: nobody has access'}
            {line?.state === 'ended' && ' · taken away: only its history is left'}
          </Typography>
          <MuiLink component={Link} to="/catalogue" color="textSecondary">
            All applications
          </MuiLink>
        </Box>
        {line && (
          <LeafTabs
            label="Of the application"
            leaves={leaves}
            leaf={leaf}
            onLeaf={(next) => setParams(next === 'governed' ? {} : { leaf: next })}
          >
            {leaf === 'tables' && <TablesLeaf application={application} />}
            {leaf === 'drift' && <DriftLeaf application={application} />}
            {leaf === 'lookups' && <LookupsLeaf application={application} />}
            {leaf === 'use' && <UseLeaf application={application} />}
            {leaf === 'connection' && (
              <>
                <NameForm key={`${line.name} ${line.zone}`} line={line} />
                <Part title="Its database">
                  <ConnectionLeaf application={application} />
                </Part>
                <StateParts line={line} />
              </>
            )}
            {leaf === 'governed' && (
              <GovernedLeaf
                application={application}
                mayChange={line.mayChange && line.state !== 'ended'}
                connected={line.connected}
              />
            )}
          </LeafTabs>
        )}
      </Box>
    </Box>
  );
}
