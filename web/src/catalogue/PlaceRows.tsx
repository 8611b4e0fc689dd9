import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { RecordType, TableProposed } from './api';
import { LookupForm } from './LookupForm';
import { leads, lookedUp, type Place, placed, places, placing } from './tables';

const words: Record<Place, string> = {
  owner: 'Owner',
  team: 'Team',
  unit: 'Unit',
  account: 'Organisation',
};

type Props = {
  type: RecordType;
  reasons: Record<string, string>;
  tables: TableProposed[];
  onChange: (type: RecordType) => void;
};

/** What places a record, and how what it holds leads to the directory. */
export function PlaceRows({ type, reasons, tables, onChange }: Props) {
  const [open, setOpen] = useState<Place | ''>('');
  return (
    <Box component="section" aria-label="Whose a record is" sx={{ mb: 2 }}>
      <Typography variant="h3" component="h3" sx={{ mb: 1 }}>
        Whose a record is
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(430px, 1fr))',
          columnGap: 3,
        }}
      >
        {(Object.keys(places) as Place[]).map((place) => {
          const field = type.fields?.find((one) => one.key === type[place]);
          const why = reasons[`/${places[place]}`];
          const keyed = field?.key === type.keyField;
          return (
            <Box key={place} sx={{ mb: 1.25 }}>
              <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
                <TextField
                  select
                  size="small"
                  label={words[place]}
                  value={type[place] ?? ''}
                  onChange={(event) => onChange(placed(type, place, event.target.value))}
                  sx={{ width: 190, flexShrink: 0 }}
                  slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
                >
                  <MenuItem value="">None</MenuItem>
                  {placing(type, place).map((one) => (
                    <MenuItem key={one.key} value={one.key ?? ''}>
                      {one.label}
                    </MenuItem>
                  ))}
                </TextField>
                <Typography variant="body2" sx={{ flex: 1 }} title={why}>
                  {leads(field)}
                </Typography>
                {field && !keyed && (
                  <Button
                    size="small"
                    aria-expanded={open === place}
                    aria-label={`Change where ${words[place].toLowerCase()} leads`}
                    onClick={() => setOpen(open === place ? '' : place)}
                  >
                    Change
                  </Button>
                )}
              </Box>
              {field && open === place && (
                <LookupForm
                  place={place}
                  lookup={field.lookup}
                  tables={tables}
                  onDone={(lookup) => {
                    setOpen('');
                    onChange(lookedUp(type, field.key ?? '', lookup));
                  }}
                />
              )}
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
