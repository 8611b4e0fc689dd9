import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { usePeoplePermissions, useWaitingNumber } from './api';

const Section = styled(NavLink)(({ theme }) => ({
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

/** The sections of the place People, and the act that everything begins with. */
export function PeopleFrame({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  const open = usePeoplePermissions().data;
  const waiting = useWaitingNumber();
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: '100%' }}>
      <Box
        component="nav"
        aria-label="In People"
        sx={{ display: 'flex', gap: 3, alignItems: 'center', px: 2.5, pt: 0.75, minHeight: 42 }}
      >
        <Section to="/people" end>
          Everybody
        </Section>
        <Section to="/people/accounts">Accounts</Section>
        <Section to="/people/units">Units</Section>
        <Section to="/people/teams">Teams</Section>
        <Section to="/people/requests">
          {waiting > 0 ? `Requests (${waiting})` : 'Requests'}
        </Section>
        {open?.sources && <Section to="/people/sources">Sources</Section>}
        {open?.outbox && <Section to="/people/outbox">Outbox</Section>}
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
