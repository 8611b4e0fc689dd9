import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { Remark, Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and, number } from '../ask/said';
import { type SourceSheet, useDoing } from './api';
import { PreviewShown } from './PreviewShown';

type Props = { source: SourceSheet; onClose: () => void };

/** What becomes of entries and teams: of several, and of one. */
const words: Record<string, [string, string]> = {
  come: ['come', 'comes'],
  change: ['change', 'changes'],
  adopt: ['are taken over from hand', 'taken over'],
  back: ['come back', 'comes back'],
  go: ['go', 'goes'],
  same: ['stay the same', 'stays the same'],
  wrong: ['cannot be taken in', 'cannot be taken in'],
  waits: ['wait for approval', 'waits for approval'],
  teamComes: ['teams are made', 'team, made'],
  teamAdopted: ['teams are taken over from hand', 'team, taken over'],
  teamChanges: ['teams change', 'team, changes'],
};

/** A look at what a run would do, and the run. */
export function SourceRun({ source, onClose }: Props) {
  const [password, setPassword] = useState('');
  const run = (preview: boolean) =>
    data(
      api.POST('/api/sources/{id}/run', {
        params: { path: { id: source.id }, query: { preview } },
        body: { password },
      }),
    );
  const look = useDoing(() => run(true));
  const doing = useDoing(() => run(false));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    look.mutate(undefined);
  };
  const shown = doing.data ?? look.data;
  const failed = doing.error ?? look.error;
  const held = (look.data?.consequence?.against.length ?? 0) > 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="run-title">
      <Box sx={{ p: 3, display: 'grid', gap: 1.75 }}>
        <Typography id="run-title" variant="h2" component="h2">
          Read {source.name}
        </Typography>
        {!doing.data && (
          <Box component="form" onSubmit={submit} sx={{ display: 'flex', gap: 1 }}>
            {source.ldap ? (
              <TextField
                size="small"
                type="password"
                autoComplete="off"
                label={
                  source.ldap.bindDn ? `Password of ${source.ldap.bindDn}` : 'No password needed'
                }
                value={password}
                onChange={(event) => setPassword(event.target.value)}
                sx={{ flex: 1 }}
              />
            ) : (
              <Typography sx={{ flex: 1 }}>
                Nothing is done before you have seen what would come.
              </Typography>
            )}
            <Button type="submit" variant="outlined" disabled={look.isPending}>
              {look.isPending ? 'Reading' : 'Look what would come'}
            </Button>
          </Box>
        )}
        {failed && <Trouble error={failed} again={() => look.mutate(undefined)} />}
        {doing.data && (
          <Remark tone="good" role="status">
            Done.
          </Remark>
        )}
        {shown && <Shown run={shown} />}
        {shown && shown.onlyHere.length > 0 && (
          <Typography variant="body2" color="textSecondary">
            Here and not there, {number(shown.onlyHere.length)}
            {shown.onlyHere.length === 200 ? ' or more' : ''}:{' '}
            {and(shown.onlyHere.slice(0, 12).map((one) => one.name))}
            {shown.onlyHere.length > 12 ? ' …' : ''}
          </Typography>
        )}
        {look.data?.consequence && !doing.data && (
          <Box sx={{ maxHeight: 220, overflowY: 'auto' }}>
            <PreviewShown told={look.data.consequence} />
          </Box>
        )}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            {doing.data ? 'Close' : 'Cancel'}
          </Button>
          {!doing.data && (
            <Button
              variant="contained"
              disabled={!look.data?.consequence || held || doing.isPending}
              onClick={() => doing.mutate(undefined)}
            >
              {doing.isPending ? 'Running' : 'Make it so'}
            </Button>
          )}
        </Box>
      </Box>
    </Dialog>
  );
}

function Shown({ run }: { run: Schemas['Run'] }) {
  return (
    <>
      <Typography role="status" sx={{ fontWeight: 600 }}>
        {Object.entries(run.counts)
          .map(([what, count]) => `${number(count)} ${words[what]?.[0] ?? what}`)
          .join(', ') || 'There are no such entries.'}
      </Typography>
      {run.lines.length > 0 && (
        <Box sx={{ maxHeight: 260, overflowY: 'auto' }}>
          <Rows aria-label="Entries">
            <tbody>
              {run.lines.map((one) => (
                <tr key={`${one.what} ${one.dn} ${one.email}`}>
                  <td style={{ whiteSpace: 'nowrap' }}>
                    <Box
                      component="span"
                      sx={{ color: one.what === 'wrong' ? 'error.main' : 'inherit' }}
                    >
                      {words[one.what]?.[1]}
                    </Box>
                  </td>
                  <td>{one.name || one.dn}</td>
                  <td className="quiet">{one.email}</td>
                  <td>{one.detail}</td>
                </tr>
              ))}
            </tbody>
          </Rows>
        </Box>
      )}
    </>
  );
}
