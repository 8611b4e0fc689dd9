import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useChoosing } from '../app/choosing';
import { useLookedFor } from '../app/settled';
import { usePeople } from '../ask/answers';
import { useAccounts, useFacets } from './api';

export type Picked = { key: string; name: string; detail?: string };

type Props = {
  label: string;
  value: Picked | null;
  onPick: (picked: Picked | null) => void;
  error?: string | undefined;
  width?: number | string;
  disabled?: boolean;
};

type ChooserProps = Props & {
  choices: Picked[];
  onType?: (text: string) => void;
  loading?: boolean;
  made?: (name: string) => Picked;
};

/** One of many, found by typing. */
export function Chooser({
  label,
  value,
  onPick,
  choices,
  onType,
  loading = false,
  error,
  width = '100%',
  disabled = false,
  made,
}: ChooserProps) {
  const [typed, setTyped] = useState('');
  const known = choices.some((one) => one.name.toLowerCase() === typed.trim().toLowerCase());
  const options: Picked[] =
    made && typed.trim() && !known
      ? [...choices, { ...made(typed.trim()), detail: 'new, made on the spot' }]
      : choices;
  const pick = (picked: Picked | null) =>
    onPick(picked ? { key: picked.key, name: picked.name } : null);
  const choosing = useChoosing(options, loading, pick);
  return (
    <Autocomplete
      {...choosing}
      size="small"
      sx={{ width }}
      disabled={disabled}
      options={options}
      value={value}
      loading={loading}
      autoHighlight
      getOptionKey={(one) => one.key}
      getOptionLabel={(one) => one.name}
      isOptionEqualToValue={(one, other) => one.key === other.key}
      {...(onType ? { filterOptions: (all: typeof options) => all } : {})}
      onInputChange={(_, text, reason) => {
        setTyped(reason === 'input' ? text : '');
        onType?.(reason === 'input' ? text : '');
      }}
      onChange={(_, picked) => pick(picked)}
      renderOption={({ key, ...props }, one) => (
        <li {...props} key={key}>
          {one.name}
          {one.detail && (
            <span style={{ marginLeft: 'auto', paddingLeft: 12, opacity: 0.75, fontSize: 12.5 }}>
              {one.detail}
            </span>
          )}
        </li>
      )}
      renderInput={(params) => (
        <TextField {...params} label={label} error={Boolean(error)} helperText={error} />
      )}
    />
  );
}

export function PickPerson(props: Props) {
  const { search, look, typing } = useLookedFor();
  const people = usePeople(search);
  const choices = (people.data?.people ?? []).map((one) => ({
    key: one.key,
    name: one.name,
    detail: one.unitOrAccount,
  }));
  return (
    <Chooser
      {...props}
      choices={choices}
      onType={look}
      loading={typing || people.isPending || people.isPlaceholderData}
    />
  );
}

export function PickAccount({ creates = false, ...props }: Props & { creates?: boolean }) {
  const { search, look, typing } = useLookedFor();
  const found = useAccounts(search, '', 0, 30);
  const choices = (found.data?.accounts ?? [])
    .filter((one) => !one.own)
    .map((one) => ({
      key: one.key,
      name: one.name,
      detail:
        one.seats === undefined
          ? one.tags.join(', ')
          : `${one.people} of ${one.seats} seats in use`,
    }));
  return (
    <Chooser
      {...props}
      choices={choices}
      onType={look}
      loading={typing || found.isPending || found.isPlaceholderData}
      {...(creates ? { made: (name: string) => ({ key: name, name }) } : {})}
    />
  );
}

export function PickUnit(props: Props) {
  const facets = useFacets();
  return <Chooser {...props} choices={facets.data?.units ?? []} />;
}

export function PickTeam(props: Props) {
  const facets = useFacets();
  return <Chooser {...props} choices={facets.data?.teams ?? []} />;
}

/** Time zones by their names, to choose from. */
export const zones = ['UTC', ...Intl.supportedValuesOf('timeZone')].map((name) => ({
  key: name,
  name: name.replaceAll('_', ' '),
}));

export function PickZone(props: Props) {
  return <Chooser {...props} choices={zones} />;
}
