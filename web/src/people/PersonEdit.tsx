import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, data, Problem } from '../api/client';
import { Remark } from '../app/parts';
import { ActDialog } from './ActDialog';
import { type How, type PersonSheet, usePerson } from './api';
import { OwnAndTheirs } from './OwnAndTheirs';
import { PickAccount, PickPerson, PickUnit, PickZone } from './PickOne';
import { type Draft, draftOf } from './personDraft';

type Props = { person: PersonSheet; onClose: () => void };

/** Changes who somebody is and where they sit; says what it would change before it is saved. */
export function PersonEdit({ person, onClose }: Props) {
  const [draft, setDraft] = useState<Draft>(() => draftOf(person));
  const [base, setBase] = useState<PersonSheet>(person);
  const [overtaken, setOvertaken] = useState(false);
  const latest = usePerson(person.key);
  const set = (changes: Partial<Draft>) => setDraft({ ...draft, ...changes });
  const owned = new Set(base.owned);
  const same = JSON.stringify(draft) === JSON.stringify(draftOf(base));
  const save = async (how: How) => {
    try {
      return await data(
        api.PUT('/api/people/{key}', {
          params: { path: { key: person.key }, query: how },
          body: {
            version: base.version,
            kind: draft.kind,
            email: draft.email,
            givenName: draft.givenName,
            familyName: draft.familyName,
            accounts: draft.accounts.map((one) => one.key),
            unit: draft.unit?.key ?? '',
            manager: draft.manager?.key ?? '',
            timeZone: draft.zone?.key ?? '',
            attributes: draft.attributes,
          },
        }),
      );
    } catch (error) {
      if (error instanceof Problem && error.overtaken) {
        await latest.refetch();
        setOvertaken(true);
      }
      throw error;
    }
  };
  if (overtaken && latest.data) {
    return (
      <OwnAndTheirs
        base={base}
        mine={draft}
        theirs={latest.data}
        onClose={onClose}
        onChosen={(chosen) => {
          setDraft(chosen);
          setBase(latest.data as PersonSheet);
          setOvertaken(false);
        }}
      />
    );
  }
  return (
    <ActDialog
      title={`Change ${person.name}`}
      asked={same ? null : JSON.stringify([draft, base.version])}
      act={save}
      confirm="Save"
      hint="Nothing is different yet."
      onClose={onClose}
    >
      {owned.size > 0 && (
        <Remark tone="quiet">
          {base.source?.name} has the say of what cannot be typed in here; change it there.
        </Remark>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Text
          label="Given name"
          value={draft.givenName}
          disabled={owned.has('givenName')}
          onChange={(givenName) => set({ givenName })}
        />
        <Text
          label="Family name"
          value={draft.familyName}
          disabled={owned.has('familyName')}
          onChange={(familyName) => set({ familyName })}
        />
        <Text
          label="E-mail"
          value={draft.email}
          disabled={owned.has('email')}
          onChange={(email) => set({ email })}
        />
        <TextField
          select
          size="small"
          label="Kind"
          value={draft.kind}
          disabled={owned.has('kind')}
          onChange={(event) => set({ kind: event.target.value as Draft['kind'] })}
        >
          <MenuItem value="staff">Staff</MenuItem>
          <MenuItem value="external">External</MenuItem>
          <MenuItem value="service">Service</MenuItem>
        </TextField>
        <PickUnit
          label="Unit"
          value={draft.unit}
          disabled={owned.has('unit')}
          onPick={(unit) => set({ unit })}
        />
        <PickPerson
          label="Manager"
          value={draft.manager}
          disabled={owned.has('manager')}
          onPick={(manager) => set({ manager })}
        />
        <PickZone label="Time zone" value={draft.zone} onPick={(zone) => set({ zone })} />
        {base.attributes.map((one) => (
          <Text
            key={one.key}
            label={one.label}
            hint={one.choices.length > 0 ? one.choices.join(', ') : ''}
            value={draft.attributes[one.key] ?? ''}
            onChange={(value) => set({ attributes: { ...draft.attributes, [one.key]: value } })}
          />
        ))}
      </Box>
      {draft.kind === 'external' && (
        <WorksFor draft={draft} disabled={owned.has('accounts')} onChange={set} />
      )}
    </ActDialog>
  );
}

function Text({
  label,
  value,
  onChange,
  disabled = false,
  hint = '',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  disabled?: boolean;
  hint?: string;
}) {
  return (
    <TextField
      size="small"
      label={label}
      value={value}
      disabled={disabled}
      helperText={hint || undefined}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

/** The accounts an external works for: one or several. */
function WorksFor({
  draft,
  disabled,
  onChange,
}: {
  draft: Draft;
  disabled: boolean;
  onChange: (changes: Partial<Draft>) => void;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      <span>Works for</span>
      {draft.accounts.map((one) => (
        <Button
          key={one.key}
          variant="outlined"
          disabled={disabled}
          onClick={() =>
            onChange({ accounts: draft.accounts.filter((other) => other.key !== one.key) })
          }
        >
          {one.name} ×
        </Button>
      ))}
      <PickAccount
        label="Add an account"
        width={230}
        value={null}
        disabled={disabled}
        onPick={(one) =>
          one &&
          !draft.accounts.some((other) => other.key === one.key) &&
          onChange({ accounts: [...draft.accounts, one] })
        }
      />
    </Box>
  );
}
