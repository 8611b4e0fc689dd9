import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { number } from './said';

type Props = {
  route: Schemas['RouteShown'];
  onSee: (see: Schemas['CellName']) => void;
};

/** A route as a short chain, top to bottom: person, audience, assignment, set, privilege. */
export function Route({ route, onSee }: Props) {
  // The panel's title names the person already.
  const steps = route.steps.filter((step) => step.kind !== 'person');
  const last = steps.length - 1;
  return (
    <Box component="ol" aria-label="Route" sx={{ listStyle: 'none', m: 0, mb: 2.25, p: 0 }}>
      {steps.map((step, at) => (
        <Box
          component="li"
          key={step.kind}
          sx={{
            position: 'relative',
            pl: 2.5,
            pb: at === last ? 0 : 1,
            '&::before': {
              content: '""',
              position: 'absolute',
              left: 1,
              top: 5,
              width: 8,
              height: 8,
              borderRadius: '2px',
              border: '2px solid',
              borderColor: 'primary.main',
              bgcolor: 'background.paper',
            },
            '&::after': {
              content: at === last ? 'none' : '""',
              position: 'absolute',
              left: 6,
              top: 18,
              bottom: -4,
              borderLeft: '1.5px solid',
              borderColor: 'divider',
            },
          }}
        >
          <Typography component="span" sx={{ display: 'block' }}>
            {step.lead} <strong>{step.name}</strong>
          </Typography>
          {step.detail && (
            <Typography variant="caption" component="span" color="textSecondary">
              {step.detail}
            </Typography>
          )}
          {at === last && route.records !== undefined && (
            <Typography variant="caption" component="span" sx={{ display: 'block' }}>
              {number(route.records)}
              {route.alreadyAbove > 0 && `, of which ${number(route.alreadyAbove)} already above`}
            </Typography>
          )}
          {at === last && route.see && (
            <Link
              component="button"
              variant="body2"
              onClick={() => route.see && onSee(route.see)}
              sx={{ font: 'inherit', fontSize: 13 }}
            >
              Why they may {route.see.label}
            </Link>
          )}
        </Box>
      ))}
    </Box>
  );
}
