import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { api, data, Problem, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { DATE_STYLES } from '../app/dateStyle';
import { Part, Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { PickZone } from '../people/PickOne';
import { useSession } from '../session/session';
import { NewPassword } from './NewPassword';
import { OwnDelegations } from './OwnDelegations';
import { OwnSessions } from './OwnSessions';
import { SecondFactor } from './SecondFactor';

export type OwnPage = Schemas['OwnPage'];

const places = {
  '': 'where the last address leads',
  '/desk': 'Desk',
  '/people': 'People',
  '/ask/what-can': 'Ask',
};

/** What people see and change of themselves. */
export default function OwnPlace() {
  const own = useQuery({
    queryKey: keys.own(),
    queryFn: ({ signal }) => data(api.GET('/api/own', { signal })),
  });
  useEffect(() => {
    document.title = 'You · Nembar';
  }, []);
  return (
    <Box component="main" sx={{ p: '18px 20px 40px', overflowY: 'auto', height: '100%' }}>
      {own.isPending && <Working lines={10} />}
      {own.isError && <Trouble error={own.error} again={() => own.refetch()} />}
      {own.data && (
        <>
          <Typography variant="h1" component="h1" sx={{ mb: 2 }}>
            {own.data.name}
          </Typography>
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 1fr',
              columnGap: 6,
              maxWidth: 1080,
            }}
          >
            <div>
              <Who own={own.data} />
              <Part title="Password">
                <NewPassword />
              </Part>
            </div>
            <div>
              <Part title="Second factor">
                <SecondFactor own={own.data} />
              </Part>
              <Part title="Acting for one another">
                <OwnDelegations />
              </Part>
              <Part title="Where you are signed in">
                <OwnSessions own={own.data} />
              </Part>
            </div>
          </Box>
        </>
      )}
    </Box>
  );
}

function Who({ own }: { own: OwnPage }) {
  const [givenName, setGiven] = useState(own.givenName);
  const [familyName, setFamily] = useState(own.familyName);
  const [zone, setZone] = useState<{ key: string; name: string } | null>({
    key: own.timeZone,
    name: own.timeZone.replaceAll('_', ' '),
  });
  const [startPlace, setStart] = useState(own.startPlace);
  const [dateStyle, setDateStyle] = useState(own.dateStyle);
  const save = useDoing(async () => {
    await data(
      api.PUT('/api/own', {
        body: {
          givenName,
          familyName,
          timeZone: zone?.key ?? '',
          startPlace,
          dateStyle,
        },
      }),
    );
  });
  const session = useSession();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: () => session.refetch() });
  };
  const path = save.error instanceof Problem ? save.error.path : undefined;
  return (
    <Part title="Who you are">
      <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.75 }}>
        {own.nameOwned && <Remark tone="quiet">{own.nameOwned} has the say of your name.</Remark>}
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <TextField
            size="small"
            label="Given name"
            value={givenName}
            disabled={own.nameOwned !== ''}
            error={path === 'givenName'}
            onChange={(event) => setGiven(event.target.value)}
          />
          <TextField
            size="small"
            label="Family name"
            value={familyName}
            disabled={own.nameOwned !== ''}
            onChange={(event) => setFamily(event.target.value)}
          />
        </Box>
        <TextField size="small" label="E-mail" value={own.email} disabled />
        <PickZone label="Time zone" value={zone} onPick={setZone} />
        <TextField
          select
          size="small"
          label="Begin at"
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          value={startPlace}
          onChange={(event) => setStart(event.target.value)}
        >
          {Object.entries(places).map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          size="small"
          label="Dates as"
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          value={dateStyle}
          onChange={(event) => setDateStyle(event.target.value)}
        >
          {DATE_STYLES.map(([key, example]) => (
            <MenuItem key={key} value={key}>
              {example}
            </MenuItem>
          ))}
        </TextField>
        {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
        {save.isSuccess && (
          <Remark tone="good" role="status">
            Saved.
          </Remark>
        )}
        <div>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Save
          </Button>
        </div>
      </Box>
    </Part>
  );
}
