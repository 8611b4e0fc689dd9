import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import InputBase from '@mui/material/InputBase';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';

type HeadProps = {
  name: string;
  purpose: string;
  facts: string;
  gone: boolean;
  onPurpose: (purpose: string) => void;
  children: ReactNode;
};

/** The head of a role's or a set's sheet: what it is called, what it is for, what can be done. */
export function SheetHead({ name, purpose, facts, gone, onPurpose, children }: HeadProps) {
  const [written, setWritten] = useState<string | null>(null);
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Typography
          variant="h1"
          component="h1"
          sx={{
            overflowWrap: 'anywhere',
            minWidth: 0,
            textDecoration: gone ? 'line-through' : 'none',
          }}
        >
          {name}
        </Typography>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          {gone ? 'taken away by this draft' : facts}
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.75 }}>{children}</Box>
      </Box>
      {!gone && (
        <InputBase
          value={written ?? purpose}
          placeholder="What it is for"
          inputProps={{ 'aria-label': 'What it is for', maxLength: 1000 }}
          onChange={(event) => setWritten(event.target.value)}
          onBlur={() => {
            if (written !== null && written.trim() !== purpose) {
              onPurpose(written.trim());
            }
            setWritten(null);
          }}
          onKeyDown={(event) =>
            event.key === 'Enter' && event.currentTarget.querySelector('input')?.blur()
          }
          sx={{ width: '100%', color: 'text.secondary', fontSize: 14 }}
        />
      )}
    </Box>
  );
}

type AwayProps = {
  title: string;
  children: ReactNode;
  onAway: () => void;
  onClose: () => void;
};

/** Asks once more before something is taken away. */
export function TakeAway({ title, children, onAway, onClose }: AwayProps) {
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="away-title">
      <Box sx={{ p: 3, display: 'grid', gap: 1.5 }}>
        <Typography id="away-title" variant="h2" component="h2">
          {title}
        </Typography>
        <div>{children}</div>
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Keep it
          </Button>
          <Button variant="contained" color="error" onClick={onAway}>
            Take it away
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
