import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

function Drawing({ colour, children }: { colour: string; children: ReactNode }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 12 12"
      aria-hidden
      sx={{ width: 12, height: 12, flex: 'none', color: `var(--mui-palette-${colour})` }}
    >
      {children}
    </Box>
  );
}

/** Records come by parents or children besides. */
export function WidenedMark() {
  return (
    <Drawing colour="primary-main">
      <path d="M6 2.5v7M2.5 6h7" stroke="currentColor" strokeWidth="1.6" />
    </Drawing>
  );
}

/** A filter takes records away. */
export function CutMark() {
  return (
    <Drawing colour="error-main">
      <path d="M6 1.2 10.8 6 6 10.8 1.2 6z" fill="none" stroke="currentColor" strokeWidth="1.5" />
    </Drawing>
  );
}

/** Nobody has used it for long. */
export function UnusedMark() {
  return (
    <Drawing colour="text-secondary">
      <circle
        cx="6"
        cy="6"
        r="4"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.2"
        strokeDasharray="2 1.6"
      />
    </Drawing>
  );
}

/** A guarded field or area. */
export function Shield({ label }: { label?: string }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 12 12"
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
      sx={{ width: 12, height: 12, flex: 'none', color: 'var(--mui-palette-warning-main)' }}
    >
      <path
        d="M1.5 2 6 .9 10.5 2v3.6C10.5 8.4 8.6 10.3 6 11.3 3.4 10.3 1.5 8.4 1.5 5.6z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.3"
      />
      <path d="M6 3v5.5" stroke="currentColor" strokeWidth="1.3" />
    </Box>
  );
}

/** Turns down when what it stands before is open. */
export function Wedge({ open }: { open: boolean }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 8 8"
      aria-hidden
      sx={{
        width: 8,
        height: 8,
        flex: 'none',
        color: 'text.secondary',
        transform: open ? 'rotate(90deg)' : 'none',
      }}
    >
      <path d="M2 1l4 3-4 3z" fill="currentColor" />
    </Box>
  );
}
