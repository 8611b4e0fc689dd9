import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, data, Problem } from '../api/client';
import { keys } from '../api/keys';
import { TimeField } from '../app/Dates';
import { Part, Remark, When } from '../app/parts';
import { exactly } from '../app/when';
import { number, quoted } from '../ask/said';
import { useDoing } from '../people/api';
import { type Consequences, trayKey, useConsequences } from './api';
import { type Review, reviewKey } from './ReviewPlace';

/** What has happened, in one sentence. */
function outcome(told: Consequences | undefined): string {
  const people = (count: number) => (count === 1 ? '1 person' : `${number(count)} people`);
  if (!told?.ready) {
    return '';
  }
  if (told.gaining + told.losing === 0) {
    return 'Nobody gained or lost anything today.';
  }
  const parts = [
    ...(told.gaining > 0 ? [`${people(told.gaining)} gained`] : []),
    ...(told.losing > 0 ? [`${people(told.losing)} lost`] : []),
  ];
  return `${parts.join(', ')} something.`;
}

/** Publishing with a reason: now, at a time, or once somebody has agreed. */
export function Publish({ application, review }: { application: string; review: Review }) {
  const { draft } = review;
  const queries = useQueryClient();
  const told = useConsequences(application, draft).data;
  const [reason, setReason] = useState('');
  const [override, setOverride] = useState('');
  const [at, setAt] = useState('');
  const [made, setMade] = useState<{ number: number; words: string } | null>(null);
  const [asked, setAsked] = useState(false);
  const params = { path: { application, id: draft.id } };
  const headers = { 'If-Match': `"${draft.version}"` };
  const fresh = () => {
    for (const key of [trayKey(application), ['bench', application], ['drafts', application]]) {
      void queries.invalidateQueries({ queryKey: key });
    }
    void queries.invalidateQueries({ queryKey: keys.ledger(application) });
  };
  const publish = useDoing(async () => {
    const one = await data(
      api.POST('/api/applications/{application}/drafts/{id}/publish', {
        params,
        headers,
        body: { reason, override },
      }),
    );
    setMade({ number: one.number, words: outcome(told) });
    fresh();
  });
  const ask = useDoing(async () => {
    await data(
      api.POST('/api/applications/{application}/drafts/{id}/submit', {
        params: { ...params, query: { ask: true, why: reason } },
        headers,
        body: { reason, override },
      }),
    );
    setAsked(true);
  });
  const plan = useDoing(async () => {
    await data(
      api.PUT('/api/applications/{application}/drafts/{id}/plan', {
        params,
        headers,
        body: { at: new Date(at).toISOString(), reason, override },
      }),
    );
    void queries.invalidateQueries({ queryKey: reviewKey(application, draft.id) });
  });
  const unplan = useDoing(async () => {
    await data(api.DELETE('/api/applications/{application}/drafts/{id}/plan', { params }));
    void queries.invalidateQueries({ queryKey: reviewKey(application, draft.id) });
  });
  if (made) {
    return (
      <Remark tone="good" role="status">
        Published as no. {made.number}. {made.words}{' '}
        <MuiLink component={Link} to={`/ledger/${application}/${made.number}`}>
          Look at it in the ledger
        </MuiLink>
      </Remark>
    );
  }
  if (draft.state !== 'open') {
    return null;
  }
  const needs = review.objections.length > 0;
  const stale = review.clashes.length > 0;
  const broken = review.expectations.filter((one) => one.broken);
  const breaks = broken.length > 0;
  const empty = review.words.length === 0;
  const ready = reason.trim() !== '' && !stale && !empty && (!breaks || override.trim() !== '');
  const failed = publish.error ?? ask.error ?? plan.error ?? unplan.error;
  return (
    <Part title="Publish">
      <Box className="no-print" sx={{ display: 'grid', gap: 1.5, mb: 1 }}>
        {review.objections.map((one) => (
          <Remark key={one.why} tone="bad">
            {quoted(one.why)}
            {one.approvers.length > 0
              ? ` Somebody who can agree: ${one.approvers.join(', ')}.`
              : ' Nobody can agree to it.'}
          </Remark>
        ))}
        {breaks && (
          <Remark tone="bad">
            It would break {broken.length === 1 ? 'an expectation' : 'expectations'}:{' '}
            {broken.map((one) => one.name).join(', ')}. What would mend it stands below; or say why
            that is put up with.
          </Remark>
        )}
        {review.planned && (
          <Remark tone={review.planned.failed ? 'bad' : 'care'} role="status">
            {review.planned.failed ? (
              <>
                It was to be published <When at={review.planned.at} />, and was not:{' '}
                {review.planned.failed}{' '}
              </>
            ) : (
              <>
                {review.planned.by} has planned it for {exactly(review.planned.at)}. An edit until
                then stops that.{' '}
              </>
            )}
            <Button variant="text" size="small" onClick={() => unplan.mutate(undefined)}>
              {review.planned.failed ? 'Set that aside' : 'Do not publish then'}
            </Button>
          </Remark>
        )}
        {asked ? (
          <Remark tone="good" role="status">
            Asked: {review.approvers.join(', ')}. It is published once that is enough. You find it
            under{' '}
            <MuiLink component={Link} to="/people/requests">
              Requests
            </MuiLink>
            .
          </Remark>
        ) : (
          <>
            <TextField
              size="small"
              label="Why, for whoever reads it later"
              value={reason}
              multiline
              minRows={2}
              onChange={(event) => setReason(event.target.value)}
            />
            {breaks && (
              <TextField
                size="small"
                label="Why the broken expectation is put up with"
                value={override}
                onChange={(event) => setOverride(event.target.value)}
              />
            )}
            {failed && (
              <Remark tone="bad" role="alert">
                {failed.message}
                {failed instanceof Problem &&
                  failed.because.map((one) => <div key={one}>{quoted(one)}</div>)}
              </Remark>
            )}
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
              {needs ? (
                <Button
                  variant="contained"
                  disabled={!ready || ask.isPending || review.approvers.length === 0}
                  onClick={() => ask.mutate(undefined)}
                >
                  Ask {review.approvers[0] ?? 'somebody'}
                  {review.approvers.length > 1 ? ' and others' : ''} to agree
                </Button>
              ) : (
                <Button
                  variant="contained"
                  disabled={!ready || publish.isPending}
                  onClick={() => publish.mutate(undefined)}
                >
                  {publish.isPending ? 'Publishing' : 'Publish now'}
                </Button>
              )}
              {!needs && (
                <>
                  <TimeField label="Or at a time" value={at} onChange={setAt} />
                  <Button
                    variant="outlined"
                    disabled={!ready || at === '' || plan.isPending}
                    onClick={() => plan.mutate(undefined)}
                  >
                    Publish then
                  </Button>
                </>
              )}
            </Box>
            <Typography variant="body2" color="textSecondary">
              Nothing takes effect until then. Afterwards it stands in the ledger, and can be undone
              as a draft.
            </Typography>
          </>
        )}
      </Box>
    </Part>
  );
}
