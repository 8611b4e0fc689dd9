import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { useCorners, useWaitingNumber } from './api';

const Corner = styled(NavLink)(({ theme }) => ({
  color: theme.vars?.palette.text.secondary,
  textDecoration: 'none',
  fontSize: 13.5,
  padding: '7px 0',
  '&.active': {
    color: theme.vars?.palette.text.primary,
    fontWeight: 650,
    boxShadow: `inset 0 -2px 0 ${theme.vars?.palette.primary.main}`,
  },
}));

/** The corners of the place People, and the act that everything begins with. */
export function PeopleFrame({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  const open = useCorners().data;
  const waiting = useWaitingNumber();
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: '100%' }}>
      <Box
        component="nav"
        aria-label="In People"
        sx={{ display: 'flex', gap: 3, alignItems: 'center', px: 2.5, pt: 0.75, minHeight: 42 }}
      >
        <Corner to="/people" end>
          Everybody
        </Corner>
        <Corner to="/people/organisations">Organisations</Corner>
        <Corner to="/people/units">Units</Corner>
        <Corner to="/people/teams">Teams</Corner>
        <Corner to="/people/requests">{waiting > 0 ? `Requests (${waiting})` : 'Requests'}</Corner>
        {open?.sources && <Corner to="/people/sources">Sources</Corner>}
        {open?.outbox && <Corner to="/people/outbox">Outbox</Corner>}
        <Box sx={{ flex: 1 }} />
        {aside}
        {open?.bringIn && (
          <Button component={Link} to="/people/bring-in" variant="contained">
            Bring people in
          </Button>
        )}
      </Box>
      <Box component="main" sx={{ flex: 1, minHeight: 0, overflowY: 'auto', p: '14px 20px 40px' }}>
        {children}
      </Box>
    </Box>
  );
}
