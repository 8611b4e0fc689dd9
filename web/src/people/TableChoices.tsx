import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Schemas } from '../api/client';
import type { TableProposed } from '../catalogue/api';

type ChoiceProps = {
  label: string;
  value: string;
  choices: string[];
  onChoose: (value: string) => void;
  /** What choosing nothing means; left out where something has to be chosen. */
  none?: string | undefined;
};

/** One of some tables or columns, by name. */
export function NameChoice({ label, value, choices, onChoose, none }: ChoiceProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={choices.includes(value) ? value : ''}
      slotProps={{
        select: { displayEmpty: none !== undefined },
        inputLabel: none === undefined ? {} : { shrink: true },
      }}
      onChange={(event) => onChoose(event.target.value)}
    >
      {none !== undefined && <MenuItem value="">{none}</MenuItem>}
      {choices.map((one) => (
        <MenuItem key={one} value={one}>
          {one}
        </MenuItem>
      ))}
    </TextField>
  );
}

export const columnsOf = (tables: TableProposed[], table: string) =>
  tables.find((one) => one.table === table)?.columns ?? [];

export type Through = Schemas['ThroughTable'];

type ThroughProps = {
  /** What its values are of, as in "unit". */
  what: string;
  tables: TableProposed[];
  value: Through | undefined;
  onChange: (value: Through | undefined) => void;
};

/** By which table the values of a column are called what they are called here. */
export function ThroughChoice({ what, tables, value, onChange }: ThroughProps) {
  const table = value?.table ?? '';
  const columns = columnsOf(tables, table);
  const choose = (chosen: string) => {
    const has = columnsOf(tables, chosen);
    onChange(
      chosen === ''
        ? undefined
        : {
            table: chosen,
            from: has.find((one) => one === 'id') ?? has[0] ?? '',
            to: has.find((one) => /name|title|code/i.test(one)) ?? has[1] ?? '',
          },
    );
  };
  return (
    <>
      <NameChoice
        label={`Where the ${what}’s name stands`}
        value={table}
        choices={tables.map((one) => one.table)}
        none="In that column itself"
        onChoose={choose}
      />
      {value && (
        <>
          <NameChoice
            label={`What the column of the ${what} has`}
            value={value.from ?? ''}
            choices={columns}
            onChoose={(from) => onChange({ ...value, from })}
          />
          <NameChoice
            label={`Key or name of the ${what}`}
            value={value.to ?? ''}
            choices={columns}
            onChoose={(to) => onChange({ ...value, to })}
          />
        </>
      )}
    </>
  );
}

export type Members = Schemas['MemberTable'];

/** Where an application keeps who is in which team. */
export function MembersChoice({
  tables,
  value,
  onChange,
}: {
  tables: TableProposed[];
  value: Members | undefined;
  onChange: (value: Members | undefined) => void;
}) {
  const columns = columnsOf(tables, value?.table ?? '');
  const choose = (table: string) => {
    const has = columnsOf(tables, table);
    const person = has.find((one) => /user|staff|person|member|employee/i.test(one)) ?? '';
    onChange(
      table === ''
        ? undefined
        : { table, person, team: has.find((one) => one !== person && one !== 'id') ?? '' },
    );
  };
  return (
    <>
      <NameChoice
        label="Table of who is in which team"
        value={value?.table ?? ''}
        choices={tables.map((one) => one.table)}
        none="Teams are not read"
        onChoose={choose}
      />
      {value && (
        <>
          <NameChoice
            label="Who"
            value={value.person ?? ''}
            choices={columns}
            onChoose={(person) => onChange({ ...value, person })}
          />
          <NameChoice
            label="In which team"
            value={value.team ?? ''}
            choices={columns}
            onChoose={(team) => onChange({ ...value, team })}
          />
          <ThroughChoice
            what="team"
            tables={tables}
            value={value.through}
            onChange={(through) => {
              const { through: _, ...rest } = value;
              onChange(through ? { ...rest, through } : rest);
            }}
          />
        </>
      )}
    </>
  );
}
