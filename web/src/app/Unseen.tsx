import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

const unseen = {
  position: 'absolute',
  width: '1px',
  height: '1px',
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
};

/** A heading for those who do not see the page; whoever does has it before their eyes. */
export function UnseenHeading({ children }: { children: ReactNode }) {
  return (
    <Box component="h1" sx={unseen}>
      {children}
    </Box>
  );
}

/** Words for those who do not see what stands beside them. */
export function Unseen({ children }: { children: ReactNode }) {
  return (
    <Box component="span" sx={unseen}>
      {children}
    </Box>
  );
}
