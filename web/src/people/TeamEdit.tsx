import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { ConditionEditor } from '../conditions/ConditionEditor';
import { Pending, usePending } from '../conditions/pending';
import { ActDialog } from './ActDialog';
import type { TeamSheet } from './api';

type Props = { team: TeamSheet; onClose: () => void };

/** Conditions on people are the same whatever the application. */
const PEOPLE = { application: 'nembar', recordType: '' };

/** A team's name, and the condition by which people are in it. */
export function TeamEdit({ team, onClose }: Props) {
  const [name, setName] = useState(team.name);
  const [who, setWho] = useState(team.who);
  const [version] = useState(team.version);
  const same = name === team.name && who === team.who;
  const { pending, note } = usePending();
  return (
    <ActDialog
      title={`Change ${team.name}`}
      asked={same || pending ? null : JSON.stringify([name, who])}
      act={(how) =>
        data(
          api.PUT('/api/teams/{key}', {
            params: { path: { key: team.key }, query: how },
            body: { version, name, who },
          }),
        )
      }
      confirm="Save"
      hint={pending ? 'The condition is not whole yet.' : 'Nothing is different yet.'}
      onClose={onClose}
    >
      <TextField
        size="small"
        label="Name"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, minWidth: 0 }}>
        <Typography component="legend" color="textSecondary" variant="body2" sx={{ mb: 0.5 }}>
          In it are also all who meet this; leave it empty for those listed alone.
        </Typography>
        <Pending.Provider value={note}>
          <ConditionEditor
            about={PEOPLE}
            functions={[]}
            plural="people"
            label="In it are also all whose"
            value={who}
            onChange={setWho}
          />
        </Pending.Provider>
      </Box>
    </ActDialog>
  );
}
