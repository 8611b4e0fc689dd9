import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { number } from '../ask/said';
import { ActDialog } from './ActDialog';
import { saying, type TeamSheet } from './api';

type Props = { team: TeamSheet; onClose: () => void };

/** A team's name, and the condition by which people are in it. */
export function TeamEdit({ team, onClose }: Props) {
  const [name, setName] = useState(team.name);
  const [who, setWho] = useState(team.who);
  const [version] = useState(team.version);
  const same = name === team.name && who === team.who;
  const matching = useQuery({
    queryKey: ['matching', who],
    queryFn: () => data(api.POST('/api/teams/matching', { body: saying('Who', { who }) })),
    enabled: who.trim() !== '',
    retry: false,
  });
  return (
    <ActDialog
      title={`Change ${team.name}`}
      asked={same || matching.isError ? null : JSON.stringify([name, who])}
      act={(how) =>
        data(
          api.PUT('/api/teams/{key}', {
            params: { path: { key: team.key }, query: how },
            body: saying('TeamEdit', { version, name, who }),
          }),
        )
      }
      confirm="Save"
      hint={matching.isError ? 'Mend the condition first.' : 'Nothing is different yet.'}
      onClose={onClose}
    >
      <TextField
        size="small"
        label="Name"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        size="small"
        multiline
        minRows={2}
        label="In it are also all whose"
        value={who}
        error={matching.isError && who.trim() !== ''}
        onChange={(event) => setWho(event.target.value)}
        helperText="A condition on people, as in user.unit = 'sorrel-delta'. Leave it empty for those listed alone."
        slotProps={{ htmlInput: { spellCheck: false, style: { fontFamily: 'monospace' } } }}
      />
      {who.trim() !== '' && matching.isError && (
        <Remark tone="bad">{matching.error.message}</Remark>
      )}
      {who.trim() !== '' && matching.data && (
        <Box role="status">
          <Typography>
            Now {number(matching.data.number)}: {matching.data.words}.
          </Typography>
          <Typography color="textSecondary" variant="body2">
            {matching.data.first.map((one) => one.name).join(', ')}
            {matching.data.number > matching.data.first.length ? ' and more' : ''}
          </Typography>
        </Box>
      )}
    </ActDialog>
  );
}
