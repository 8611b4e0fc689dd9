import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { Problem } from '../api/client';
import { Card } from '../app/Card';
import { useSignIn } from './session';

export default function SignIn({ address = '' }: { address?: string }) {
  const [email, setEmail] = useState(address);
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const signIn = useSignIn();
  const asked = useLocation().search.length > 1;
  const problem = signIn.error instanceof Problem ? signIn.error : undefined;
  const [wanted, setWanted] = useState(false);
  useEffect(() => {
    if (problem?.wanted === 'code') {
      setWanted(true);
    }
  }, [problem]);

  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate({ email, password, code });
  };

  return (
    <Card onSubmit={submit} name="h1" width={380}>
      <Typography color="textSecondary">
        {asked
          ? 'Sign in to see the answer to the question in the address.'
          : 'See who can view and change what, and why.'}
      </Typography>
      <TextField
        label="E-mail"
        type="email"
        autoComplete="username"
        autoFocus={address === ''}
        size="small"
        value={email}
        error={problem?.path === 'email'}
        onChange={(event) => setEmail(event.target.value)}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        size="small"
        value={password}
        error={problem?.path === 'password'}
        onChange={(event) => setPassword(event.target.value)}
      />
      {wanted && (
        <TextField
          label="Six digits of your authenticator"
          autoComplete="one-time-code"
          autoFocus
          size="small"
          value={code}
          onChange={(event) => setCode(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
      )}
      <Box role="alert" sx={{ color: 'error.main' }}>
        {problem && (
          <>
            {problem.path === undefined && <strong>{problem.title}. </strong>}
            {problem.message}
          </>
        )}
      </Box>
      <Button type="submit" variant="contained" size="medium" disabled={signIn.isPending}>
        {signIn.isPending ? 'Signing in' : 'Sign in'}
      </Button>
    </Card>
  );
}
