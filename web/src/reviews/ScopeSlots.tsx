import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useBench } from '../bench/api';
import {
  Chooser,
  PickAccount,
  type Picked,
  PickPerson,
  PickTeam,
  PickUnit,
} from '../people/PickOne';
import type { Scope } from './api';

export type About =
  | 'everything'
  | 'externals'
  | 'unit'
  | 'team'
  | 'account'
  | 'person'
  | 'role'
  | 'recordType'
  | 'field';

const ABOUT: [About, string][] = [
  ['everything', 'Everything that anybody holds'],
  ['externals', 'Everything that outsiders hold'],
  ['unit', 'People of a unit and all below'],
  ['team', 'Members of a team'],
  ['account', 'Outsiders of an organisation'],
  ['person', 'One person'],
  ['role', 'A role'],
  ['recordType', 'Whoever reaches a record type'],
  ['field', 'Whoever reaches a guarded field'],
];

export type ScopeWanted = { about: About; picked: Picked | null };

/** What is asked of the server; null while something is not picked yet. */
export function scopeOf({ about, picked }: ScopeWanted): Scope | null {
  if (about === 'everything' || about === 'externals') {
    return { kind: about };
  }
  if (!picked) {
    return null;
  }
  switch (about) {
    case 'role':
      return { kind: 'role', role: picked.key };
    case 'recordType':
      return { kind: 'recordType', recordType: picked.key };
    case 'field': {
      const [recordType = '', field = ''] = picked.key.split('.');
      return { kind: 'field', recordType, field };
    }
    default: {
      const part = {
        unit: { unit: picked.key, below: true },
        team: { team: picked.key },
        account: { externalsOf: picked.key },
        person: { person: picked.key },
      }[about];
      return { kind: 'people', audience: { of: [part], except: [] } };
    }
  }
}

type Props = { application: string; wanted: ScopeWanted; onChange: (next: ScopeWanted) => void };

/** What a review is about. */
export function ScopeSlots({ application, wanted, onChange }: Props) {
  const bench = useBench(application).data;
  const { about, picked } = wanted;
  const pick = {
    value: picked,
    onPick: (next: Picked | null) => onChange({ about, picked: next }),
  };
  return (
    <>
      <TextField
        select
        size="small"
        label="About"
        value={about}
        onChange={(event) => onChange({ about: event.target.value as About, picked: null })}
      >
        {ABOUT.map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      {about === 'unit' && <PickUnit label="Unit" {...pick} />}
      {about === 'team' && <PickTeam label="Team" {...pick} />}
      {about === 'account' && <PickAccount label="Organisation" {...pick} />}
      {about === 'person' && <PickPerson label="Person" {...pick} />}
      {about === 'role' && (
        <Chooser
          label="Role"
          choices={(bench?.roles ?? []).map(({ element }) => ({
            key: element.key ?? '',
            name: element.name ?? '',
          }))}
          {...pick}
        />
      )}
      {about === 'recordType' && (
        <Chooser
          label="Record type"
          choices={(bench?.types ?? []).map((one) => ({ key: one.key, name: one.plural }))}
          {...pick}
        />
      )}
      {about === 'field' && (
        <Chooser
          label="Guarded field"
          choices={(bench?.types ?? []).flatMap((type) =>
            type.fields
              .filter((field) => field.guarded)
              .map((field) => ({
                key: `${type.key}.${field.key}`,
                name: `${field.label} of ${type.plural.toLowerCase()}`,
              })),
          )}
          {...pick}
        />
      )}
    </>
  );
}
