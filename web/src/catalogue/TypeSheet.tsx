import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { Part } from '../app/parts';
import type { RecordType, TableProposed } from './api';
import { type Governed, put, standing } from './governed';
import { OperationRows } from './OperationRows';
import { PlaceRows } from './PlaceRows';
import { TypeFields } from './TypeFields';
import { TypeNames } from './TypeNames';
import { TypeTable } from './TypeTable';

type Props = {
  type: RecordType;
  governed: Governed;
  /** The tables of the database, where they can be read; none otherwise. */
  tables: TableProposed[];
  onAway: (list: string, key: string, name: string) => void;
};

const follows = {
  none: 'says nothing of them',
  view: 'lets one view them too',
  all: 'lets one view them, and change them where one may change that',
};

type Follows = keyof typeof follows;

/** One record type, as the draft has it: each change of it is kept in the draft at once. */
export function TypeSheet({ type, governed, tables, onAway }: Props) {
  const onChange = (next: RecordType) => governed.edit([put('recordTypes', next)]);
  const known = new Set((type.fields ?? []).map((one) => one.key));
  const published = governed.types.find((one) => one.key === type.key)?.published?.fields ?? [];
  const proposed = tables.find((one) => one.table === type.table)?.more ?? [];
  const more = [...published, ...proposed].filter((one) => !known.has(one.key));
  return (
    <Box component="section" aria-label={type.plural ?? ''}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 1.5 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {type.plural}
        </Typography>
        <Button
          size="small"
          variant="outlined"
          color="error"
          onClick={() => onAway('recordTypes', type.key ?? '', type.plural ?? '')}
        >
          Govern them no longer
        </Button>
      </Box>
      <TypeNames type={type} areas={standing(governed.areas)} onChange={onChange} />
      <TypeTable
        type={type}
        governed={new Set(standing(governed.types).map((one) => one.table ?? ''))}
        tables={tables}
        onChange={onChange}
      />
      <Box sx={{ height: 16 }} />
      <ParentRow type={type} all={standing(governed.types)} onChange={onChange} />
      <PlaceRows type={type} reasons={{}} tables={tables} onChange={onChange} />
      <Part title="What can be done to them besides">
        <OperationRows
          operations={type.operations ?? []}
          onChange={(operations) => onChange({ ...type, operations })}
        />
      </Part>
      <Part title="Fields">
        <TypeFields type={type} more={more} onChange={onChange} onAway={onAway} />
      </Part>
    </Box>
  );
}

/** Of what each of them is a part, and what that means for who may view it. */
function ParentRow({
  type,
  all,
  onChange,
}: {
  type: RecordType;
  all: RecordType[];
  onChange: (type: RecordType) => void;
}) {
  const through = (type.fields ?? []).filter((one) => one.refersTo);
  const { parent } = type;
  if (through.length === 0 && !parent) {
    return null;
  }
  const name = (key: string | undefined) =>
    (all.find((one) => one.key === key)?.singular ?? key ?? '').toLowerCase();
  return (
    <Box component="section" aria-label="What they are a part of" sx={{ mb: 2 }}>
      <Typography variant="h3" component="h3" sx={{ mb: 1 }}>
        What they are a part of
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <TextField
          select
          size="small"
          label="Part of"
          value={parent?.through ?? ''}
          sx={{ width: 230 }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={(event) => {
            const { parent: was, ...alone } = type;
            const field = through.find((one) => one.key === event.target.value);
            onChange(
              field
                ? {
                    ...alone,
                    parent: {
                      recordType: field.refersTo ?? '',
                      through: field.key ?? '',
                      follows: was?.follows ?? 'view',
                      lifts: was?.lifts ?? false,
                    },
                  }
                : alone,
            );
          }}
        >
          <MenuItem value="">Nothing</MenuItem>
          {through.map((one) => (
            <MenuItem key={one.key} value={one.key ?? ''}>
              {name(one.refersTo)}, by {one.label}
            </MenuItem>
          ))}
        </TextField>
        {parent && (
          <>
            <TextField
              select
              size="small"
              label={`Viewing the ${name(parent.recordType)}`}
              value={parent.follows ?? 'none'}
              sx={{ width: 330 }}
              onChange={(event) =>
                onChange({ ...type, parent: { ...parent, follows: event.target.value as Follows } })
              }
            >
              {Object.entries(follows).map(([key, said]) => (
                <MenuItem key={key} value={key}>
                  {said}
                </MenuItem>
              ))}
            </TextField>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={parent.lifts}
                  onChange={(_, lifts) => onChange({ ...type, parent: { ...parent, lifts } })}
                />
              }
              label={`who views one views its ${name(parent.recordType)}`}
            />
          </>
        )}
      </Box>
    </Box>
  );
}
