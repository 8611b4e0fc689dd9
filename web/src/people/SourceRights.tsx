import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';

/** What a source can be given the right to, in words. */
export const rightsOfSources: Record<string, string> = {
  create: 'bring people in',
  change: 'change people',
  suspend: 'suspend, close and bring back',
  invite: 'invite',
  teams: 'set up and change teams',
};

export const allRights = Object.keys(rightsOfSources);

type Props = { rights: string[]; onChange: (rights: string[]) => void };

/** What a source may do, within what its keeper may. */
export function SourceRights({ rights, onChange }: Props) {
  const turn = (right: string, on: boolean) =>
    onChange(allRights.filter((one) => (one === right ? on : rights.includes(one))));
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" sx={{ fontWeight: 600 }}>
        It may
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
        {allRights.map((right) => (
          <FormControlLabel
            key={right}
            control={
              <Checkbox
                size="small"
                checked={rights.includes(right)}
                onChange={(_, on) => turn(right, on)}
              />
            }
            label={rightsOfSources[right]}
          />
        ))}
      </Box>
      <Typography color="textSecondary" variant="body2">
        And never more than whoever keeps it: what it writes is held against their authority, and
        what needs somebody else is asked for.
      </Typography>
    </Box>
  );
}
