import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Remark } from '../app/parts';
import { usePeople } from '../ask/answers';
import { useAccounts, useDoing, useFacets } from '../people/api';
import {
  PickAccount,
  type Picked,
  PickPerson,
  PickTeam,
  PickUnit,
  PickZone,
} from '../people/PickOne';
import { type Batch, say } from './api';

type Props = { batch: Batch; onNext: () => void };

const nowhere = { kind: '', account: '', unit: '', manager: '', team: '', timeZone: '' };

/** Where everybody is to sit whose row does not say. */
export function PlaceStep({ batch, onNext }: Props) {
  const placing = { ...nowhere, ...batch.placing };
  const facets = useFacets();
  const accounts = useAccounts('', '', 0, 200);
  const managers = usePeople(placing.manager);
  const [kind, setKind] = useState(placing.kind);
  const [changed, setChanged] = useState<Record<string, Picked | null>>({});
  const at = (member: string, known: Picked[] | undefined, key: string): Picked | null =>
    member in changed
      ? (changed[member] ?? null)
      : (known?.find((one) => one.key === key) ?? (key ? { key, name: key } : null));
  const set = (member: string) => (picked: Picked | null) =>
    setChanged({ ...changed, [member]: picked });
  const account = at('account', accounts.data?.accounts, placing.account);
  const unit = at('unit', facets.data?.units, placing.unit);
  const team = at('team', facets.data?.teams, placing.team);
  const manager = at('manager', managers.data?.people, placing.manager);
  const zone = at('timeZone', undefined, placing.timeZone);
  const save = useDoing(
    () =>
      say(batch, {
        placing: {
          kind,
          account: kind === 'external' ? (account?.key ?? '') : '',
          unit: unit?.key ?? '',
          manager: manager?.key ?? '',
          team: team?.key ?? '',
          timeZone: zone?.key ?? '',
        },
      }),
    onNext,
  );
  return (
    <Box sx={{ maxWidth: 560, display: 'grid', gap: 2 }}>
      <Typography color="textSecondary">
        For all whose own row says nothing else. What you leave empty is decided later, on each
        person&apos;s sheet.
      </Typography>
      <TextField
        select
        size="small"
        label="Kind"
        value={kind}
        onChange={(event) => setKind(event.target.value)}
        helperText={
          kind === ''
            ? 'Addresses of an account’s domain become externals, all others staff.'
            : undefined
        }
      >
        <MenuItem value="">by their domains</MenuItem>
        <MenuItem value="staff">Staff</MenuItem>
        <MenuItem value="external">Externals</MenuItem>
        <MenuItem value="service">Services</MenuItem>
      </TextField>
      {kind === 'external' && (
        <PickAccount label="Account" creates value={account} onPick={set('account')} />
      )}
      <PickUnit label="Unit" value={unit} onPick={set('unit')} />
      <PickPerson label="Manager" value={manager} onPick={set('manager')} />
      <PickTeam label="Team" value={team} onPick={set('team')} />
      <PickZone label="Time zone" value={zone} onPick={set('timeZone')} />
      {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
      <div>
        <Button variant="contained" onClick={() => save.mutate(undefined)}>
          Go on
        </Button>
      </div>
    </Box>
  );
}
