import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

const NOTCHES = [1, 2, 3, 4, 5, 6, 7];

function Rail({ quiet, children }: { quiet?: boolean; children: ReactNode }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 41 12"
      aria-hidden
      sx={{ width: 41, height: 12, flex: 'none', opacity: quiet ? 0.55 : 1 }}
    >
      {children}
    </Box>
  );
}

/**
 * Seven short notches, filled from the left up to the reach. One that bounds, conditions or filters
 * narrow is filled to half its height: it reaches all, and has not all.
 */
export function ReachRail({ notches, narrowed = false }: { notches: number; narrowed?: boolean }) {
  return (
    <Rail quiet={notches === 0}>
      {NOTCHES.map((notch) => (
        <rect
          key={notch}
          x={(notch - 1) * 6}
          width="4.6"
          height="12"
          rx="1"
          fill={
            notch <= notches && !narrowed
              ? 'var(--mui-palette-primary-main)'
              : 'var(--mui-palette-divider)'
          }
        />
      ))}
      {narrowed &&
        NOTCHES.slice(0, notches).map((notch) => (
          <rect
            key={notch}
            x={(notch - 1) * 6}
            y="6"
            width="4.6"
            height="6"
            rx="1"
            fill="var(--mui-palette-primary-main)"
          />
        ))}
    </Rail>
  );
}

/** What comes by related records alone, and by no reach of one's own: a line with its joints. */
export function RelatedRail() {
  return (
    <Rail>
      <path d="M2 6h37" stroke="var(--mui-palette-primary-main)" strokeWidth="1.4" />
      {[4, 20.5, 37].map((x) => (
        <circle key={x} cx={x} cy="6" r="2.6" fill="var(--mui-palette-primary-main)" />
      ))}
    </Rail>
  );
}
