import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { DayField } from '../app/Dates';
import { Remark } from '../app/parts';
import { useLookedFor } from '../app/settled';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { ActDialog } from '../people/ActDialog';
import { useDoing } from '../people/api';
import { Chooser, type Picked } from '../people/PickOne';
import { SentenceShown } from '../sentences/SentenceShown';

type OwnApplication = Schemas['OwnApplication'];

/** Who may act for oneself, and for whom one may act; to end it is one's own at any moment. */
export function OwnDelegations() {
  const own = useQuery({
    queryKey: keys.ownDelegations(),
    queryFn: ({ signal }) => data(api.GET('/api/own/delegations', { signal })),
  });
  const [making, setMaking] = useState(false);
  const end = useDoing((path: { application: string; key: string }) =>
    data(api.DELETE('/api/own/delegations/{application}/{key}', { params: { path } })),
  );
  if (own.isPending) {
    return <Working lines={2} />;
  }
  if (own.isError) {
    return <Trouble error={own.error} again={() => own.refetch()} />;
  }
  const holding = own.data.filter((one) => one.sets.length > 0);
  return (
    <>
      {own.data.every((one) => one.delegations.length === 0) && (
        <Typography color="textSecondary">Nobody acts for you, and you act for nobody.</Typography>
      )}
      {own.data.map((one) =>
        one.delegations.map((delegation) => (
          <Box
            key={`${one.application.key}/${delegation.key}`}
            sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 0.75 }}
          >
            <Box sx={{ flex: 1, opacity: delegation.ended ? 0.65 : 1 }}>
              <SentenceShown pieces={delegation.sentence} />
            </Box>
            {delegation.mine && !delegation.ended && (
              <Button
                variant="text"
                size="small"
                onClick={() =>
                  end.mutate({ application: one.application.key, key: delegation.key })
                }
              >
                End it now
              </Button>
            )}
          </Box>
        )),
      )}
      {end.isError && <Remark tone="bad">{end.error.message}</Remark>}
      {holding.length > 0 && (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={() => setMaking(true)}>
          Let somebody act for you
        </Button>
      )}
      {making && <Delegate applications={holding} onClose={() => setMaking(false)} />}
    </>
  );
}

function Delegate({
  applications,
  onClose,
}: {
  applications: OwnApplication[];
  onClose: () => void;
}) {
  const [application, setApplication] = useState(applications[0]?.application.key ?? '');
  const [delegate, setDelegate] = useState<Picked | null>(null);
  const { search, look, typing } = useLookedFor();
  const [sets, setSets] = useState<string[]>([]);
  const [from, setFrom] = useState('');
  const [lastDay, setLastDay] = useState('');
  const [reason, setReason] = useState('');
  const found = useQuery({
    queryKey: keys.ownColleagues(search),
    queryFn: ({ signal }) =>
      data(api.GET('/api/own/delegations/colleagues', { signal, params: { query: { search } } })),
    placeholderData: keepPreviousData,
  });
  const chosen = applications.find((one) => one.application.key === application);
  const wanted = { application, delegate: delegate?.key ?? '', sets, from, lastDay, reason };
  return (
    <ActDialog
      title="Let somebody act for you"
      asked={delegate && sets.length > 0 ? JSON.stringify(wanted) : null}
      act={(how) =>
        data(
          api.POST('/api/own/delegations', {
            params: { query: how },
            body: wanted,
          }),
        )
      }
      confirm="Let them act"
      hint="Choose who is to act, and with what. Beyond your unit and teams, people are found by their whole name or address."
      onClose={onClose}
    >
      {applications.length > 1 && (
        <TextField
          select
          size="small"
          label="In"
          value={application}
          onChange={(event) => {
            setApplication(event.target.value);
            setSets([]);
          }}
        >
          {applications.map((one) => (
            <MenuItem key={one.application.key} value={one.application.key}>
              {one.application.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Chooser
        label="Who acts"
        value={delegate}
        choices={found.data ?? []}
        loading={typing || found.isPlaceholderData}
        onType={look}
        onPick={setDelegate}
      />
      <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
        <Typography component="legend" color="textSecondary" variant="body2">
          With which of what you hold
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr' }}>
          {(chosen?.sets ?? []).map((one) => (
            <FormControlLabel
              key={one.key}
              label={one.name}
              control={
                <Checkbox
                  size="small"
                  checked={sets.includes(one.key)}
                  onChange={(_, on) =>
                    setSets(on ? [...sets, one.key] : sets.filter((key) => key !== one.key))
                  }
                />
              }
            />
          ))}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <DayField label="First day" value={from} onChange={setFrom} />
        <DayField label="Last day" value={lastDay} onChange={setLastDay} />
      </Box>
      <TextField
        size="small"
        label="Why"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
    </ActDialog>
  );
}
