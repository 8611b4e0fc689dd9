import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data, Problem } from '../api/client';
import { Remark } from '../app/parts';
import { useDoing } from '../people/api';
import { PickZone } from '../people/PickOne';
import { tryConnection } from './api';
import { ConnectionFields } from './ConnectionFields';
import { given, untyped } from './connection';
import { TrialResult } from './TrialResult';

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
  const trial = useMutation({ mutationFn: () => tryConnection(undefined, given(typed)) });
  const add = useDoing(
    () =>
      data(
        api.POST('/api/applications', {
          body: { name, zone: zone?.key ?? '', connection: given(typed) },
        }),
      ),
    (made) => navigate(`/catalogue/${encodeURIComponent(made.application)}?leaf=tables`),
  );
  const failed = add.error ?? trial.error;
  const wrong = failed instanceof Problem ? failed.path : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate(undefined);
  };
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
        <Box sx={{ display: 'flex', gap: 5, alignItems: 'flex-start' }}>
          <Box component="form" onSubmit={submit} sx={{ width: 520, display: 'grid', gap: 1.75 }}>
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
            <ConnectionFields typed={typed} onType={setTyped} wrong={wrong} />
            {failed && <Remark tone="bad">{failed.message}</Remark>}
            <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
              <Button component={Link} to="/catalogue" variant="outlined">
                Cancel
              </Button>
              <Button
                variant="outlined"
                disabled={trial.isPending}
                onClick={() => {
                  add.reset();
                  trial.mutate();
                }}
              >
                {trial.isPending ? 'Trying' : 'Try the connection'}
              </Button>
              <Button
                type="submit"
                variant="contained"
                disabled={name.trim() === '' || add.isPending}
              >
                Add it
              </Button>
            </Box>
          </Box>
          <Box sx={{ flex: 1, minWidth: 0, pt: 0.5 }}>
            {trial.data ? (
              <TrialResult outcome={trial.data} />
            ) : (
              <Typography color="textSecondary" variant="body2">
                Try the connection: what it can read, and whether it could write, is told here.
              </Typography>
            )}
          </Box>
        </Box>
      </Box>
    </Box>
  );
}
