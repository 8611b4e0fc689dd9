import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { api, data, Problem, type Schemas } from '../api/client';
import { Part, Remark } from '../app/parts';
import { useDoing } from '../people/api';
import { PickZone } from '../people/PickOne';

/** What the application is called, and whose clock it goes by. */
export function NameForm({ line }: { line: Schemas['ApplicationLine'] }) {
  const [name, setName] = useState(line.name);
  const [zone, setZone] = useState<{ key: string; name: string } | null>({
    key: line.zone,
    name: line.zone.replaceAll('_', ' '),
  });
  const rename = useDoing(() =>
    data(
      api.PUT('/api/applications/{application}', {
        params: { path: { application: line.key } },
        body: { name, zone: zone?.key ?? '', was: { name: line.name, zone: line.zone } },
      }),
    ),
  );
  const same = name.trim() === line.name && zone?.key === line.zone;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    rename.mutate(undefined);
  };
  return (
    <Part title="Its name">
      <Box
        component="form"
        onSubmit={submit}
        sx={{ display: 'flex', gap: 1.5, alignItems: 'center', pt: 1, maxWidth: 900 }}
      >
        <TextField
          size="small"
          label="What people call it"
          value={name}
          error={rename.error instanceof Problem && rename.error.path === 'name'}
          slotProps={{ htmlInput: { maxLength: 100 } }}
          onChange={(event) => setName(event.target.value)}
          sx={{ width: 300 }}
        />
        <Box sx={{ width: 280 }}>
          <PickZone label="Time zone" value={zone} onPick={setZone} />
        </Box>
        <Button
          type="submit"
          variant="contained"
          disabled={same || name.trim() === '' || !zone || rename.isPending}
        >
          Rename it
        </Button>
      </Box>
      {rename.isError && <Remark tone="bad">{rename.error.message}</Remark>}
    </Part>
  );
}
