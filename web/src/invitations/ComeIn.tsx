import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, data, Problem } from '../api/client';
import { keys } from '../api/keys';
import { Card, DeadLink } from '../app/Card';
import { Remark } from '../app/parts';
import { exactly } from '../app/when';
import SignIn from '../session/SignIn';

/** Behind the link of an invitation or a reset: choose a password, and come in. */
export default function ComeIn() {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [shown, setShown] = useState(false);
  const link = useQuery({
    queryKey: keys.entry(token),
    queryFn: ({ signal }) => data(api.POST('/api/entry/open', { signal, body: { token } })),
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const enter = useMutation({
    mutationFn: () => data(api.POST('/api/entry/come-in', { body: { token, password, code } })),
  });
  useEffect(() => {
    document.title = 'Come in · Nembar';
  }, []);
  useEffect(() => {
    if (enter.isSuccess && link.data?.purpose !== 'objection') {
      navigate('/', { replace: true, state: { address: link.data?.email } });
    }
  }, [enter.isSuccess, navigate, link.data]);
  if (enter.isSuccess && link.data?.purpose === 'objection') {
    return (
      <Card>
        <Typography component="h1" variant="h2">
          The address stays as it was
        </Typography>
        <Typography>Tell whoever looks after your access that you did not want this.</Typography>
      </Card>
    );
  }
  if (enter.isSuccess) {
    return <SignIn address={link.data?.email ?? ''} />;
  }
  if (link.isPending) {
    return null;
  }
  if (link.isError) {
    return (
      <DeadLink why={link.error.message}>
        <div>
          <Button variant="outlined" onClick={() => navigate('/')}>
            Sign in instead
          </Button>
        </div>
      </DeadLink>
    );
  }
  const { name, email, accountName, invitedBy, note, purpose, codeWanted, expires } = link.data;
  if (purpose === 'objection') {
    return (
      <Objection
        name={name}
        by={invitedBy}
        stop={() => enter.mutate()}
        stopping={enter.isPending}
        expires={expires}
      />
    );
  }
  const problem = enter.error instanceof Problem ? enter.error : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    enter.mutate();
  };
  return (
    <Card onSubmit={submit}>
      <Typography component="h1" variant="h2">
        {purpose === 'invitation' ? `Welcome, ${name}` : `A new password for ${name}`}
      </Typography>
      {purpose === 'invitation' && (
        <Typography>
          {invitedBy} has invited you{accountName ? `, for ${accountName}` : ''}. Choose a password;
          you sign in with it and your address, {email}.
        </Typography>
      )}
      {note && <Remark tone="good">{note}</Remark>}
      {codeWanted && (
        <TextField
          size="small"
          label={`The code that ${invitedBy} reads to you`}
          autoComplete="off"
          value={code}
          error={problem?.path === 'code'}
          onChange={(event) => setCode(event.target.value)}
        />
      )}
      <input type="email" autoComplete="username" value={email} readOnly hidden />
      <TextField
        size="small"
        type={shown ? 'text' : 'password'}
        autoComplete="new-password"
        label="Password"
        autoFocus
        value={password}
        error={problem?.path === 'password'}
        helperText="At least 12 characters; a few words in a row are easy to keep in mind."
        onChange={(event) => setPassword(event.target.value)}
      />
      <div>
        <Button variant="text" onClick={() => setShown(!shown)}>
          {shown ? 'Hide it' : 'Show it while I type'}
        </Button>
      </div>
      {enter.isError && (
        <Remark tone="bad" role="alert">
          {enter.error.message}
        </Remark>
      )}
      <Button type="submit" variant="contained" disabled={enter.isPending}>
        {purpose === 'invitation' ? 'Come in' : 'Set the password'}
      </Button>
      <Typography variant="body2" color="textSecondary">
        The link works once, until {exactly(expires)}.
      </Typography>
    </Card>
  );
}

type ObjectionProps = {
  name: string;
  by: string;
  stop: () => void;
  stopping: boolean;
  expires: string;
};

/** Behind the link at an old address: the change to another one can be stopped. */
function Objection({ name, by, stop, stopping, expires }: ObjectionProps) {
  return (
    <Card>
      <Typography component="h1" variant="h2">
        Keep this address, {name}?
      </Typography>
      <Typography>
        {by} wants you to sign in with another address. If you do not know of this, stop it here.
      </Typography>
      <Button variant="contained" onClick={stop} disabled={stopping}>
        Stop the change
      </Button>
      <Typography variant="body2" color="textSecondary">
        Otherwise the other address counts from {exactly(expires)}.
      </Typography>
    </Card>
  );
}
