import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { LeafTabs } from '../app/LeafTabs';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { AlikeLeaf } from './AlikeLeaf';
import { type Review, useReview } from './api';
import { LeadLeaf } from './LeadLeaf';
import { PeopleLeaf } from './PeopleLeaf';
import { ResultPart } from './ResultPart';
import { far, stateOf } from './said';

type Leaf = 'mine' | 'alike' | 'everybody' | 'asked';

/** One access review: what one is to answer, and for whoever leads it how it stands. */
export default function ReviewSheet() {
  const { id = '' } = useParams();
  const review = useReview(id);
  const name = review.data?.name;
  useEffect(() => {
    document.title = `${name ?? 'Review'} · Nembar`;
  }, [name]);
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '14px 20px 48px' }}>
      <Box sx={{ maxWidth: 1180, mx: 'auto' }}>
        <MuiLink component={Link} to="/desk?leaf=reviews" sx={{ fontSize: 13 }}>
          Access reviews
        </MuiLink>
        {review.isPending && <Working lines={10} />}
        {review.isError && <Trouble error={review.error} again={() => review.refetch()} />}
        {review.data && <Sheet review={review.data} />}
      </Box>
    </Box>
  );
}

function Sheet({ review }: { review: Review }) {
  const [params, setParams] = useSearchParams();
  const left = review.mine.rights - review.mine.answered;
  const open = review.state === 'open';
  const leaves: (readonly [Leaf, string])[] = [
    ...(review.mine.rights > 0
      ? ([['mine', open && left > 0 ? `Yours to answer (${number(left)})` : 'Yours']] as const)
      : []),
    ...(open && left > 1 ? ([['alike', 'Alike']] as const) : []),
    ...(review.leads
      ? ([
          ['everybody', 'Everybody'],
          ['asked', 'Who is asked'],
        ] as const)
      : []),
  ];
  const wanted = params.get('leaf') as Leaf | null;
  const leaf = leaves.find(([key]) => key === wanted)?.[0] ?? leaves[0]?.[0] ?? 'mine';
  return (
    <>
      <Typography variant="h1" component="h1" sx={{ overflowWrap: 'anywhere' }}>
        {review.name}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {review.application.name}: {review.scope}. Begun by {review.owner.name}, until{' '}
        {far.day(review.due)}
        {review.everyMonths > 0 &&
          `, again every ${review.everyMonths === 1 ? 'month' : `${review.everyMonths} months`}`}
        . {far.of(review.progress)} answered; {stateOf(review)}.
      </Typography>
      {review.note && <Typography sx={{ mb: 1, whiteSpace: 'pre-line' }}>{review.note}</Typography>}
      <ResultPart review={review} />
      {leaves.length > 0 && (
        <LeafTabs
          label="Of the review"
          leaves={leaves}
          leaf={leaf}
          onLeaf={(next) => setParams({ leaf: next })}
        >
          {(leaf === 'mine' || leaf === 'everybody') && (
            <PeopleLeaf key={leaf} review={review} mine={leaf === 'mine'} />
          )}
          {leaf === 'alike' && <AlikeLeaf review={review} />}
          {leaf === 'asked' && <LeadLeaf review={review} />}
        </LeafTabs>
      )}
    </>
  );
}
