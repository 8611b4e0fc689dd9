import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useSession } from '../session/session';
import type { Bench } from './api';
import { FileDialog } from './FileDialog';
import { firstDraft } from './firstDraft';
import type { ChangePart } from './queue';

type Props = {
  application: string;
  bench: Bench;
  /** Whether something was asked for that is not there. */
  missing: boolean;
  /** Puts changes into the draft, where there are no roles yet. */
  onDraft: ((changes: ChangePart[]) => void) | null;
  onCompare: () => void;
  onComing: () => void;
  onProposed: () => void;
};

/** The bench while nothing is on it. */
export function Beginning(props: Props) {
  const { application, bench, missing, onDraft, onCompare, onComing, onProposed } = props;
  const me = useSession().data?.person ?? '';
  const [bringing, setBringing] = useState(false);
  return (
    <Box sx={{ mt: 5, maxWidth: 560, color: 'text.secondary' }}>
      <Typography component="h1" variant="h1" sx={{ color: 'text.primary', mb: 1 }}>
        {missing ? 'That is not on the bench' : 'Bench'}
      </Typography>
      <Typography>
        {missing
          ? 'There is no such role or privilege set, published or drafted. It may have been taken away.'
          : 'Take a role or a privilege set out of a drawer. Each edit goes into your draft; what it would change for people is told at once, and nothing takes effect until you publish it.'}
      </Typography>
      {onDraft && (
        <Box sx={{ mt: 2.5 }}>
          <Button
            variant="contained"
            onClick={() => onDraft(firstDraft(bench.areas, bench.types, me))}
          >
            Draft first roles
          </Button>
          <Typography variant="body2" sx={{ mt: 0.75 }}>
            A reader and a contributor for each area, an administrator, and that nobody outside ever
            sees what is labelled as personal, commercial or about health. It is a draft: change it,
            give the roles to people, publish it.
          </Typography>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 2.5 }}>
        <Button variant="outlined" onClick={onCompare}>
          Put two side by side
        </Button>
        <Button variant="outlined" onClick={onComing}>
          What begins and ends soon
        </Button>
        <Button variant="outlined" onClick={onProposed}>
          Roles proposed
        </Button>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button
          component="a"
          variant="outlined"
          href={`/api/applications/${application}/design`}
          download={`${application}.json`}
        >
          Take the design out as a file
        </Button>
        <Button variant="outlined" onClick={() => setBringing(true)}>
          Bring a file in
        </Button>
      </Box>
      {bringing && <FileDialog application={application} onClose={() => setBringing(false)} />}
    </Box>
  );
}
