import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Tooltip from '@mui/material/Tooltip';
import { useState } from 'react';
import { CloseDialog, type PlainAct, PlainDialog, RoleDialog, TeamDialog } from './acts';
import type { PersonSheet } from './api';

type Open = PlainAct | 'close' | 'role' | 'team' | null;

/** What can be done with a person, as far as whoever asks may. */
export function PersonActs({ person }: { person: PersonSheet }) {
  const [open, setOpen] = useState<Open>(null);
  const { may, status, signIn } = person;
  const people = [{ key: person.key, name: person.name }];
  const close = () => setOpen(null);
  const guarded = person.signInGuarded;
  const locked = signIn.lockedSince !== undefined || signIn.lockedUntil !== undefined;
  const act = (name: Open, label: string, why = '') => (
    <Tooltip title={why} key={label}>
      <span>
        <Button variant="outlined" onClick={() => setOpen(name)}>
          {label}
        </Button>
      </span>
    </Tooltip>
  );
  return (
    <Box role="toolbar" aria-label="Acts" sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
      {may.change && status !== 'closed' && act('role', 'Give a role')}
      {may.change && status !== 'closed' && act('team', 'Add to a team')}
      {may.invite &&
        status === 'invited' &&
        act('resend', person.invitation ? 'Send the invitation again' : 'Send an invitation')}
      {may.invite && status === 'invited' && person.invitation && act('withdraw', 'Withdraw it')}
      {may.suspend && status === 'active' && act('suspend', 'Suspend')}
      {((may.suspend && status === 'suspended') || (may.invite && status === 'closed')) &&
        act('bringBack', 'Bring back')}
      {may.reset && status === 'active' && (
        <>
          {act('reset', 'Send a link for a new password', guarded)}
          {locked
            ? act('unlock', 'Unlock the sign-in', guarded)
            : act('lock', 'Lock the sign-in', guarded)}
          {signIn.secondFactor && act('endFactor', 'Take the second factor away', guarded)}
          {person.sessions.length > 0 && act('signOut', 'Sign out everywhere', guarded)}
        </>
      )}
      {may.lookThrough && guarded !== '' && act('lookThrough', 'Ask to look through', guarded)}
      {may.change && person.pendingAddress && act('keepAddress', 'Keep the old address')}
      {may.suspend && status !== 'closed' && act('close', 'Close')}
      {open === 'role' && <RoleDialog people={people} onClose={close} />}
      {open === 'team' && <TeamDialog people={people} onClose={close} />}
      {open === 'close' && <CloseDialog people={people} onClose={close} />}
      {open && open !== 'role' && open !== 'team' && open !== 'close' && (
        <PlainDialog act={open} people={people} onClose={close} />
      )}
    </Box>
  );
}
