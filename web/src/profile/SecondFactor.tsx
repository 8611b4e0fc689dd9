import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { QRCodeSVG } from 'qrcode.react';
import { type FormEvent, useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { useDoing } from '../people/api';
import type { OwnPage } from './OwnPlace';

/** A code from an authenticator, asked for besides the password. */
export function SecondFactor({ own }: { own: OwnPage }) {
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const offer = useDoing(() => data(api.POST('/api/own/second-factor', { body: { password } })));
  const confirm = useDoing(
    () => data(api.PUT('/api/own/second-factor', { body: { code } })),
    () => {
      offer.reset();
      setPassword('');
      setCode('');
    },
  );
  const end = useDoing(
    () => data(api.POST('/api/own/second-factor/end', { body: { password, code } })),
    () => {
      setPassword('');
      setCode('');
    },
  );
  const failed = confirm.error ?? offer.error ?? end.error;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (offer.data) {
      confirm.mutate(undefined);
    } else if (own.secondFactor) {
      end.mutate(undefined);
    } else {
      offer.mutate(undefined);
    }
  };
  if (!own.secondFactorPossible && !own.secondFactor) {
    return (
      <Typography color="textSecondary">
        Not possible here yet: whoever runs Nembar has to set a key to encrypt it with.
      </Typography>
    );
  }
  return (
    <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.75 }}>
      <Typography>
        {own.secondFactor
          ? 'Signing in asks for a code of your authenticator too.'
          : 'Signing in asks for the password alone.'}
      </Typography>
      {offer.data ? (
        <>
          <Box sx={{ bgcolor: '#fff', p: 1.5, width: 'fit-content' }}>
            <QRCodeSVG value={offer.data.address} size={160} title="The secret, as a picture" />
          </Box>
          <Typography variant="body2">
            Take the picture with your authenticator, or type in{' '}
            <code data-secret style={{ overflowWrap: 'anywhere' }}>
              {offer.data.secret}
            </code>
            . Then type the six digits it shows.
          </Typography>
          <SixDigits code={code} setCode={setCode} />
        </>
      ) : (
        <>
          <TextField
            size="small"
            type="password"
            autoComplete="current-password"
            label="Your password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {own.secondFactor && <SixDigits code={code} setCode={setCode} />}
        </>
      )}
      {failed && <Remark tone="bad">{failed.message}</Remark>}
      <div>
        <Button type="submit" variant="outlined">
          {offer.data
            ? 'Ask for it from now on'
            : own.secondFactor
              ? 'Take it away'
              : 'Set up an authenticator'}
        </Button>
      </div>
    </Box>
  );
}

function SixDigits({ code, setCode }: { code: string; setCode: (code: string) => void }) {
  return (
    <TextField
      size="small"
      label="Six digits"
      autoComplete="one-time-code"
      value={code}
      onChange={(event) => setCode(event.target.value)}
      slotProps={{ htmlInput: { inputMode: 'numeric' } }}
    />
  );
}
