import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Schemas } from '../api/client';
import { DayField } from '../app/Dates';
import { useBench } from '../bench/api';
import { OfPerson } from './Filters';

export type SlotName = Schemas['ReportSlot']['name'];

type Props = {
  name: SlotName;
  application: string;
  asked: Record<string, string>;
  set: (next: Record<string, string>) => void;
};

/** One thing that a report is asked for. */
export function ReportSlot({ name, application, asked, set }: Props) {
  const bench = useBench(name === 'recordType' || name === 'operation' ? application : '').data;
  switch (name) {
    case 'person':
      return (
        <OfPerson label="Person" value={asked.person ?? ''} onPick={(person) => set({ person })} />
      );
    case 'from':
    case 'until':
      return (
        <DayField
          label={name === 'from' ? 'From' : 'Until'}
          value={asked[name] ?? ''}
          onChange={(day) => set({ [name]: day })}
          width={196}
        />
      );
    case 'recordType':
      return (
        <Choice
          label="Record type"
          value={asked.recordType ?? ''}
          choices={(bench?.types ?? []).map((one) => [one.key, one.plural])}
          onPick={(recordType) => set({ recordType, operation: '' })}
        />
      );
    default:
      return (
        <Choice
          label="Operation"
          value={asked.operation || 'view'}
          choices={(
            bench?.types.find((one) => one.key === asked.recordType)?.operations ?? [
              { key: 'view', name: 'view' },
            ]
          ).map((one) => [one.key, one.name])}
          onPick={(operation) => set({ operation: operation === 'view' ? '' : operation })}
        />
      );
  }
}

function Choice({
  label,
  value,
  choices,
  onPick,
}: {
  label: string;
  value: string;
  choices: [string, string][];
  onPick: (key: string) => void;
}) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={choices.some(([key]) => key === value) ? value : ''}
      sx={{ width: 180 }}
      onChange={(event) => onPick(event.target.value)}
    >
      {choices.map(([key, name]) => (
        <MenuItem key={key} value={key}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
