import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { type ReactNode, useState } from 'react';
import type { Schemas } from '../api/client';
import { DayField } from '../app/Dates';
import { Remark, Rows, When } from '../app/parts';
import { useDoing } from './api';

type Token = Schemas['TokenShown'];

type Props = {
  /** Whose they are. */
  of: string;
  tokens: Token[];
  make: (edit: Schemas['TokenEdit']) => Promise<Schemas['NewToken']>;
  revoke: (token: string) => Promise<unknown>;
  /** Makes another value for one; without it, none can be renewed. */
  renew?: (token: string) => Promise<Schemas['NewToken']>;
  /** What else can be said of a new one, and what is said. */
  more?: ReactNode;
  source?: string;
};

/** Tokens by which a program comes in; each is shown once, when it is made. */
export function Tokens({ of, tokens, make, revoke, renew, more, source = '' }: Props) {
  const [label, setLabel] = useState('');
  const [lastDay, setLastDay] = useState('');
  const making = useDoing(
    () => make({ label, lastDay, source }),
    () => {
      setLabel('');
      setLastDay('');
      renewing.reset();
    },
  );
  const renewing = useDoing(
    (token: string) => renew?.(token) ?? Promise.reject(),
    () => making.reset(),
  );
  const revoking = useDoing(revoke);
  const fresh = renewing.data ?? making.data;
  const failed = renewing.error ?? revoking.error;
  return (
    <div>
      {fresh && (
        <Remark tone="good" role="status">
          Copy the token now; it is not shown again
          {renewing.data && ', and the old one is good for another week'}:
          <Box
            component="code"
            data-token
            sx={{ display: 'block', overflowWrap: 'anywhere', my: 0.5, fontWeight: 600 }}
          >
            {fresh.token}
          </Box>
        </Remark>
      )}
      {failed && (
        <Remark tone="bad" role="alert">
          {failed.message}
        </Remark>
      )}
      {tokens.length > 0 && (
        <Rows aria-label={`Tokens of ${of}`} sx={{ my: 1 }}>
          <tbody>
            {tokens.map((one) => (
              <tr key={one.id}>
                <td>{one.label}</td>
                <td className="quiet">{use(one)}</td>
                <td className="quiet">
                  {!one.ended && (
                    <>
                      ends <When at={one.validUntil} />
                    </>
                  )}
                </td>
                <td className="quiet">kept by {one.keeper}</td>
                <td style={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                  {one.ended ? (
                    <span className="quiet">{one.ended}</span>
                  ) : (
                    <>
                      {renew && (
                        <Button
                          variant="text"
                          aria-label={`Renew ${one.label}`}
                          onClick={() => renewing.mutate(one.id)}
                        >
                          Renew
                        </Button>
                      )}
                      <Button
                        variant="text"
                        aria-label={`Revoke ${one.label}`}
                        onClick={() => revoking.mutate(one.id)}
                      >
                        Revoke
                      </Button>
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Rows>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start' }}>
        <TextField
          size="small"
          label="Where a new token will be kept"
          value={label}
          error={making.isError}
          helperText={making.error?.message}
          onChange={(event) => setLabel(event.target.value)}
          sx={{ flex: 1 }}
        />
        <DayField label="Last day, or a year" value={lastDay} onChange={setLastDay} />
        <Button variant="outlined" sx={{ mt: 0.25 }} onClick={() => making.mutate(undefined)}>
          Make a token
        </Button>
      </Box>
      {more}
    </div>
  );
}

function use(token: Token): ReactNode {
  return token.lastUsed ? (
    <>
      used <When at={token.lastUsed} />
    </>
  ) : (
    'not used yet'
  );
}
