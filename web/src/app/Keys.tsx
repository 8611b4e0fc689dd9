import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';

export const Key = styled('kbd')(({ theme }) => ({
  font: 'inherit',
  fontSize: 12,
  minWidth: 20,
  padding: '0 5px',
  textAlign: 'center',
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderRadius: 4,
  background: theme.vars?.palette.background.paper,
  color: theme.vars?.palette.text.secondary,
}));

const keys: [string[], string][] = [
  [['/'], 'ask: puts the cursor in the question'],
  [['Enter'], 'takes the first match; in the grid, opens Because'],
  [['←', '↑', '→', '↓'], 'move in the grid'],
  [['f'], 'opens a record type to its fields, and closes it'],
  [['l'], 'lists the records under the cell'],
  [['0', '7'], 'on the bench: set the reach of the cells taken'],
  [['shift', '→'], 'on the bench: takes several cells'],
  [['w'], 'on the bench: the condition under which the cell is given'],
  [['space'], 'on the bench: the next level of a function'],
  [['Delete'], 'on the bench: gives nothing there'],
  [['ctrl', 'z'], 'undoes the last edit of the draft; with shift, does it again'],
  [['Esc'], 'closes Because, or goes back from a list'],
  [['?'], 'shows these keys'],
];

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <Box sx={{ p: 3 }}>
        <Typography id="keys-title" variant="h2" sx={{ mb: 2 }}>
          Keys
        </Typography>
        <Box
          component="dl"
          sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '8px 20px' }}
        >
          {keys.map(([names, does]) => (
            <Box key={does} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ display: 'flex', gap: 0.5 }}>
                {names.map((name) => (
                  <Key key={name}>{name}</Key>
                ))}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {does}
              </Box>
            </Box>
          ))}
        </Box>
      </Box>
    </Dialog>
  );
}
