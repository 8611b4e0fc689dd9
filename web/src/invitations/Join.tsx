import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { api, data, Problem } from '../api/client';
import { keys } from '../api/keys';
import { Card, DeadLink } from '../app/Card';
import { Remark } from '../app/parts';
import { and } from '../ask/said';

/** Behind the link of an account: ask to join it. */
export default function Join() {
  const link = useLocation().hash.slice(1);
  const [asked, setAsked] = useState({ email: '', givenName: '', familyName: '', note: '' });
  const door = useQuery({
    queryKey: keys.join(link),
    queryFn: ({ signal }) => data(api.POST('/api/join/open', { signal, body: { link } })),
    retry: false,
  });
  const ask = useMutation({
    mutationFn: () => data(api.POST('/api/join', { body: { ...asked, link } })),
  });
  useEffect(() => {
    document.title = 'Ask to join · Nembar';
  }, []);
  if (door.isPending) {
    return null;
  }
  if (door.isError) {
    return <DeadLink why={door.error.message} />;
  }
  if (ask.isSuccess) {
    return (
      <Card>
        <Typography component="h1" variant="h2">
          You have asked to join {door.data.accountName}
        </Typography>
        <Typography>
          Once somebody there has agreed, a message comes to {asked.email} with a link to come in.
        </Typography>
      </Card>
    );
  }
  const path = ask.error instanceof Problem ? ask.error.path : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    ask.mutate();
  };
  const text = (member: keyof typeof asked, label: string) => (
    <TextField
      size="small"
      label={label}
      value={asked[member]}
      error={path === member}
      onChange={(event) => setAsked({ ...asked, [member]: event.target.value })}
    />
  );
  return (
    <Card onSubmit={submit}>
      <Typography component="h1" variant="h2">
        Ask to join {door.data.accountName}
      </Typography>
      <Typography>
        For people with an address of {and(door.data.domains)}. Somebody looks at every request.
      </Typography>
      {text('email', 'E-mail')}
      {text('givenName', 'Given name')}
      {text('familyName', 'Family name')}
      {text('note', 'What you need it for')}
      {ask.isError && (
        <Remark tone="bad" role="alert">
          {ask.error.message}
        </Remark>
      )}
      <Button type="submit" variant="contained" disabled={ask.isPending}>
        Ask to join
      </Button>
    </Card>
  );
}
