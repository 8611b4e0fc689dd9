import MuiLink from '@mui/material/Link';
import { Link } from 'react-router';
import { useApplications } from '../ask/answers';
import type { WhoPart } from '../sentences/api';

/** Begins an assignment to a team or unit, on the bench of each application there is. */
export function GiveThem({ whom }: { whom: WhoPart }) {
  const applications = useApplications();
  return (applications.data ?? []).map((one) => (
    <MuiLink
      key={one.key}
      component={Link}
      to={`/bench/${one.key}?list=assignments`}
      state={{ begin: { audience: { of: [whom] } } }}
      sx={{ display: 'block', mt: 0.5 }}
    >
      Give them a role in {one.name}
    </MuiLink>
  ));
}
