import Box from '@mui/material/Box';

const NOTCHES = [1, 2, 3, 4, 5, 6, 7];

/** Seven short notches, filled from the left up to the reach. */
export function ReachRail({ notches }: { notches: number }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 41 12"
      aria-hidden
      sx={{ width: 41, height: 12, flex: 'none', opacity: notches === 0 ? 0.55 : 1 }}
    >
      {NOTCHES.map((notch) => (
        <rect
          key={notch}
          x={(notch - 1) * 6}
          width="4.6"
          height="12"
          rx="1"
          fill={notch <= notches ? 'var(--mui-palette-primary-main)' : 'var(--mui-palette-divider)'}
        />
      ))}
    </Box>
  );
}
