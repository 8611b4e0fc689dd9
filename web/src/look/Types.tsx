import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { WhatCan } from '../ask/answers';
import { number } from '../ask/said';

/** How many records of a type they view. */
export const viewed = (type: WhatCan['areas'][number]['types'][number]) =>
  type.cells.find((cell) => cell.operation === 'view')?.records ?? 0;

/** The application's areas and record types as they find them, and what they would not find. */
export function Types({
  answer,
  type,
  onType,
}: {
  answer: WhatCan;
  type: string;
  onType: (type: string) => void;
}) {
  const functions = answer.functions.filter((one) => one.level !== 'none');
  const missed = answer.functions.filter((one) => one.level === 'none');
  return (
    <Box
      sx={{
        width: 220,
        flex: 'none',
        overflowY: 'auto',
        p: '14px 12px',
        borderRight: '1px solid',
        borderColor: 'divider',
      }}
    >
      <nav aria-label="Record types">
        {answer.areas.map((area) => (
          <Box key={area.key} sx={{ mb: 1.5 }}>
            <Typography variant="h3" component="h2" color="textSecondary">
              {area.name}
            </Typography>
            {area.types.map((one) => {
              const count = viewed(one);
              return (
                <Button
                  key={one.key}
                  variant="text"
                  fullWidth
                  aria-current={one.key === type}
                  onClick={() => onType(one.key)}
                  sx={{
                    justifyContent: 'space-between',
                    color: count > 0 ? 'text.primary' : 'text.secondary',
                    fontWeight: one.key === type ? 700 : 400,
                    bgcolor: one.key === type ? 'action.selected' : 'transparent',
                  }}
                >
                  <span>{one.plural}</span>
                  <span>
                    {one.counted === false ? '…' : count > 0 ? number(count) : 'not found'}
                  </span>
                </Button>
              );
            })}
          </Box>
        ))}
        <Typography variant="h3" component="h2" color="textSecondary">
          Functions they find
        </Typography>
        {functions.length === 0 && <Typography color="textSecondary">none</Typography>}
        {functions.map((one) => (
          <Box key={one.key} sx={{ fontSize: 13.5, px: 1 }}>
            {one.name}: {one.level}
          </Box>
        ))}
      </nav>
      {missed.length > 0 && (
        <Box component="section" aria-label="Functions they do not find" sx={{ mt: 1.5 }}>
          <Typography variant="h3" component="h2" color="textSecondary">
            Functions they do not find
          </Typography>
          <Box sx={{ fontSize: 13.5, px: 1, color: 'text.secondary' }}>
            {missed.map((one) => one.name).join(', ')}
          </Box>
        </Box>
      )}
    </Box>
  );
}
