import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { Part, Remark, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number, quoted } from '../ask/said';
import { Working } from '../ask/Working';
import { trayKey, useConsequences, useTray, useTrayAct } from './api';
import { Broken, Counterexample } from './Broken';
import { ofDraft } from './ChangesLeaf';
import { ElementDiff } from './ElementDiff';
import { Impact } from './ImpactLines';
import { Publish } from './Publish';

export type Review = Schemas['Review'];

export const reviewKey = (application: string, id: string) => keys.review(application, id);

/** A draft looked at as a whole before it is published. */
export default function ReviewPlace() {
  const { application = '', id = '' } = useParams();
  const review = useQuery({
    queryKey: reviewKey(application, id),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/drafts/{id}/review', {
          signal,
          params: { path: { application, id } },
        }),
      ),
    staleTime: 0,
    retry: false,
  });
  const shown = review.data;
  const tray = useTray(application).data?.draft;
  const edited = tray && shown && tray.id === shown.draft.id && tray.version > shown.draft.version;
  const { refetch } = review;
  useEffect(() => {
    if (edited) {
      void refetch();
    }
  }, [edited, refetch]);
  useEffect(() => {
    document.title = `${shown ? `${shown.draft.name}, review` : 'Review'} · Nembar`;
  }, [shown]);
  if (review.isError) {
    return (
      <Box sx={{ p: 2.5 }}>
        <Trouble error={review.error} again={() => review.refetch()} />
      </Box>
    );
  }
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '18px 20px 48px' }}>
      <Box sx={{ maxWidth: 1120, mx: 'auto' }}>
        {shown ? (
          <Shown application={application} review={shown} again={() => void review.refetch()} />
        ) : (
          <Working lines={12} />
        )}
      </Box>
    </Box>
  );
}

function Shown({
  application,
  review,
  again,
}: {
  application: string;
  review: Review;
  again: () => void;
}) {
  const { draft } = review;
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
        <Typography variant="h1" component="h1" sx={{ overflowWrap: 'anywhere', minWidth: 0 }}>
          {draft.name}
        </Typography>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          draft of {draft.authorName}, last edited <When at={draft.changedAt} />
        </Typography>
        <Box className="no-print" sx={{ display: 'flex', gap: 1 }}>
          <Button variant="text" component={Link} to={`/bench/${application}`}>
            Back to the bench
          </Button>
          <Button
            variant="outlined"
            href={`/api/applications/${encodeURIComponent(application)}/drafts/${draft.id}/impact.csv`}
          >
            As CSV
          </Button>
          <Button variant="outlined" onClick={() => window.print()}>
            Print
          </Button>
        </Box>
      </Box>
      {draft.state !== 'open' && (
        <Remark tone="good" role="status">
          This draft is {draft.state}.{' '}
          <MuiLink component={Link} to={`/ledger/${application}`}>
            Look at what was published
          </MuiLink>
        </Remark>
      )}
      {review.stale.length > 0 && (
        <Remark tone="bad" role="alert">
          This draft does not fit what is published by now: {review.stale.map(quoted).join('; ')}.
          Mend it on the bench, or take what is published.
        </Remark>
      )}
      <Behind application={application} review={review} onDone={again} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
          gap: 5,
          mt: 2,
          '@media print': { display: 'block' },
        }}
      >
        <div>
          <Part title={`What it does (${review.words.length})`}>
            {review.words.length === 0 && (
              <Typography color="textSecondary">Nothing that is not published.</Typography>
            )}
            {review.words.map((one) => (
              <Typography key={one} sx={{ mb: 0.75, overflowWrap: 'anywhere' }}>
                {quoted(one)}.
              </Typography>
            ))}
          </Part>
          {draft.state === 'open' && draft.changes.length > 0 && (
            <Part title="Who gains and who loses">
              <Totals application={application} review={review} />
              <Impact source={ofDraft(application, draft)} />
            </Part>
          )}
        </div>
        <div>
          <Publish application={application} review={review} />
          {draft.state === 'open' && draft.changes.length > 0 && review.stale.length === 0 && (
            <Findings application={application} review={review} />
          )}
          <Expectations application={application} review={review} />
        </div>
      </Box>
    </>
  );
}

function Totals({ application, review }: { application: string; review: Review }) {
  const told = useConsequences(application, review.draft).data;
  if (!told?.ready) {
    return null;
  }
  const side = (one: { records?: number; withheld: boolean; each: boolean; people: number }) =>
    one.people === 0
      ? 'none'
      : `${one.people === 1 ? '1 person' : `${number(one.people)} people`}${
          one.withheld || one.records === undefined
            ? ''
            : `, ${one.each ? 'up to ' : ''}${number(one.records)}`
        }`;
  return (
    <Box component="table" sx={{ width: '100%', fontSize: 13.5, mb: 2, borderSpacing: 0 }}>
      <thead>
        <Box
          component="tr"
          sx={{ '& th': { textAlign: 'left', fontWeight: 400 }, color: 'text.secondary' }}
        >
          <th scope="col">Records</th>
          <th scope="col">gain</th>
          <th scope="col">lose</th>
        </Box>
      </thead>
      <tbody>
        {told.kinds.map((one) => (
          <tr key={one.type}>
            <th scope="row" style={{ textAlign: 'left', fontWeight: 400 }}>
              {one.plural}
            </th>
            <td>{side(one.gained)}</td>
            <td>{side(one.lost)}</td>
          </tr>
        ))}
        {told.functions.map((one) => (
          <tr key={one.function}>
            <th scope="row" style={{ textAlign: 'left', fontWeight: 400 }}>
              {one.name}
            </th>
            <td>{one.gaining === 0 ? 'none' : one.gaining}</td>
            <td>{one.losing === 0 ? 'none' : one.losing}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

const standing = (one: Schemas['Proved'] | undefined, without: string) =>
  one === undefined ? without : one.holds ? 'holds' : 'does not hold';

/** How expectations stand before and after, those that change first. */
function Expectations({ application, review }: { application: string; review: Review }) {
  const changes = (one: Review['expectations'][number]) =>
    one.published?.holds !== one.drafted?.holds;
  const [whole, setWhole] = useState(false);
  const all = [...review.expectations].sort(
    (one, other) => Number(changes(other)) - Number(changes(one)),
  );
  if (all.length === 0) {
    return null;
  }
  const telling = all.filter((one) => changes(one) || !one.drafted?.holds);
  const shown = whole ? all : telling;
  return (
    <Part title={`Expectations (${all.length})`}>
      <Box
        component="table"
        sx={{
          width: '100%',
          fontSize: 13.5,
          borderSpacing: 0,
          '& th, & td': { textAlign: 'left', fontWeight: 400, py: 0.5, verticalAlign: 'top' },
          '& thead th': { color: 'text.secondary' },
          '& td, & thead th + th': { pl: 1.5, whiteSpace: 'nowrap' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Expectation</th>
            <th scope="col">now</th>
            <th scope="col">then</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((one) => (
            <tr key={one.key}>
              <Box component="th" scope="row" sx={{ overflowWrap: 'anywhere' }}>
                {one.name}
                {one.drafted && !one.drafted.holds && !one.broken && (
                  <Counterexample expectation={one.drafted} />
                )}
                {one.broken && one.drafted && (
                  <Broken
                    application={application}
                    draft={review.draft}
                    expectation={one.drafted}
                  />
                )}
              </Box>
              <td>{standing(one.published, 'is not there')}</td>
              <Box
                component="td"
                sx={{
                  color: one.broken ? 'error.main' : undefined,
                  fontWeight: changes(one) ? '600 !important' : undefined,
                }}
              >
                {standing(one.drafted, 'is taken away')}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      {all.length > telling.length && (
        <Button variant="text" size="small" sx={{ pl: 0 }} onClick={() => setWhole(!whole)}>
          {whole
            ? 'Leave out those that hold before and after'
            : `${all.length - telling.length} hold before and after`}
        </Button>
      )}
    </Part>
  );
}

type Finding = Schemas['FindingShown'];

const DUTY = 'rolesInConflict';

/** What the draft makes worth a look, and what it mends; conflicts of duty on their own. */
function Findings({ application, review }: { application: string; review: Review }) {
  const { draft } = review;
  const found = useQuery({
    queryKey: keys.draftFindings(application, draft.id, draft.version),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/drafts/{draft}/findings', {
          signal,
          params: { path: { application, draft: draft.id } },
        }),
      ),
    retry: false,
  });
  if (found.isError) {
    return (
      <Part title="Findings">
        <Trouble error={found.error} again={() => found.refetch()} />
      </Part>
    );
  }
  if (found.isPending) {
    return (
      <Part title="Findings">
        <Working lines={3} />
      </Part>
    );
  }
  const { made, mended } = found.data;
  const duty = (one: Finding) => one.kind === DUTY;
  const rest = (one: Finding) => !duty(one);
  return (
    <>
      <Part title="Conflicts of duty">
        {[...made, ...mended].filter(duty).length === 0 && (
          <Typography color="textSecondary">
            Nobody comes to hold two roles that exclude each other, and nobody ceases to.
          </Typography>
        )}
        <Found findings={made.filter(duty)} tone="bad" />
        <Found findings={mended.filter(duty)} tone="good" />
      </Part>
      <Part title={`Findings it makes (${made.filter(rest).length})`}>
        {made.filter(rest).length === 0 && <Typography color="textSecondary">None.</Typography>}
        <Found findings={made.filter(rest)} tone="care" />
      </Part>
      <Part title={`Findings it mends (${mended.filter(rest).length})`}>
        {mended.filter(rest).length === 0 && <Typography color="textSecondary">None.</Typography>}
        <Found findings={mended.filter(rest)} tone="good" />
      </Part>
    </>
  );
}

const FOUND_AT_ONCE = 8;

function Found({ findings, tone }: { findings: Finding[]; tone: 'good' | 'care' | 'bad' }) {
  const [all, setAll] = useState(false);
  const shown = all ? findings : findings.slice(0, FOUND_AT_ONCE);
  return (
    <>
      {shown.map((one) => (
        <Remark key={one.why} tone={tone}>
          {tone === 'good' ? 'No more: ' : ''}
          {quoted(one.why)}
        </Remark>
      ))}
      {findings.length > shown.length && (
        <Button variant="text" size="small" onClick={() => setAll(true)}>
          {findings.length - shown.length} more
        </Button>
      )}
    </>
  );
}

/** What another publication has done to the same elements: mine, or theirs. */
function Behind({
  application,
  review,
  onDone,
}: {
  application: string;
  review: Review;
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const [theirs, setTheirs] = useState<Set<string>>(new Set());
  const up = useTrayAct<string[]>(application, (theirs) =>
    data(
      api.POST('/api/applications/{application}/drafts/{id}/bring-up', {
        params: { path: { application, id: review.draft.id } },
        body: { theirs },
      }),
    ).then((tray) => {
      onDone();
      void queries.invalidateQueries({ queryKey: trayKey(application) });
      return tray;
    }),
  );
  if (review.clashes.length === 0 || review.draft.state !== 'open') {
    return null;
  }
  const element = (one: Review['clashes'][number]) => `${one.list}/${one.key}`;
  const last = new Map(review.clashes.map((one) => [element(one), one]));
  const toggle = (key: string) => {
    const next = new Set(theirs);
    if (!next.delete(key)) {
      next.add(key);
    }
    setTheirs(next);
  };
  return (
    <Remark tone="care" role="status">
      <Typography sx={{ fontWeight: 600 }}>
        Published since this draft was begun, and edited by it too. Choose which is to stand:
      </Typography>
      {[...last].map(([key, one]) => (
        <Box key={key} sx={{ display: 'flex', gap: 2, alignItems: 'flex-end' }}>
          <ElementDiff clash={one} />
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label="Which is to stand"
            sx={{ '& button': { color: 'text.primary', whiteSpace: 'nowrap' } }}
            value={theirs.has(key) ? 'theirs' : 'mine'}
            onChange={() => toggle(key)}
          >
            <ToggleButton value="mine">this draft</ToggleButton>
            <ToggleButton value="theirs">published</ToggleButton>
          </ToggleButtonGroup>
        </Box>
      ))}
      <Button
        variant="outlined"
        disabled={up.isPending}
        sx={{ mt: 1 }}
        onClick={() => up.mutate([...theirs])}
      >
        Bring the draft up to date
      </Button>
      {up.error && <Typography color="error">{up.error.message}</Typography>}
    </Remark>
  );
}
