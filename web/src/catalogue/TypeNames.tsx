import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Schemas } from '../api/client';
import type { RecordType } from './api';
import { Typed } from './Typed';

type Props = {
  type: RecordType;
  areas: Schemas['AreaPart'][];
  /** Why people know them by what they do; nothing where that is settled. */
  titled?: string | undefined;
  onChange: (type: RecordType) => void;
};

/** What records of a type are called, where they belong, and what people know them by. */
export function TypeNames({ type, areas, titled, onChange }: Props) {
  const titles = (type.fields ?? []).filter(
    (one) => one.type === 'text' || one.type === 'choice' || one.key === type.titleField,
  );
  const choice = (
    label: string,
    value: string | undefined,
    choices: { key?: string; said: string | undefined }[],
    onChoose: (key: string) => void,
    hint?: string,
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={value ?? ''}
      helperText={hint}
      onChange={(event) => onChoose(event.target.value)}
    >
      {choices.map((one) => (
        <MenuItem key={one.key} value={one.key ?? ''}>
          {one.said}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, my: 2 }}>
      <Typed
        label="One of them"
        value={type.singular ?? ''}
        onType={(singular) => onChange({ ...type, singular })}
      />
      <Typed
        label="Several"
        value={type.plural ?? ''}
        onType={(plural) => onChange({ ...type, plural })}
      />
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Typed
          label="What they are, in a sentence"
          value={type.explanation ?? ''}
          empty
          most={500}
          onType={(explanation) => onChange({ ...type, explanation })}
        />
      </Box>
      {choice(
        'Area',
        type.area,
        areas.map((area) => ({ ...area, said: area.name })),
        (area) => onChange({ ...type, area }),
      )}
      {choice(
        'People know them by',
        type.titleField,
        titles.map((one) => ({ ...one, said: one.label })),
        (titleField) => onChange({ ...type, titleField }),
        titled,
      )}
    </Box>
  );
}
