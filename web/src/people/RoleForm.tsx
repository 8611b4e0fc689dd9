import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { DayField } from '../app/Dates';
import { HoursField } from '../app/HoursField';
import { type Hours, hoursWritten } from '../app/hours';
import { Remark } from '../app/parts';
import { useLookedFor } from '../app/settled';
import { useApplications } from '../ask/answers';
import { type Given, useAccounts, useFacets } from './api';
import { Chooser, type Picked } from './PickOne';

export type RoleChoice = {
  role: Picked | null;
  units: Picked[];
  below: boolean;
  accounts: Picked[];
  actedFor: boolean;
  from: string;
  until: string;
  hours: Hours[];
  reason: string;
};

export const emptyRole: RoleChoice = {
  role: null,
  units: [],
  below: true,
  accounts: [],
  actedFor: false,
  from: '',
  until: '',
  hours: [],
  reason: '',
};

/** What is chosen as the server takes it; nothing while no role is chosen. */
export function roleGiven(choice: RoleChoice): Given | undefined {
  const [application, role] = choice.role?.key.split('/') ?? [];
  if (!application || !role) {
    return undefined;
  }
  return {
    application,
    role,
    units: choice.units.map((one) => one.key),
    below: choice.below,
    accounts: choice.accounts.map((one) => one.key),
    actedFor: choice.actedFor,
    from: choice.from,
    until: choice.until,
    hours: hoursWritten(choice.hours),
    reason: choice.reason,
  };
}

type Props = { choice: RoleChoice; onChange: (choice: RoleChoice) => void };

const applicationOf = (role: string) => role.split('/')[0] ?? '';

/** A role, the limits it has, and its end. */
export function RoleForm({ choice, onChange }: Props) {
  const facets = useFacets();
  const { search, look } = useLookedFor();
  const found = useAccounts(search, '', 0, 30);
  const accounts = (found.data?.accounts ?? []).map(({ key, name }) => ({ key, name }));
  const applications = useApplications();
  // Those that have roles: of one alone it need not be said.
  const withRoles = new Set((facets.data?.roles ?? []).map((one) => applicationOf(one.key)));
  const named = (role: string) => applications.data?.find((one) => one.key === applicationOf(role));
  const zone = choice.role ? (named(choice.role.key)?.zone ?? '') : '';
  const seats = facets.data?.roles.find((one) => one.key === choice.role?.key)?.seats ?? [];
  return (
    <>
      <Chooser
        label="Role"
        value={choice.role}
        choices={(facets.data?.roles ?? []).map((one) => ({
          key: one.key,
          name: one.name,
          detail: [
            ...(withRoles.size > 1 ? [named(one.key)?.name ?? ''] : []),
            one.people === 1 ? '1 holds it' : `${one.people} hold it`,
            ...one.seats,
          ].join(' · '),
        }))}
        onPick={(role) => onChange({ ...choice, role })}
      />
      {seats.map((one) => (
        <Remark key={one} tone="care">
          {one}
        </Remark>
      ))}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start' }}>
        <Several
          label="Only these units"
          value={choice.units}
          choices={facets.data?.units ?? []}
          onPick={(units) => onChange({ ...choice, units })}
        />
        <FormControlLabel
          sx={{ whiteSpace: 'nowrap', mr: 0 }}
          control={
            <Checkbox
              size="small"
              checked={choice.below}
              onChange={(_, below) => onChange({ ...choice, below })}
            />
          }
          label="and below"
        />
      </Box>
      <Several
        label="Only these accounts"
        value={choice.accounts}
        choices={accounts}
        onType={look}
        onPick={(picked) => onChange({ ...choice, accounts: picked })}
      />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <DayField
          label="First day"
          value={choice.from}
          onChange={(from) => onChange({ ...choice, from })}
        />
        <DayField
          label="Last day"
          value={choice.until}
          onChange={(until) => onChange({ ...choice, until })}
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={choice.actedFor}
              onChange={(_, actedFor) => onChange({ ...choice, actedFor })}
            />
          }
          label="Only the account acted for"
        />
      </Box>
      <HoursField
        hours={choice.hours}
        zone={zone}
        onChange={(hours) => onChange({ ...choice, hours })}
      />
    </>
  );
}

function Several({
  label,
  value,
  choices,
  onPick,
  onType,
}: {
  label: string;
  value: Picked[];
  choices: Picked[];
  onPick: (picked: Picked[]) => void;
  onType?: (text: string) => void;
}) {
  return (
    <Autocomplete
      multiple
      size="small"
      fullWidth
      options={choices}
      value={value}
      getOptionKey={(one) => one.key}
      getOptionLabel={(one) => one.name}
      isOptionEqualToValue={(one, other) => one.key === other.key}
      {...(onType ? { filterOptions: (all: Picked[]) => all } : {})}
      onInputChange={(_, text, reason) => onType?.(reason === 'input' ? text : '')}
      onChange={(_, picked) => onPick(picked)}
      renderInput={(params) => <TextField {...params} label={label} />}
    />
  );
}
