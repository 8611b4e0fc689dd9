import { useState } from 'react';
import { api, data, Problem, type Schemas } from '../api/client';
import { Empty } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { useConnection } from './api';
import { ConnectionForm } from './ConnectionForm';
import { given, type Typed } from './connection';
import { IndexAdvicePart } from './IndexAdvicePart';
import { RecordIndexPart } from './RecordIndexPart';

/** How the application's database is reached, and whether an index of its records is kept. */
export function ConnectionLeaf({ application }: { application: string }) {
  return (
    <>
      <Connection application={application} />
      <RecordIndexPart application={application} />
      <IndexAdvicePart application={application} />
    </>
  );
}

function Connection({ application }: { application: string }) {
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
  } as Typed);
  const save = useDoing(() =>
    data(
      api.PUT('/api/applications/{application}/connection', {
        params: { path: { application }, query: { version: connection.version } },
        body: given(typed),
      }),
    ),
  );
  return (
    <ConnectionForm
      application={application}
      typed={typed}
      onType={setTyped}
      known={!connection.passwordVariable}
      failed={save.error}
      hint="What is saved is used at once, by every server of this installation."
      act="Save the connection"
      mayAct={!save.isPending}
      onAct={() => save.mutate(undefined)}
    />
  );
}
