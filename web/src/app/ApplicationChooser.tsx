import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useApplications } from '../ask/answers';
import { remember } from './applications';

/** Nembar itself, whose catalogue comes with the program. */
const ITSELF = 'nembar';

type Props = { place: string; application: string };

/** Which application a place is about; the same place for another one. */
export function ApplicationChooser({ place, application }: Props) {
  const all = useApplications().data ?? [];
  const some = place === 'catalogue' ? all.filter((one) => one.key !== ITSELF) : all;
  const navigate = useNavigate();
  const known = some.some((one) => one.key === application);
  useEffect(() => {
    if (known && application !== ITSELF) {
      remember(application);
    }
  }, [known, application]);
  if (!known || some.length < 2) {
    return null;
  }
  return (
    <Select
      size="small"
      variant="standard"
      value={application}
      onChange={(event) => navigate(`/${place}/${encodeURIComponent(event.target.value)}`)}
      inputProps={{ 'aria-label': 'Application' }}
      sx={{ fontWeight: 650, fontSize: 13.5, mr: 1 }}
    >
      {some.map((one) => (
        <MenuItem key={one.key} value={one.key}>
          {one.name}
        </MenuItem>
      ))}
    </Select>
  );
}
