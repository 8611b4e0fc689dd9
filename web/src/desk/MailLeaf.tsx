import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Part, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { type Kind, type NoticesChosen, useNotices } from './api';
import { kinds } from './kinds';

const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

/** What of the Desk one has sent by mail. */
export function MailLeaf() {
  const chosen = useNotices();
  if (chosen.isPending) {
    return <Working lines={8} />;
  }
  if (chosen.isError) {
    return <Trouble error={chosen.error} again={() => chosen.refetch()} />;
  }
  return <Choice key={chosen.data.version} chosen={chosen.data} />;
}

function Choice({ chosen }: { chosen: NoticesChosen }) {
  const [daily, setDaily] = useState(chosen.daily);
  const [fromHour, setHour] = useState(chosen.fromHour);
  const [atOnce, setAtOnce] = useState<ReadonlySet<string>>(new Set(chosen.atOnce));
  const saving = useDoing<void, unknown>(() =>
    data(
      api.PUT('/api/desk/notices', {
        body: { daily, fromHour, atOnce: [...atOnce], version: chosen.version },
      }),
    ),
  );
  const turn = (kind: Kind) => {
    const next = new Set(atOnce);
    if (!next.delete(kind)) {
      next.add(kind);
    }
    setAtOnce(next);
  };
  const same =
    daily === chosen.daily &&
    fromHour === chosen.fromHour &&
    [...atOnce].sort().join() === [...chosen.atOnce].sort().join();
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        saving.mutate();
      }}
    >
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        Each is written about once, with the address of that very sentence.
      </Typography>
      <Part title="Once a day">
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', pt: 0.5 }}>
          <FormControlLabel
            control={<Checkbox size="small" checked={daily} onChange={(_, on) => setDaily(on)} />}
            label="What is new on my Desk, on each day that has something new"
          />
          <TextField
            select
            size="small"
            label="From"
            value={fromHour}
            disabled={!daily}
            sx={{ width: 110 }}
            onChange={(event) => setHour(Number(event.target.value))}
          >
            {HOURS.map((hour) => (
              <MenuItem key={hour} value={hour}>
                {`${String(hour).padStart(2, '0')}:00`}
              </MenuItem>
            ))}
          </TextField>
        </Box>
      </Part>
      <Part title="At once">
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(340px, 1fr))',
            columnGap: 3,
          }}
        >
          {(Object.keys(kinds) as Kind[]).map((kind) => (
            <FormControlLabel
              key={kind}
              control={
                <Checkbox
                  size="small"
                  checked={atOnce.has(kind)}
                  onChange={() => turn(kind)}
                  sx={{ p: 0.5 }}
                />
              }
              label={kinds[kind].several}
            />
          ))}
        </Box>
      </Part>
      {saving.isError && (
        <Remark tone="bad" role="alert">
          {saving.error.message}
        </Remark>
      )}
      <Button type="submit" variant="contained" disabled={same || saving.isPending}>
        Save
      </Button>
    </Box>
  );
}
