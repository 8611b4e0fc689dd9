import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { Empty, Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { ChangePart } from './queue';
import { Would } from './Would';

type Proposal = Schemas['ProposedRole'];

const KINDS: [Proposal['kind'], string][] = [
  ['oneRole', 'Could be one role'],
  ['smallerRole', 'Nobody needs it whole'],
  ['heldAlone', 'None of their peers holds it'],
];

type Props = { application: string; onMake: (changes: ChangePart[]) => void };

/** Roles proposed from what people hold and use; each tells whom it would change. */
export function Proposed({ application, onMake }: Props) {
  const proposals = useQuery({
    queryKey: keys.use('proposals', application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/role-proposals', {
          signal,
          params: { path: { application } },
        }),
      ),
    staleTime: 0,
    retry: false,
  });
  const all = proposals.data ?? [];
  return (
    <>
      <Typography variant="h1" component="h1" sx={{ mb: 1 }}>
        Roles proposed
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        From what people hold and what they used. Each goes into your draft, and nothing takes
        effect until that is published.
      </Typography>
      {proposals.isPending && <Working lines={8} />}
      {proposals.isError && <Trouble error={proposals.error} again={() => proposals.refetch()} />}
      {proposals.data && all.length === 0 && (
        <Empty>
          Nothing is to be proposed: nobody is given the same one by one as somebody else.
        </Empty>
      )}
      {KINDS.map(([kind, title]) => {
        const some = all.filter((one) => one.kind === kind);
        return some.length === 0 ? null : (
          <Part key={kind} title={title}>
            {some.map((one) => (
              <One key={one.sentence} application={application} proposal={one} onMake={onMake} />
            ))}
          </Part>
        );
      })}
    </>
  );
}

function One({ application, proposal, onMake }: Props & { proposal: Proposal }) {
  const [open, setOpen] = useState(false);
  const { changed } = proposal;
  return (
    <Box
      component="article"
      aria-label={proposal.sentence}
      sx={{ borderBottom: '1px solid', borderColor: 'divider', py: 1 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Typography sx={{ flex: 1, minWidth: 0 }}>{proposal.sentence}</Typography>
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {changed === 0
            ? 'changes nobody’s access'
            : changed === 1
              ? 'changes 1 person'
              : `changes ${number(changed)} people`}
        </Typography>
        <Button
          size="small"
          variant="outlined"
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Look at it'}: ${proposal.sentence}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Look at it'}
        </Button>
      </Box>
      {open && (
        <Box sx={{ mt: 1, maxWidth: 760, display: 'grid' }}>
          <Would
            application={application}
            changes={proposal.changes as ChangePart[]}
            onMake={(changes) => {
              setOpen(false);
              onMake(changes);
            }}
          />
        </Box>
      )}
    </Box>
  );
}
