import Box from '@mui/material/Box';
import Paper from '@mui/material/Paper';
import Typography from '@mui/material/Typography';
import type { FormEvent, ReactNode } from 'react';
import { Mark } from '../app/Mark';

/** A small page for people who are not signed in. */
export function Card({
  onSubmit,
  children,
}: {
  onSubmit?: (event: FormEvent) => void;
  children: ReactNode;
}) {
  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', p: 3 }}>
      <Paper
        component="form"
        {...(onSubmit ? { onSubmit } : {})}
        noValidate
        variant="outlined"
        sx={{ width: 460, p: 4, display: 'grid', gap: 2 }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
          <Mark />
          <Typography component="p" variant="h1">
            Nembar
          </Typography>
        </Box>
        {children}
      </Paper>
    </Box>
  );
}
