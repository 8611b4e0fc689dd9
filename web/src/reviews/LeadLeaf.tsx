import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark, Rows } from '../app/parts';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import type { Review } from './api';
import { HandOn } from './HandOn';
import { far } from './said';

/** How far each reviewer has come; reminds them, and hands on what one of them cannot do. */
export function LeadLeaf({ review }: { review: Review }) {
  const [handing, setHanding] = useState<{ key: string; name: string } | null>(null);
  const open = review.state === 'open';
  const remind = useDoing<void, unknown>(() =>
    data(api.POST('/api/reviews/{id}/reminders', { params: { path: { id: review.id } } })),
  );
  return (
    <>
      <Rows aria-label="Who is asked">
        <thead>
          <tr>
            <th scope="col">Reviewer</th>
            <th scope="col">Looked at</th>
            <th scope="col">Answered</th>
            <th scope="col">Left</th>
            <th scope="col" aria-label="Acts" />
          </tr>
        </thead>
        <tbody>
          {review.reviewers.map(({ reviewer, progress }) => (
            <tr key={reviewer.key}>
              <td>{reviewer.name}</td>
              <td>{number(progress.looked)}</td>
              <td>{far.of(progress)}</td>
              <td>{number(progress.rights - progress.answered)}</td>
              <td>
                {open && progress.answered < progress.rights && (
                  <Button
                    size="small"
                    aria-label={`Hand on what waits for ${reviewer.name}`}
                    onClick={() => setHanding(reviewer)}
                  >
                    Hand on
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {open && (
        <Button
          variant="outlined"
          sx={{ mt: 1.5 }}
          disabled={remind.isPending || review.progress.answered === review.progress.rights}
          onClick={() => remind.mutate()}
        >
          Remind those of whom answers are missing
        </Button>
      )}
      {remind.isSuccess && (
        <Remark tone="good" role="status">
          They have been written to.
        </Remark>
      )}
      {remind.isError && (
        <Remark tone="bad" role="alert">
          {remind.error.message}
        </Remark>
      )}
      {handing && (
        <HandOn
          review={review}
          from={handing.key}
          what={`What waits for ${handing.name}`}
          onClose={() => setHanding(null)}
        />
      )}
    </>
  );
}
