import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Rows } from '../app/parts';
import { SomeOf } from '../sentences/slots';
import type { Field, RecordType } from './api';
import { FieldIs, fieldTypes } from './FieldIs';
import { withField } from './governed';
import { Typed } from './Typed';

const LABELS = ['personal', 'commercial', 'health'];

type Props = {
  type: RecordType;
  /** Fields that it might have besides: of its table's columns, and of tables of several values. */
  more: Field[];
  onChange: (type: RecordType) => void;
  onAway: (list: string, key: string, name: string) => void;
};

/** The fields of a record type: what they are called and say, what they are labelled, who guards. */
export function TypeFields({ type, more, onChange, onAway }: Props) {
  const fields = type.fields ?? [];
  const known = new Set([...LABELS, ...fields.flatMap((one) => one.classifications ?? [])]);
  const labels = [...known].map((one) => ({ key: one, name: one }));
  const fixed = (field: Field) => field.key === type.keyField;
  return (
    <>
      <Rows aria-label="Fields">
        <thead>
          <tr>
            <th scope="col" style={{ width: '20%' }}>
              Field
            </th>
            <th scope="col" style={{ width: '14%' }}>
              Is
            </th>
            <th scope="col">What it says, in a sentence</th>
            <th scope="col" style={{ width: '20%' }}>
              Labels
            </th>
            <th scope="col">Guarded</th>
            <th scope="col">
              <span aria-hidden="true" />
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map((field) => (
            <tr key={field.key}>
              <td>
                <Typed
                  bare
                  label={`Name of ${field.label}`}
                  value={field.label ?? ''}
                  onType={(label) => onChange(withField(type, { ...field, label }))}
                />
              </td>
              <td>
                <FieldIs
                  field={field}
                  isKey={fixed(field)}
                  onChange={(next) => onChange(withField(type, next))}
                />
              </td>
              <td>
                <Typed
                  bare
                  empty
                  most={500}
                  label={`What ${field.label} says`}
                  value={field.explanation ?? ''}
                  onType={(explanation) => onChange(withField(type, { ...field, explanation }))}
                />
              </td>
              <td>
                <SomeOf
                  label={`Labels of ${field.label}`}
                  more="…"
                  lead="…"
                  values={field.classifications ?? []}
                  choices={labels}
                  onChange={(classifications) =>
                    onChange(withField(type, { ...field, classifications }))
                  }
                />
              </td>
              <td>
                <Checkbox
                  size="small"
                  checked={field.guarded}
                  disabled={fixed(field)}
                  slotProps={{ input: { 'aria-label': `${field.label} is guarded` } }}
                  onChange={(_, guarded) => onChange(withField(type, { ...field, guarded }))}
                  sx={{ p: 0.25 }}
                />
              </td>
              <td>
                {!fixed(field) && (
                  <Button
                    size="small"
                    aria-label={`Take out ${field.label}`}
                    sx={{ whiteSpace: 'nowrap', p: 0 }}
                    onClick={() => onAway('fields', `${type.key}.${field.key}`, field.label ?? '')}
                  >
                    Take out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {more.length > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <TextField
            select
            size="small"
            label="Another field"
            value=""
            sx={{ width: 300 }}
            onChange={(event) => {
              const field = more.find((one) => one.key === event.target.value);
              if (field) {
                onChange({ ...type, fields: [...fields, field] });
              }
            }}
          >
            {more.map((one) => (
              <MenuItem key={one.key} value={one.key ?? ''}>
                {one.label}, {fieldTypes[one.type ?? 'text']}
                {one.link && `, several by ${one.link.table}`}
              </MenuItem>
            ))}
          </TextField>
        </Box>
      )}
    </>
  );
}
