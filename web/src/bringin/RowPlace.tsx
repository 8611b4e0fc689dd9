import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { PickAccount, PickPerson, PickTeam, PickUnit } from '../people/PickOne';
import type { JudgedRow } from './api';

type Props = { row: JudgedRow; onSave: (cells: Record<string, string>) => void };

const named = (name: string | undefined) => (name ? { key: name, name } : null);

/** Where one person is to sit, other than all the others. */
export function RowPlace({ row, onSave }: Props) {
  const [kind, setKind] = useState(row.cells.kind?.toLowerCase() ?? '');
  const [unit, setUnit] = useState(named(row.cells.unit));
  const [account, setAccount] = useState(named(row.cells.account));
  const [manager, setManager] = useState(named(row.cells.manager));
  const [team, setTeam] = useState(named(row.cells.team));
  return (
    <Box sx={{ display: 'flex', gap: 1, py: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      <TextField
        select
        size="small"
        label="Kind"
        value={kind}
        onChange={(event) => setKind(event.target.value)}
        sx={{ width: 120 }}
      >
        <MenuItem value="">as all</MenuItem>
        <MenuItem value="staff">Staff</MenuItem>
        <MenuItem value="external">External</MenuItem>
        <MenuItem value="service">Service</MenuItem>
      </TextField>
      <PickAccount label="Account" width={200} creates value={account} onPick={setAccount} />
      <PickUnit label="Unit" width={170} value={unit} onPick={setUnit} />
      <PickPerson label="Manager" width={180} value={manager} onPick={setManager} />
      <PickTeam label="Team" width={160} value={team} onPick={setTeam} />
      <Button
        variant="outlined"
        onClick={() =>
          onSave({
            kind,
            account: account?.name ?? '',
            unit: unit?.name ?? '',
            manager: manager?.key ?? '',
            team: team?.name ?? '',
          })
        }
      >
        Place row {row.number}
      </Button>
    </Box>
  );
}
