import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Pages } from '../app/Pages';
import { Trouble } from '../app/Trouble';
import { ActsOnSeveral } from './ActsOnSeveral';
import { GROUP_PAGE, type Group, type Line, useGroup } from './api';
import { ItemRow } from './ItemRow';
import { kinds, severally, type Tone, weight } from './kinds';

const hues: Record<Tone, string> = {
  bad: 'error.main',
  care: 'warning.main',
  quiet: 'divider',
};

/** Items that are alike: one is told by itself, several in one sentence that opens. */
export function GroupShown({ group, aside }: { group: Group; aside: boolean }) {
  const { because, tone } = kinds[group.kind];
  const [first] = group.lines;
  return (
    <Box
      component="section"
      aria-label={group.total === 1 ? (first?.sentence ?? '') : severally(group)}
      sx={{
        borderLeft: '3px solid',
        borderColor: hues[tone],
        bgcolor: 'background.paper',
        mb: 1,
        px: 1.75,
        py: 1,
      }}
    >
      {group.total === 1 && first ? (
        <ItemRow line={first} because={because} within={group.application?.name ?? ''} />
      ) : (
        <Several group={group} aside={aside} because={because} />
      )}
    </Box>
  );
}

function Several({ group, aside, because }: { group: Group; aside: boolean; because: string }) {
  const [open, setOpen] = useState(false);
  const [page, setPage] = useState(0);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const whole = useGroup(group, aside, page, open && group.total > group.lines.length);
  const lines: Line[] = whole.data?.lines ?? group.lines;
  const name = severally(group);
  const turn = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) {
      next.add(id);
    }
    setLeft(next);
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography component="h2" sx={{ fontWeight: 600, display: 'inline' }}>
            {name}
            {group.application && (
              <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
                {' '}
                in {group.application.name}
              </Box>
            )}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {because}
          </Typography>
        </Box>
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {weight(group)}
        </Typography>
        <Button
          size="small"
          variant="outlined"
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Go through them'}: ${name}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Go through them'}
        </Button>
      </Box>
      {open && (
        <Box sx={{ mt: 1 }}>
          {whole.isError && <Trouble error={whole.error} again={() => whole.refetch()} />}
          <ActsOnSeveral lines={lines.filter((one) => !left.has(one.id))} aside={aside} />
          {lines.map((line) => (
            <Box
              key={line.id}
              sx={{
                display: 'flex',
                gap: 0.5,
                alignItems: 'flex-start',
                borderTop: '1px solid',
                borderColor: 'divider',
                py: 0.75,
              }}
            >
              <Checkbox
                size="small"
                checked={!left.has(line.id)}
                onChange={() => turn(line.id)}
                slotProps={{ input: { 'aria-label': line.sentence } }}
                sx={{ p: 0.25, mt: -0.25 }}
              />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <ItemRow line={line} />
              </Box>
            </Box>
          ))}
          <Pages total={group.total} page={page} size={GROUP_PAGE} onPage={setPage} />
        </Box>
      )}
    </>
  );
}
