import Box from '@mui/material/Box';

const NOTCHES = [1, 2, 3, 4, 5, 6, 7];
const VAR = 'var(--mui-palette-';

/**
 * A reach rail before and after: what stays is solid, what is gained has the drafts' hue, what is
 * lost is hollow.
 */
export function BenchRail({ now, before }: { now: number; before?: number | undefined }) {
  const was = before ?? now;
  const look = (notch: number) => {
    if (notch <= now && notch <= was) {
      return { fill: `${VAR}primary-main)` };
    }
    if (notch <= now) {
      return { fill: `${VAR}warning-main)` };
    }
    if (notch <= was) {
      return { fill: 'none', stroke: `${VAR}error-main)`, strokeWidth: 1 };
    }
    return { fill: `${VAR}divider)`, opacity: now === 0 && was === 0 ? 0.55 : 1 };
  };
  return (
    <Box
      component="svg"
      viewBox="0 0 41 12"
      aria-hidden
      sx={{ width: 41, height: 12, flex: 'none' }}
    >
      {NOTCHES.map((notch) => (
        <rect
          key={notch}
          x={(notch - 1) * 6 + 0.5}
          y="0.5"
          width="3.8"
          height="11"
          rx="1"
          {...look(notch)}
        />
      ))}
    </Box>
  );
}
