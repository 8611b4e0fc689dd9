import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { styled } from '@mui/material/styles';

/** As wide as seven notches. */
export const FULL = 56;

/** A table of narrow cells, each a length. */
export const MatrixGrid = styled('table')(({ theme }) => ({
  borderCollapse: 'collapse',
  background: theme.vars?.palette.background.paper,
  fontSize: 13,
  '& th, & td': {
    height: 26,
    padding: '0 6px',
    textAlign: 'left',
    whiteSpace: 'nowrap',
    borderBottom: `1px solid ${theme.vars?.palette.divider}`,
  },
  '& thead th': {
    height: 'auto',
    padding: '6px',
    verticalAlign: 'bottom',
    whiteSpace: 'normal',
    width: FULL + 12,
    color: theme.vars?.palette.text.secondary,
    fontSize: 12.5,
    fontWeight: 500,
  },
}));

/** A reach as a length; what is only shared, or comes with others, as a thin line. */
export function Bar({ notches, outside }: { notches: number; outside: boolean }) {
  return (
    <Box
      component="span"
      sx={{
        display: 'block',
        width: notches === 0 ? FULL : (notches / 7) * FULL,
        height: notches === 0 ? 3 : 12,
        bgcolor: outside ? 'secondary.main' : 'primary.main',
        opacity: notches === 0 ? 0.6 : 1,
      }}
    />
  );
}

/** The same picture as files. */
export function Files({ of }: { of: (kind: string) => string }) {
  return ['csv', 'xlsx'].map((kind) => (
    <Button key={kind} component="a" variant="outlined" href={of(kind)} download>
      {kind.toUpperCase()}
    </Button>
  ));
}
