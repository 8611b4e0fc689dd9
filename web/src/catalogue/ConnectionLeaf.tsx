import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, data, Problem, type Schemas } from '../api/client';
import { Empty, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { tryConnection, useConnection } from './api';
import { ConnectionFields } from './ConnectionFields';
import { given } from './connection';
import { TrialResult } from './TrialResult';

/** How the application's database is reached. */
export function ConnectionLeaf({ application }: { application: string }) {
  const connection = useConnection(application);
  if (connection.isPending) {
    return <Working lines={8} />;
  }
  if (connection.error instanceof Problem && connection.error.status === 404) {
    return <Empty>{connection.error.message}</Empty>;
  }
  if (connection.isError) {
    return <Trouble error={connection.error} again={() => connection.refetch()} />;
  }
  return (
    <Form key={connection.data.version} application={application} connection={connection.data} />
  );
}

type FormProps = { application: string; connection: Schemas['ConnectionShown'] };

function Form({ application, connection }: FormProps) {
  const [typed, setTyped] = useState({
    host: connection.host,
    port: String(connection.port),
    database: connection.database,
    username: connection.username,
    secret: connection.passwordVariable ?? '',
    kept: connection.passwordVariable ? ('variable' as const) : ('here' as const),
    tls: connection.tls,
    certificate: connection.certificate ?? '',
    schemas: connection.schemas.join(', '),
  } as Parameters<typeof given>[0]);
  const trial = useMutation({ mutationFn: () => tryConnection(application, given(typed)) });
  const save = useDoing(() =>
    data(
      api.PUT('/api/applications/{application}/connection', {
        params: { path: { application }, query: { version: connection.version } },
        body: given(typed),
      }),
    ),
  );
  const failed = save.error ?? trial.error;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(undefined);
  };
  return (
    <Box sx={{ display: 'flex', gap: 5, alignItems: 'flex-start', pt: 1 }}>
      <Box component="form" onSubmit={submit} sx={{ width: 520, display: 'grid', gap: 1.75 }}>
        <ConnectionFields
          typed={typed}
          onType={setTyped}
          wrong={failed instanceof Problem ? failed.path : undefined}
          known={!connection.passwordVariable}
        />
        {failed && <Remark tone="bad">{failed.message}</Remark>}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" disabled={trial.isPending} onClick={() => trial.mutate()}>
            {trial.isPending ? 'Trying' : 'Try the connection'}
          </Button>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Save the connection
          </Button>
        </Box>
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {trial.data ? (
          <TrialResult outcome={trial.data} />
        ) : (
          <Typography color="textSecondary" variant="body2">
            What is saved is used at once, by every server of this installation.
          </Typography>
        )}
      </Box>
    </Box>
  );
}
