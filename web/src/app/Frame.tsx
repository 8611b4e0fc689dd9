import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { styled, useColorScheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import { Tray, Trays } from '../bench/Tray';
import { type SignedIn, useSignOut } from '../session/session';
import { ActingFor } from './ActingFor';
import { ApplicationChooser } from './ApplicationChooser';
import { Key, KeysDialog } from './Keys';
import { Mark } from './Mark';
import { useShortcut } from './shortcuts';

const Bar = styled('header')(({ theme }) => ({
  display: 'flex',
  alignItems: 'center',
  gap: 28,
  height: 46,
  padding: '0 20px',
  borderBottom: `1px solid ${theme.vars?.palette.divider}`,
}));

const Place = styled(NavLink)(({ theme }) => ({
  color: theme.vars?.palette.text.secondary,
  textDecoration: 'none',
  lineHeight: '43px',
  borderBottom: '3px solid transparent',
  '&.active': {
    color: theme.vars?.palette.text.primary,
    fontWeight: 650,
    borderColor: theme.vars?.palette.text.primary,
  },
}));

const schemes = { light: 'Light', dark: 'Dark', system: 'As the system' } as const;

/** Places that are about one application, which is chosen in the frame. */
const CHOSEN_FOR = ['bench', 'ledger', 'catalogue'];

/** The application that the place is about; none where it is about people, or about all. */
function usePlacesApplication(): string | null {
  const { pathname, search } = useLocation();
  const [, place = '', application] = pathname.split('/');
  if (CHOSEN_FOR.includes(place) || place === 'look' || place === 'record') {
    return application ? decodeURIComponent(application) : null;
  }
  return place === 'ask' ? new URLSearchParams(search).get('application') : null;
}

/** What is always there: the places on top, and whoever is signed in. */
export function Frame({ me, children }: { me: SignedIn; children: ReactNode }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [keys, setKeys] = useState(false);
  const { mode, setMode } = useColorScheme();
  const signOut = useSignOut();
  const application = usePlacesApplication();
  const place = useLocation().pathname.split('/')[1] ?? '';
  useShortcut('?', () => setKeys(true));
  const close = () => setAnchor(null);

  return (
    <Box
      sx={{
        height: '100vh',
        display: 'flex',
        flexDirection: 'column',
        '@media print': { height: 'auto', '& > header, & .no-print': { display: 'none' } },
      }}
    >
      <Bar>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
          <Mark />
          <Typography variant="h2" component="span">
            Nembar
          </Typography>
        </Box>
        <Box component="nav" aria-label="Places" sx={{ display: 'flex', gap: 3, flex: 1 }}>
          <Place to="/desk">Desk</Place>
          <Place to="/people">People</Place>
          <Place to="/bench">Bench</Place>
          <Place to="/ask/what-can">Ask</Place>
          <Place to="/ledger">Ledger</Place>
          <Place to="/catalogue">Catalogue</Place>
        </Box>
        {application && CHOSEN_FOR.includes(place) && (
          <ApplicationChooser place={place} application={application} />
        )}
        {me.account && me.accounts.length > 1 && <ActingFor me={me} />}
        <ButtonBase
          onClick={() => setKeys(true)}
          sx={{ gap: 0.75, color: 'text.secondary', fontSize: 13 }}
        >
          <Key>?</Key> keys
        </ButtonBase>
        <ButtonBase
          aria-label={`${me.initials}, ${me.name}: settings and sign-out`}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
          sx={{
            width: 28,
            height: 28,
            borderRadius: 1,
            bgcolor: 'text.primary',
            color: 'background.paper',
            fontSize: 11.5,
            fontWeight: 700,
          }}
        >
          {me.initials}
        </ButtonBase>
      </Bar>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <Box component="li" role="none" sx={{ px: 2, py: 0.5 }}>
          <Typography sx={{ fontWeight: 650 }}>{me.name}</Typography>
          <Typography variant="body2" color="textSecondary">
            {me.email}
          </Typography>
        </Box>
        <Divider component="li" />
        <MenuItem component={Link} to="/own" dense onClick={close}>
          Yourself
        </MenuItem>
        <Divider component="li" />
        {Object.entries(schemes).map(([key, label]) => (
          <MenuItem
            key={key}
            role="menuitemradio"
            aria-checked={mode === key}
            selected={mode === key}
            dense
            onClick={() => {
              setMode(key as keyof typeof schemes);
              close();
            }}
          >
            {label}
          </MenuItem>
        ))}
        <Divider component="li" />
        <MenuItem
          dense
          onClick={() => {
            close();
            signOut.mutate();
          }}
        >
          Sign out
        </MenuItem>
      </Menu>
      <KeysDialog open={keys} onClose={() => setKeys(false)} />
      <Box sx={{ flex: 1, minHeight: 0 }}>{children}</Box>
      {application ? <Tray key={application} application={application} /> : <Trays />}
    </Box>
  );
}
