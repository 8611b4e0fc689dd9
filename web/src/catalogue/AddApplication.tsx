import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data } from '../api/client';
import { useDoing } from '../people/api';
import { PickZone } from '../people/PickOne';
import { ConnectionForm } from './ConnectionForm';
import { given, untyped } from './connection';

const here = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Another application: its name, and how its database is reached. */
export function AddApplication() {
  const [name, setName] = useState('');
  const [zone, setZone] = useState<{ key: string; name: string } | null>({
    key: here,
    name: here.replaceAll('_', ' '),
  });
  const [typed, setTyped] = useState(untyped);
  const navigate = useNavigate();
  useEffect(() => {
    document.title = 'Add an application · Nembar';
  }, []);
  const add = useDoing(
    () =>
      data(
        api.POST('/api/applications', {
          body: { name, zone: zone?.key ?? '', connection: given(typed) },
        }),
      ),
    (made) => navigate(`/catalogue/${encodeURIComponent(made.application)}?leaf=tables`),
  );
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '18px 20px 48px' }}>
      <Box sx={{ maxWidth: 1180, mx: 'auto' }}>
        <Typography variant="h1" component="h1" sx={{ mb: 0.5 }}>
          Add an application
        </Typography>
        <Typography color="textSecondary" sx={{ mb: 2.5, maxWidth: 640 }}>
          Nembar reads the application’s own PostgreSQL database, and never writes to it. Next it
          proposes what to govern of what it finds there.
        </Typography>
        <ConnectionForm
          typed={typed}
          onType={setTyped}
          failed={add.error}
          hint="Try the connection: what it can read, and whether it could write, is told here."
          act="Add it"
          mayAct={name.trim() !== '' && !add.isPending}
          onAct={() => add.mutate(undefined)}
          aside={
            <Button component={Link} to="/catalogue" variant="outlined">
              Cancel
            </Button>
          }
        >
          {(wrong) => (
            <>
              <TextField
                autoFocus
                size="small"
                label="What people call it"
                value={name}
                error={wrong === 'name'}
                slotProps={{ htmlInput: { maxLength: 100 } }}
                onChange={(event) => setName(event.target.value)}
              />
              <PickZone label="Time zone" value={zone} onPick={setZone} />
              <Typography variant="h3" component="h2" color="textSecondary" sx={{ mt: 0.5 }}>
                Its database
              </Typography>
            </>
          )}
        </ConnectionForm>
      </Box>
    </Box>
  );
}
