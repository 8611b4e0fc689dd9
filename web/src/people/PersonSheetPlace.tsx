import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useStartApplication } from '../app/applications';
import { LeafTabs } from '../app/LeafTabs';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { type PersonSheet, usePerson } from './api';
import { PeopleFrame } from './PeopleFrame';
import { PersonActs } from './PersonActs';
import { PersonEdit } from './PersonEdit';
import { PersonHeld } from './PersonHeld';
import { PersonHistory } from './PersonHistory';
import { PersonReach } from './PersonReach';
import { PersonWho } from './PersonWho';
import { ServiceTokens } from './ServiceTokens';

const words: Record<string, string> = {
  active: 'active',
  invited: 'invited, not here yet',
  suspended: 'suspended',
  closed: 'closed',
};

/** Each leaf and what it is called. */
function leavesOf(person: PersonSheet): [string, string][] {
  return [
    ['who', 'Who and where'],
    ['held', `What they hold (${person.held.length})`],
    ['reach', 'What it amounts to'],
    ...(person.kind === 'service' && person.may.change
      ? ([['tokens', 'Tokens']] as [string, string][])
      : []),
    ['past', 'Sign-ins and history'],
  ];
}

/** One person: where they sit, what they hold, what it amounts to, what was done. */
export default function PersonSheetPlace() {
  const { key = '' } = useParams();
  const person = usePerson(key);
  const { application } = useStartApplication();
  const [params, setParams] = useSearchParams();
  const leaf = params.get('leaf') ?? 'who';
  const [editing, setEditing] = useState(false);
  const name = person.data?.name;
  useEffect(() => {
    document.title = name ? `${name} · Nembar` : 'People · Nembar';
  }, [name]);
  const turn = (to: string) => setParams(to === 'who' ? {} : { leaf: to }, { replace: true });
  return (
    <PeopleFrame>
      {person.isPending && <Working lines={14} />}
      {person.isError && <Trouble error={person.error} again={() => person.refetch()} />}
      {person.data && (
        <>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap', mb: 1 }}>
            <Typography
              variant="h1"
              component="h1"
              sx={{
                pl: person.data.kind === 'external' ? 1.25 : 0,
                borderLeft: person.data.kind === 'external' ? '4px solid' : 0,
                borderColor: 'secondary.main',
              }}
            >
              {person.data.name}
            </Typography>
            <Box
              component="span"
              sx={{ color: person.data.status === 'active' ? 'text.secondary' : 'warning.main' }}
            >
              {words[person.data.status]}
            </Box>
            {person.data.source && (
              <Box component="span" sx={{ color: 'text.secondary' }}>
                comes from {person.data.source.name}
              </Box>
            )}
            <Box sx={{ flex: 1 }} />
            <Button
              component={Link}
              variant="text"
              to={`/ask/what-can?person=${encodeURIComponent(person.data.key)}`}
            >
              Ask about them
            </Button>
            {application && (
              <Button
                component={Link}
                variant="text"
                to={`/look/${encodeURIComponent(application.key)}?person=${encodeURIComponent(person.data.key)}`}
              >
                Look through their eyes
              </Button>
            )}
            {person.data.may.change && person.data.status !== 'closed' && (
              <Button variant="outlined" onClick={() => setEditing(true)}>
                Change
              </Button>
            )}
          </Box>
          <PersonActs person={person.data} />
          <LeafTabs
            label="Leaves of the sheet"
            leaves={leavesOf(person.data)}
            leaf={leaf}
            onLeaf={turn}
          >
            {leaf === 'who' && <PersonWho person={person.data} />}
            {leaf === 'held' && <PersonHeld person={person.data} />}
            {leaf === 'reach' && <PersonReach person={person.data} />}
            {leaf === 'tokens' && <ServiceTokens person={person.data} />}
            {leaf === 'past' && <PersonHistory person={person.data} />}
          </LeafTabs>
          {editing && <PersonEdit person={person.data} onClose={() => setEditing(false)} />}
        </>
      )}
    </PeopleFrame>
  );
}
