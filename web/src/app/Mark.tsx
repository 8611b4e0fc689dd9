import Box from '@mui/material/Box';

/** Five rising notches: a reach rail on its way up. */
export function Mark() {
  return (
    <Box
      component="svg"
      viewBox="0 0 24 16"
      aria-hidden
      sx={{ width: 24, height: 16, fill: 'var(--mui-palette-primary-main)', flex: 'none' }}
    >
      {[0, 1, 2, 3, 4].map((notch) => (
        <rect
          key={notch}
          x={notch * 5}
          y={11 - notch * 2.6}
          width="3.4"
          height={5 + notch * 2.6}
          rx="0.8"
        />
      ))}
    </Box>
  );
}
