import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { Pages } from '../app/Pages';
import { Trouble } from '../app/Trouble';
import { type DraftShown, useHolders } from './api';
import type { Opened } from './Drawers';

/** Who holds a role or a set, and how they came by it. */
export function HoldersLeaf({
  application,
  draft,
  opened,
}: {
  application: string;
  draft: DraftShown | undefined;
  opened: Opened;
}) {
  const [page, setPage] = useState(0);
  const holders = useHolders(
    application,
    draft,
    opened.kind === 'role' ? { role: opened.key } : { set: opened.key },
    page,
  );
  if (holders.isError) {
    return <Trouble error={holders.error} again={() => holders.refetch()} />;
  }
  const all = holders.data;
  return (
    <>
      {all?.total === 0 && (
        <Typography color="textSecondary">
          Nobody holds it. It gives nothing until it is given to somebody.
        </Typography>
      )}
      {all?.holders.map((one) => (
        <Box
          key={`${one.key} ${one.given} ${one.through}`}
          sx={{
            mb: 1.25,
            pl: 1.25,
            borderLeft: '3px solid',
            borderColor: one.external ? 'secondary.main' : 'transparent',
            opacity: one.resting || one.status !== 'active' ? 0.7 : 1,
          }}
        >
          <MuiLink component={Link} to={`/people/p/${one.key}`} sx={{ fontWeight: 600 }}>
            {one.name}
          </MuiLink>{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
            {one.unitOrAccount}
            {one.status !== 'active' && `, ${one.status}`}
          </Box>
          <Box sx={{ fontSize: 13 }}>
            {one.through}: {one.given}
            {one.resting && `; ${one.resting}`}
          </Box>
        </Box>
      ))}
      {all && all.total > 25 && <Pages page={page} size={25} total={all.total} onPage={setPage} />}
    </>
  );
}
