import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, data } from '../api/client';
import { Pages } from '../app/Pages';
import { Part, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { ActDialog } from './ActDialog';
import { PAGE, type TeamSheet, useTeam } from './api';
import { GiveThem } from './GiveThem';
import { PeopleFrame } from './PeopleFrame';
import { History } from './PersonHistory';
import { TeamAdd } from './TeamAdd';
import { TeamEdit } from './TeamEdit';
import { TeamMembers } from './TeamMembers';
import { TeamMessage } from './TeamMessage';

type Open = 'edit' | 'add' | 'message' | 'remove' | null;

/** One team: its members, its leads, and what its members are given. */
export default function TeamPlace() {
  const { key = '' } = useParams();
  const [page, setPage] = useState(0);
  const team = useTeam(key, page);
  const [open, setOpen] = useState<Open>(null);
  const navigate = useNavigate();
  const name = team.data?.name;
  useEffect(() => {
    document.title = name ? `${name} · Nembar` : 'Teams · Nembar';
  }, [name]);
  const close = () => setOpen(null);
  return (
    <PeopleFrame>
      {team.isPending && <Working lines={10} />}
      {team.isError && <Trouble error={team.error} again={() => team.refetch()} />}
      {team.data && (
        <>
          <Head team={team.data} onOpen={setOpen} />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 330px', columnGap: 5 }}>
            <div>
              <Part title={`Members (${number(team.data.total)})`}>
                <TeamMembers team={team.data} />
                <Pages total={team.data.total} page={page} size={PAGE} onPage={setPage} />
              </Part>
            </div>
            <div>
              <Part title="What members are given">
                {team.data.given.length === 0 && (
                  <Box sx={{ color: 'text.secondary' }}>
                    Nothing: no assignment names this team.
                  </Box>
                )}
                {team.data.given.map((one) => (
                  <Box key={one}>{one}</Box>
                ))}
                <GiveThem whom={{ team: team.data.key }} />
              </Part>
              {team.data.who && (
                <Part title="In it by condition">
                  <Typography>Those for whom {team.data.whoWords}.</Typography>
                  <Box component="code" sx={{ fontSize: 12.5, color: 'text.secondary' }}>
                    {team.data.who}
                  </Box>
                </Part>
              )}
              <Part title="What was done">
                <History lines={team.data.history} />
              </Part>
            </div>
          </Box>
          {open === 'edit' && <TeamEdit team={team.data} onClose={close} />}
          {open === 'add' && <TeamAdd team={team.data} onClose={close} />}
          {open === 'message' && <TeamMessage team={team.data} onClose={close} />}
          {open === 'remove' && (
            <ActDialog
              title={`Remove ${team.data.name}`}
              asked="remove"
              act={(how) =>
                data(
                  api.DELETE('/api/teams/{key}', {
                    params: { path: { key }, query: how },
                  }),
                )
              }
              confirm="Remove the team"
              danger
              onClose={close}
              onDone={() => navigate('/people/teams')}
            />
          )}
        </>
      )}
    </PeopleFrame>
  );
}

function Head({ team, onOpen }: { team: TeamSheet; onOpen: (open: Open) => void }) {
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 1.5, flexWrap: 'wrap' }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          {team.name}
        </Typography>
        {team.mayMembers && (
          <>
            <Button variant="outlined" onClick={() => onOpen('add')}>
              Add members
            </Button>
            <Button variant="outlined" onClick={() => onOpen('message')}>
              Write to members
            </Button>
          </>
        )}
        {team.mayChange && !team.source && (
          <>
            <Button variant="outlined" onClick={() => onOpen('edit')}>
              Change
            </Button>
            <Button variant="outlined" onClick={() => onOpen('remove')}>
              Remove
            </Button>
          </>
        )}
      </Box>
      {team.source && (
        <Remark tone="quiet">
          {team.source} has the say of this team; its members are changed there.
        </Remark>
      )}
      {team.mayMembers && !team.mayChange && (
        <Remark tone="good">You lead this team, so you may add and remove its members.</Remark>
      )}
    </>
  );
}
