import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';

const SAY_SO_AFTER_MS = 300;
const LINE_HEIGHT = 31;

/** Keeps the layout still while an answer is on its way; says so when it takes a moment. */
export function Working({ lines }: { lines: number }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), SAY_SO_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div role="status">
      <Typography color="textSecondary" sx={{ visibility: long ? 'visible' : 'hidden', my: 1 }}>
        The answer is being worked out
      </Typography>
      <Skeleton
        variant="rounded"
        height={lines * LINE_HEIGHT}
        animation={false}
        sx={{ opacity: 0.5 }}
      />
    </div>
  );
}
