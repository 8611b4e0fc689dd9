import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { type SignedIn, useActFor } from '../session/session';

/** For somebody of several accounts: which one they act for, always in sight. */
export function ActingFor({ me }: { me: SignedIn }) {
  const act = useActFor();
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 13 }}>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        acting for
      </Box>
      <Select
        size="small"
        variant="standard"
        value={me.account?.key ?? ''}
        onChange={(event) => act.mutate(event.target.value)}
        inputProps={{ 'aria-label': 'The account you act for' }}
        sx={{ fontWeight: 650, fontSize: 13.5, color: 'secondary.main' }}
      >
        {me.accounts.map((one) => (
          <MenuItem key={one.key} value={one.key}>
            {one.name}
          </MenuItem>
        ))}
      </Select>
    </Box>
  );
}
