import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import type { Review } from './api';

/** Ends a review; afterwards what came of it, and its sealed result. */
export function ResultPart({ review }: { review: Review }) {
  if (!review.leads) {
    return null;
  }
  if (review.state === 'open') {
    return <Ending review={review} />;
  }
  const application = encodeURIComponent(review.application.key);
  if (review.state === 'closed') {
    return (
      <Remark tone="care">
        What is to end or to change is{' '}
        <MuiLink component={Link} to={`/bench/${application}/review/${review.draft ?? ''}`}>
          a draft that waits to be published
        </MuiLink>
        . The result is sealed once it is published or discarded.
      </Remark>
    );
  }
  return <Sealed review={review} />;
}

function Ending({ review }: { review: Review }) {
  const [sure, setSure] = useState(false);
  const left = review.progress.rights - review.progress.answered;
  const ending = useDoing<void, unknown>(
    () => data(api.POST('/api/reviews/{id}/end', { params: { path: { id: review.id } } })),
    () => setSure(false),
  );
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <Button
          variant={left === 0 ? 'contained' : 'outlined'}
          disabled={ending.isPending}
          onClick={() => (left === 0 || sure ? ending.mutate() : setSure(true))}
        >
          {sure ? `End it with ${number(left)} unanswered` : 'End the review'}
        </Button>
        {sure && (
          <>
            <Button onClick={() => setSure(false)}>Go on with it</Button>
            <Typography variant="body2" color="textSecondary">
              What has no answer stays as it is.
            </Typography>
          </>
        )}
      </Box>
      {ending.isError && (
        <Remark tone="bad" role="alert">
          {ending.error.message}
        </Remark>
      )}
    </Box>
  );
}

function Sealed({ review }: { review: Review }) {
  const check = useMutation({
    mutationFn: () =>
      data(api.GET('/api/reviews/{id}/check', { params: { path: { id: review.id } } })),
  });
  const at = `/api/reviews/${review.id}/result`;
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography sx={{ mb: 0.5 }}>{review.outcome}</Typography>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button variant="outlined" size="small" href={`${at}.pdf`} download>
          Result as PDF
        </Button>
        <Button variant="outlined" size="small" href={`${at}.csv`} download>
          As CSV
        </Button>
        <Button variant="outlined" size="small" href={`${at}.json`} download>
          As JSON
        </Button>
        <Button size="small" disabled={check.isPending} onClick={() => check.mutate()}>
          Check it
        </Button>
        <Typography
          variant="body2"
          color="textSecondary"
          sx={{ fontFamily: 'monospace', overflowWrap: 'anywhere' }}
        >
          SHA-256 {review.digest}
        </Typography>
      </Box>
      {check.data && (
        <Remark tone={check.data.holds ? 'good' : 'bad'} role="status">
          {check.data.holds ? 'It is as it was sealed.' : check.data.why}
        </Remark>
      )}
      {check.isError && (
        <Remark tone="bad" role="alert">
          {check.error.message}
        </Remark>
      )}
    </Box>
  );
}
