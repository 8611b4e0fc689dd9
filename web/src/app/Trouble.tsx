import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Problem } from '../api/client';

/** What went wrong, why, and a way to try again: in the place where the answer would be. */
export function Trouble({ error, again }: { error: Error; again: () => void }) {
  const problem = error instanceof Problem ? error : undefined;
  return (
    <Box
      role="alert"
      sx={{
        borderLeft: '3px solid',
        borderColor: 'error.main',
        pl: 2,
        py: 0.5,
        my: 2,
        maxWidth: 640,
      }}
    >
      <Typography variant="h2" component="p" sx={{ color: 'error.main' }}>
        {problem?.title ?? 'Something went wrong'}
      </Typography>
      <Typography>{error.message}</Typography>
      {problem && problem.because.length > 0 && (
        <Box component="ul" sx={{ my: 1, pl: 2.5 }}>
          {problem.because.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </Box>
      )}
      {problem?.status !== 403 && (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={again}>
          Try again
        </Button>
      )}
    </Box>
  );
}
