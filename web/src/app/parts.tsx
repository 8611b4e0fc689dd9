import Box from '@mui/material/Box';
import { styled } from '@mui/material/styles';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { about, exactly } from './when';

/** A dense table of things; externals have a notch at the left edge of their row. */
export const Rows = styled('table')(({ theme }) => ({
  width: '100%',
  borderCollapse: 'collapse',
  background: theme.vars?.palette.background.paper,
  fontSize: 13.5,
  '& th, & td': {
    textAlign: 'left',
    height: 32,
    padding: '2px 10px',
    borderBottom: `1px solid ${theme.vars?.palette.divider}`,
    fontWeight: 400,
    verticalAlign: 'middle',
  },
  '& thead th': {
    color: theme.vars?.palette.text.secondary,
    fontSize: 12.5,
    position: 'sticky',
    top: 0,
    zIndex: 1,
    background: theme.vars?.palette.background.paper,
    whiteSpace: 'nowrap',
  },
  '& tbody tr:hover': { background: theme.vars?.palette.action.hover },
  '& tbody tr[aria-selected="true"]': { background: theme.vars?.palette.action.selected },
  '& tbody tr[data-outside="true"] > :first-of-type': {
    boxShadow: `inset 3px 0 0 ${theme.vars?.palette.secondary.main}`,
  },
  '& td.quiet, & .quiet': { color: theme.vars?.palette.text.secondary },
  '& td.clip': { maxWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
  '& td.number, & th.number': { textAlign: 'right' },
}));

/** An instant as people say it; exact when one points at it. */
export function When({ at }: { at: string }) {
  return (
    <Tooltip title={exactly(at)}>
      <Box component="time" dateTime={at} sx={{ whiteSpace: 'nowrap' }}>
        {about(at)}
      </Box>
    </Tooltip>
  );
}

/** A part of a sheet under a small heading. */
export function Part({
  title,
  aside,
  children,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 3 }}>
      <Box
        sx={{
          display: 'flex',
          alignItems: 'baseline',
          gap: 2,
          borderBottom: '1px solid',
          borderColor: 'divider',
          mb: 1,
          pb: 0.5,
        }}
      >
        <Typography variant="h3" component="h2" sx={{ color: 'text.secondary', flex: 1 }}>
          {title}
        </Typography>
        {aside}
      </Box>
      {children}
    </Box>
  );
}

/** Names and values, one below the other. */
export function Facts({ facts }: { facts: [string, ReactNode][] }) {
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        display: 'grid',
        gridTemplateColumns: '130px 1fr',
        gap: '5px 14px',
        alignContent: 'start',
      }}
    >
      {facts.map(([name, value]) => (
        <Box key={name} sx={{ display: 'contents' }}>
          <Box component="dt" sx={{ color: 'text.secondary', fontSize: 13 }}>
            {name}
          </Box>
          <Box component="dd" sx={{ m: 0, minWidth: 0, overflowWrap: 'anywhere' }}>
            {value}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

const hues = { good: 'primary.main', care: 'warning.main', bad: 'error.main', quiet: 'divider' };

/** Something worth reading, with a stripe of its own hue. */
export function Remark({
  tone,
  children,
  role,
}: {
  tone: keyof typeof hues;
  children: ReactNode;
  role?: 'status' | 'alert';
}) {
  return (
    <Box
      {...(role ? { role } : {})}
      sx={{ pl: 1.5, py: 0.25, my: 1, borderLeft: '3px solid', borderColor: hues[tone] }}
    >
      {children}
    </Box>
  );
}

/** What belongs in an empty place, and the first act. */
export function Empty({ children, act }: { children: ReactNode; act?: ReactNode }) {
  return (
    <Box sx={{ my: 4, maxWidth: 560, color: 'text.secondary' }}>
      <Typography>{children}</Typography>
      {act && <Box sx={{ mt: 1.5 }}>{act}</Box>}
    </Box>
  );
}

/** Waits until somebody stops typing. */
export const SEARCH_AFTER_MS = 250;

/** What is wider than its place scrolls, by keyboard too. */
export function Wide({
  label,
  framed = false,
  faded = false,
  children,
}: {
  label: string;
  framed?: boolean;
  /** Whether it is not yet that of what was asked. */
  faded?: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      role="region"
      aria-label={label}
      tabIndex={0}
      sx={{
        overflowX: 'auto',
        opacity: faded ? 0.6 : 1,
        ...(framed ? { border: '1px solid', borderColor: 'divider', borderRadius: 1 } : {}),
      }}
    >
      {children}
    </Box>
  );
}
