import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { DayField } from '../app/Dates';
import { ActDialog } from './ActDialog';
import { type AccountDraft, accountDraft, changeAccount } from './accountDraft';
import type { AccountSheet } from './api';

type Props = { sheet: AccountSheet; onClose: () => void };

export function AccountEdit({ sheet, onClose }: Props) {
  const [draft, setDraft] = useState<AccountDraft>(() => accountDraft(sheet));
  const set = (changes: Partial<AccountDraft>) => setDraft({ ...draft, ...changes });
  const same = JSON.stringify(draft) === JSON.stringify(accountDraft(sheet));
  return (
    <ActDialog
      title={`Change ${sheet.line.name}`}
      asked={same ? null : JSON.stringify(draft)}
      act={(how) => changeAccount(sheet.line.key, draft, how)}
      confirm="Save"
      hint="Nothing is different yet."
      onClose={onClose}
    >
      <TextField
        size="small"
        label="Name"
        value={draft.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <Autocomplete
        multiple
        freeSolo
        size="small"
        options={sheet.knownTags}
        value={draft.tags}
        onChange={(_, tags) => set({ tags })}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Tags"
            helperText="Bounds and filters name accounts by tags."
          />
        )}
      />
      <TextField
        size="small"
        label="Domains of their addresses"
        value={draft.domains}
        onChange={(event) => set({ domains: event.target.value })}
      />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
        <TextField
          size="small"
          type="number"
          label="Seats agreed"
          value={draft.seats}
          onChange={(event) => set({ seats: event.target.value })}
          sx={{ width: 140 }}
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={draft.seatsRefuse}
              onChange={(_, seatsRefuse) => set({ seatsRefuse })}
            />
          }
          label="Refuse to go over (otherwise warn)"
        />
      </Box>
      {!sheet.line.own && (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <DayField label="Last day" value={draft.ends} onChange={(ends) => set({ ends })} />
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={draft.pending}
                onChange={(_, pending) => set({ pending })}
              />
            }
            label="Held back until released"
          />
        </Box>
      )}
    </ActDialog>
  );
}
