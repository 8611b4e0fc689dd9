import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Search } from '../app/Search';
import { type Filters, useFacets } from './api';
import { Chooser, PickAccount } from './PickOne';

type Props = { filters: Filters; change: (changes: Record<string, string>) => void };

const kinds = { staff: 'Staff', external: 'Externals', service: 'Services' } as const;
const statuses = ['active', 'invited', 'suspended', 'closed'];
const invitations = {
  waiting: 'Message not sent yet',
  sent: 'Sent, not accepted',
  expired: 'Expired',
  withdrawn: 'Withdrawn',
} as const;

/** Who is wanted: each filter stands in the address. */
export function FilterBar({ filters, change }: Props) {
  const facets = useFacets();
  const more = Boolean(
    filters.team || filters.invitation || filters.access || filters.source || filters.account,
  );
  const [open, setOpen] = useState(more);
  const roles = facets.data?.roles ?? [];
  const units = facets.data?.units ?? [];
  const teams = facets.data?.teams ?? [];
  const known = (all: { key: string; name: string }[], key: string) =>
    all.find((one) => one.key === key) ?? (key ? { key, name: key } : null);
  return (
    <Box role="search" aria-label="Filters" sx={{ display: 'grid', gap: 1.25, mb: 1.25 }}>
      <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', alignItems: 'center' }}>
        <Search
          label="Name, address, account"
          value={filters.search}
          onSearch={(search) => change({ search })}
          width={250}
        />
        <Choice
          label="Kind"
          value={filters.kind}
          choices={Object.entries(kinds)}
          onChoose={(kind) => change({ kind })}
          width={120}
        />
        <Choice
          label="Status"
          value={filters.status}
          choices={statuses.map((one) => [one, one])}
          onChoose={(status) => change({ status })}
          width={120}
        />
        <Chooser
          label="Unit and below"
          value={known(units, filters.unit)}
          choices={units}
          onPick={(one) => change({ unit: one?.key ?? '' })}
          width={190}
        />
        <Chooser
          label="Role"
          value={known(roles, filters.role)}
          choices={roles}
          onPick={(one) => change({ role: one?.key ?? '' })}
          width={200}
        />
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Fewer filters' : 'More filters'}
        </Button>
      </Box>
      {open && (
        <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', alignItems: 'center' }}>
          <PickAccount
            label="Account"
            value={filters.account ? { key: filters.account, name: filters.account } : null}
            onPick={(one) => change({ account: one?.key ?? '' })}
            width={250}
          />
          <Chooser
            label="Team"
            value={known(teams, filters.team)}
            choices={teams}
            onPick={(one) => change({ team: one?.key ?? '' })}
            width={200}
          />
          <Choice
            label="Invitation"
            value={filters.invitation}
            choices={Object.entries(invitations)}
            onChoose={(invitation) => change({ invitation })}
            width={180}
          />
          <Choice
            label="Access"
            value={filters.access}
            choices={[['nothing', 'Given nothing']]}
            onChoose={(access) => change({ access })}
            width={140}
          />
          <Choice
            label="Come from"
            value={filters.source}
            choices={[
              ['hand', 'Entered by hand'],
              ...(facets.data?.sources ?? []).map((one): [string, string] => [one.key, one.name]),
            ]}
            onChoose={(source) => change({ source })}
            width={160}
          />
        </Box>
      )}
    </Box>
  );
}

function Choice({
  label,
  value,
  choices,
  onChoose,
  width,
}: {
  label: string;
  value: string;
  choices: (readonly [string, string])[];
  onChoose: (value: string) => void;
  width: number;
}) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={(event) => onChoose(event.target.value)}
      sx={{ width }}
    >
      <MenuItem value="">any</MenuItem>
      {choices.map(([key, name]) => (
        <MenuItem key={key} value={key}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
