import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark, Rows } from '../app/parts';
import { useDoing } from '../people/api';
import { type Batch, useArrivalFields } from './api';

type Props = { batch: Batch; onDone?: () => void };

/** Says by hand what the columns are that were not recognised. */
export function Columns({ batch, onDone }: Props) {
  const fields = useArrivalFields();
  const [mapping, setMapping] = useState<Record<string, string>>(batch.mapping);
  const id = batch.line.id;
  const columns = batch.headings.map((heading, column) => ({ heading, column }));
  const save = useDoing(
    () =>
      data(
        api.PUT('/api/bring-in/{id}/mapping', {
          params: { path: { id } },
          body: { mapping },
        }),
      ),
    onDone,
  );
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography sx={{ mb: 1.5 }}>
        Say what the columns are. One of them has to have the addresses.
      </Typography>
      <Rows aria-label="Columns">
        <thead>
          <tr>
            <th scope="col">Column</th>
            <th scope="col">What it is</th>
            <th scope="col">First rows</th>
          </tr>
        </thead>
        <tbody>
          {columns.map(({ heading, column }) => (
            <tr key={column}>
              <td>{heading || `Column ${column + 1}`}</td>
              <td>
                <TextField
                  select
                  size="small"
                  value={mapping[column] ?? ''}
                  onChange={(event) => setMapping({ ...mapping, [column]: event.target.value })}
                  slotProps={{
                    select: { displayEmpty: true },
                    htmlInput: { 'aria-label': `What ${heading || `column ${column + 1}`} is` },
                  }}
                  sx={{ width: 180, my: 0.5 }}
                >
                  <MenuItem value="">nothing we need</MenuItem>
                  {(fields.data ?? []).map((one) => (
                    <MenuItem key={one.key} value={one.key}>
                      {one.name}
                    </MenuItem>
                  ))}
                </TextField>
              </td>
              <td className="quiet">{batch.sample.map((row) => row[column] ?? '').join(' · ')}</td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
      <Button variant="contained" sx={{ mt: 2 }} onClick={() => save.mutate(undefined)}>
        Judge the rows
      </Button>
    </Box>
  );
}
