import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import type { WhatCan } from './answers';
import type { Question } from './question';

/** Functions with their levels in order; the one the person has stands out. */
export function Functions({ answer, question }: { answer: WhatCan; question: Question }) {
  if (answer.functions.length === 0) {
    return null;
  }
  return (
    <Box component="section" aria-labelledby="functions" sx={{ mt: 2.5 }}>
      <Typography id="functions" variant="h3" component="h2" color="textSecondary" sx={{ mb: 0.5 }}>
        Functions
      </Typography>
      {answer.functions.map((one) => (
        <ButtonBase
          key={one.key}
          aria-pressed={question.pick?.kind === 'function' && question.pick.function === one.key}
          aria-label={`${one.name}: ${one.level}`}
          onClick={() => question.because({ kind: 'function', function: one.key })}
          sx={{
            font: 'inherit',
            display: 'grid',
            gridTemplateColumns: '210px 1fr',
            width: '100%',
            maxWidth: 640,
            textAlign: 'left',
            minHeight: 30,
            px: 1,
            borderRadius: 1,
            '&:hover': { bgcolor: 'action.hover' },
            '&[aria-pressed="true"]': { bgcolor: 'action.selected' },
          }}
        >
          <Box component="span" sx={{ fontWeight: 600 }}>
            {one.name}
          </Box>
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
        </ButtonBase>
      ))}
    </Box>
  );
}
