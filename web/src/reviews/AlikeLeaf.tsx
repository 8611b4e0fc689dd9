import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { Pages } from '../app/Pages';
import { Empty } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { AnswerForm } from './AnswerForm';
import { PAGE, type Review, useAlike, useAlikeRights } from './api';

/** Rights that are the same for several people: answered at once, by whoever has looked at each. */
export function AlikeLeaf({ review }: { review: Review }) {
  const alike = useAlike(review.id);
  if (alike.isPending) {
    return <Working lines={6} />;
  }
  if (alike.isError) {
    return <Trouble error={alike.error} again={() => alike.refetch()} />;
  }
  if (alike.data.length === 0) {
    return <Empty>Nothing that waits is the same for several people.</Empty>;
  }
  return (
    <>
      <Typography color="textSecondary" sx={{ mb: 1.5 }}>
        The same right of several people is answered at once, once each of them has been looked at.
      </Typography>
      {alike.data.map((one) => (
        <Group key={`${one.what} ${one.through}`} review={review} group={one} />
      ))}
    </>
  );
}

type GroupProps = {
  review: Review;
  group: { what: string; through: string; rights: number; looked: number };
};

function Group({ review, group }: GroupProps) {
  const [open, setOpen] = useState(false);
  const said = [group.what, group.through].filter((one) => one !== '').join(', ');
  return (
    <Box
      component="section"
      aria-label={said}
      sx={{ bgcolor: 'background.paper', mb: 1, px: 1.75, py: 1 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Typography component="h2" sx={{ fontWeight: 600, flex: 1, minWidth: 0 }}>
          {said}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {number(group.rights)} people, {number(group.looked)} looked at
        </Typography>
        <Button
          size="small"
          variant="outlined"
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Go through them'}: ${said}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Go through them'}
        </Button>
      </Box>
      {open && <Rights review={review} group={group} />}
    </Box>
  );
}

function Rights({ review, group }: GroupProps) {
  const [page, setPage] = useState(0);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const rights = useAlikeRights(review.id, group.what, group.through, page);
  const all = rights.data?.rights ?? [];
  const taken = all.filter((one) => one.looked && !left.has(one.number));
  const turn = (one: number) => {
    const next = new Set(left);
    if (!next.delete(one)) {
      next.add(one);
    }
    setLeft(next);
  };
  return (
    <Box sx={{ mt: 1 }}>
      {all.map((one) => (
        <Box key={one.number} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
          <Checkbox
            size="small"
            sx={{ p: 0.25 }}
            disabled={!one.looked}
            checked={one.looked && !left.has(one.number)}
            onChange={() => turn(one.number)}
            slotProps={{ input: { 'aria-label': one.person.name } }}
          />
          <MuiLink
            component={Link}
            to={`/desk/reviews/${review.id}?leaf=mine&person=${encodeURIComponent(one.person.key)}`}
          >
            {one.person.name}
          </MuiLink>
          <Typography variant="body2" color="textSecondary">
            {one.place}
            {!one.looked && ' · not looked at yet'}
          </Typography>
        </Box>
      ))}
      <Pages total={rights.data?.total ?? 0} page={page} size={PAGE} onPage={setPage} />
      <Box sx={{ mt: 1 }}>
        <AnswerForm
          review={review}
          numbers={taken.map((one) => one.number)}
          may={taken.length > 0}
          assigned
          what={`${number(taken.length)} people`}
        >
          <Typography variant="body2" color="textSecondary">
            {taken.length === 0
              ? 'Look at them first.'
              : `for ${taken.length === 1 ? '1 person' : `${number(taken.length)} people`}`}
          </Typography>
        </AnswerForm>
      </Box>
    </Box>
  );
}
