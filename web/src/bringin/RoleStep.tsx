import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { hoursRead } from '../app/hours';
import { Remark } from '../app/parts';
import { useDoing, useFacets } from '../people/api';
import { emptyRole, type RoleChoice, RoleForm, roleGiven } from '../people/RoleForm';
import { type Batch, say } from './api';

type Props = { batch: Batch; onNext: () => void };

/** What they are given to begin with. */
export function RoleStep({ batch, onNext }: Props) {
  const facets = useFacets();
  const [changed, setChanged] = useState<RoleChoice | null>(null);
  const choice = changed ?? known(batch, facets.data?.roles ?? [], facets.data?.units ?? []);
  const given = roleGiven(choice);
  const save = useDoing((none: boolean) => say(batch, { given: none ? null : given }), onNext);
  return (
    <Box sx={{ maxWidth: 620, display: 'grid', gap: 2 }}>
      <Typography color="textSecondary">
        Each of them gets the role in their own name, so that it can be taken back from one alone.
      </Typography>
      <RoleForm choice={choice} onChange={setChanged} />
      {!given && (
        <Remark tone="care">
          Without a role they will be able to do nothing, unless their unit or team gives them
          something.
        </Remark>
      )}
      {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" disabled={!given} onClick={() => save.mutate(false)}>
          See what it amounts to
        </Button>
        <Button variant="outlined" onClick={() => save.mutate(true)}>
          Go on without a role
        </Button>
      </Box>
    </Box>
  );
}

/** The role as it was said before. */
function known(
  batch: Batch,
  roles: { key: string; name: string }[],
  units: { key: string; name: string }[],
): RoleChoice {
  const { given } = batch;
  if (!given) {
    return emptyRole;
  }
  const key = `${given.application}/${given.role}`;
  return {
    role: { key, name: roles.find((one) => one.key === key)?.name ?? given.role },
    units: (given.units ?? []).map((unit) => ({
      key: unit,
      name: units.find((one) => one.key === unit)?.name ?? unit,
    })),
    below: given.below ?? false,
    accounts: (given.accounts ?? []).map((account) => ({ key: account, name: account })),
    actedFor: given.actedFor ?? false,
    from: given.from ?? '',
    until: given.until ?? '',
    hours: hoursRead(given.hours ?? []),
    reason: given.reason ?? '',
  };
}
