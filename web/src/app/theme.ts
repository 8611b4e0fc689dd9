import { createTheme } from '@mui/material/styles';

const figtree = "'Figtree Variable', system-ui, sans-serif";

/** The one theme: paper, ink, and four hues with one meaning each. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme', nativeColor: false },
  defaultColorScheme: 'light',
  colorSchemes: {
    light: {
      palette: {
        background: { default: '#F6F5F1', paper: '#FFFFFF' },
        text: { primary: '#22303A', secondary: '#56636B' },
        divider: '#DAD7CE',
        primary: { main: '#2F5D50', contrastText: '#FFFFFF' },
        secondary: { main: '#48637C', contrastText: '#FFFFFF' },
        warning: { main: '#8A5609', contrastText: '#FFFFFF' },
        error: { main: '#A23B3B', contrastText: '#FFFFFF' },
        action: { hover: '#EFEDE6', selected: '#E6EDEA' },
      },
    },
    dark: {
      palette: {
        background: { default: '#161C20', paper: '#1E262B' },
        text: { primary: '#E7EAE6', secondary: '#A9B5BA' },
        divider: '#37434A',
        primary: { main: '#7DB9A6', contrastText: '#10211C' },
        secondary: { main: '#9DB9D2', contrastText: '#131C24' },
        warning: { main: '#DDA750', contrastText: '#241803' },
        error: { main: '#E59393', contrastText: '#2A0E0E' },
        action: { hover: '#28323A', selected: '#24382F' },
      },
    },
  },
  shape: { borderRadius: 5 },
  typography: {
    fontFamily: figtree,
    fontSize: 14,
    h1: { fontSize: 22, fontWeight: 600, lineHeight: 1.3 },
    h2: { fontSize: 17, fontWeight: 650, lineHeight: 1.35 },
    h3: { fontSize: 12, fontWeight: 650, letterSpacing: '0.04em' },
    body1: { fontSize: 14, lineHeight: 1.5 },
    body2: { fontSize: 13, lineHeight: 1.45 },
    caption: { fontSize: 12, lineHeight: 1.4 },
    button: { textTransform: 'none', fontWeight: 600, fontSize: 13.5 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums' },
        '*:focus-visible': {
          outline: '2px solid var(--mui-palette-primary-main)',
          outlineOffset: 1,
        },
      },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { fontFamily: figtree } },
    },
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      styleOverrides: {
        root: { padding: '3px 12px' },
        outlined: {
          color: 'var(--mui-palette-text-primary)',
          borderColor: 'var(--mui-palette-text-primary)',
        },
      },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { backgroundImage: 'none' } },
    },
    MuiMenu: {
      styleOverrides: { paper: { border: '1px solid var(--mui-palette-divider)' } },
    },
    MuiAutocomplete: {
      styleOverrides: {
        paper: { border: '1px solid var(--mui-palette-divider)' },
        option: {
          '&.Mui-focused': { backgroundColor: 'var(--mui-palette-action-selected) !important' },
        },
      },
    },
    MuiTooltip: {
      defaultProps: { enterDelay: 400 },
      styleOverrides: {
        tooltip: {
          backgroundColor: 'var(--mui-palette-text-primary)',
          color: 'var(--mui-palette-background-paper)',
          fontSize: 12,
        },
      },
    },
    MuiLink: { defaultProps: { color: 'secondary' } },
    MuiTableCell: { styleOverrides: { root: { borderColor: 'var(--mui-palette-divider)' } } },
  },
});
