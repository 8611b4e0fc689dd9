import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { FileButton } from '../app/FileButton';
import { Listing } from '../app/Listing';
import { SIZE } from '../app/listed';
import { Remark } from '../app/parts';
import { useReviews } from './api';
import { BeginReview } from './BeginReview';
import { useCheckedFile } from './checked';
import { far, stateOf } from './said';

/** Access reviews: those one is asked in, and those of applications that one designs. */
export function ReviewsLeaf() {
  const [page, setPage] = useState(0);
  const [beginning, setBeginning] = useState(false);
  const reviews = useReviews(page, SIZE);
  const check = useCheckedFile();
  const begins = reviews.data?.applications ?? [];
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1.5 }}>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          Whether what people hold is still needed, asked of those who know. What is to end becomes
          a draft.
        </Typography>
        <FileButton
          file="The result of a review, as JSON"
          accept=".json,application/json"
          size="small"
          onFile={(file) => check.mutate(file)}
        >
          Check a result
        </FileButton>
        {begins.length > 0 && (
          <Button variant="contained" onClick={() => setBeginning(true)}>
            Begin a review
          </Button>
        )}
      </Box>
      {check.isError && (
        <Remark tone="bad" role="alert">
          {check.error.message}
        </Remark>
      )}
      {check.data && (
        <Remark tone={check.data.holds ? 'good' : 'bad'} role="status">
          {check.data.holds
            ? `This is the result of ${check.data.name}, as it was sealed.`
            : check.data.why}
        </Remark>
      )}
      <Listing
        label="Reviews"
        heads={['Review', 'Application', 'About', 'By', 'Until', 'Answered', 'State']}
        list={reviews}
        total={(answer) => answer.total}
        none="No review yet. Begin one, and those who know are asked whether what people hold is still needed."
        page={page}
        turn={setPage}
        rows={(answer) =>
          answer.reviews.map((one) => (
            <tr key={one.id}>
              <td>
                <MuiLink component={Link} to={`/desk/reviews/${one.id}`}>
                  {one.name}
                </MuiLink>
              </td>
              <td>{one.application.name}</td>
              <td className="quiet">{one.scope}</td>
              <td className="quiet">{one.owner.name}</td>
              <td className="quiet">{far.day(one.due)}</td>
              <td className="number">{far.of(one.progress)}</td>
              <td>{stateOf(one)}</td>
            </tr>
          ))
        }
      />
      {beginning && <BeginReview applications={begins} onClose={() => setBeginning(false)} />}
    </>
  );
}
