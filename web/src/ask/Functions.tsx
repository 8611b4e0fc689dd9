import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { WhatCan } from './answers';
import { CellButton } from './gridParts';
import type { GridQuestion } from './ReachGrid';

/** Functions with their levels in order; the one the person has stands out. */
export function Functions({ answer, question }: { answer: WhatCan; question: GridQuestion }) {
  if (answer.functions.length === 0) {
    return null;
  }
  return (
    <Box component="section" aria-labelledby="functions" sx={{ mt: 2.5 }}>
      <Typography id="functions" variant="h3" component="h2" color="textSecondary" sx={{ mb: 0.5 }}>
        Functions
      </Typography>
      {answer.functions.map((one) => (
        <Box
          key={one.key}
          sx={{
            display: 'grid',
            gridTemplateColumns: '210px 1fr',
            alignItems: 'center',
            height: 30,
          }}
        >
          <CellButton
            aria-label={`${one.name}, ${one.level}`}
            aria-pressed={question.pick?.kind === 'function' && question.pick.function === one.key}
            onClick={() => question.because({ kind: 'function', function: one.key })}
            sx={{ fontWeight: 600, justifySelf: 'start' }}
          >
            {one.name}
          </CellButton>
          <Box component="span" sx={{ display: 'flex', gap: 2 }}>
            {one.levels.map((level) => (
              <Box
                key={level}
                component="span"
                sx={
                  level === one.level
                    ? { fontWeight: 650, borderBottom: '2px solid', borderColor: 'primary.main' }
                    : { color: 'text.secondary' }
                }
              >
                {level}
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
