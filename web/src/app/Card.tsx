import Box from '@mui/material/Box';
import Paper from '@mui/material/Paper';
import Typography from '@mui/material/Typography';
import type { FormEvent, ReactNode } from 'react';
import { Mark } from './Mark';

type Props = {
  onSubmit?: (event: FormEvent) => void;
  /** What the product's name is: the heading, unless the page has one of its own. */
  name?: 'h1' | 'p';
  width?: number;
  children: ReactNode;
};

/** A small page for people who are not signed in. */
export function Card({ onSubmit, name = 'p', width = 460, children }: Props) {
  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', p: 3 }}>
      <Paper
        component="form"
        {...(onSubmit ? { onSubmit } : {})}
        noValidate
        variant="outlined"
        sx={{ width, p: 4, display: 'grid', gap: 2 }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
          <Mark />
          <Typography component={name} variant="h1">
            Nembar
          </Typography>
        </Box>
        {children}
      </Paper>
    </Box>
  );
}

/** What is told where a link was followed that is not good any more. */
export function DeadLink({ why, children }: { why: string; children?: ReactNode }) {
  return (
    <Card>
      <Typography component="h1" variant="h2">
        This link leads nowhere any more
      </Typography>
      <Typography>{why}</Typography>
      {children}
    </Card>
  );
}
