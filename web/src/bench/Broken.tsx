import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { type DraftShown, useTray, useTrayAct } from './api';
import { MendList } from './MendList';
import { useQueue } from './working';

type Proved = Schemas['Proved'];

/** An expectation that a draft breaks: who shows it, and what would mend it. */
export function Broken({
  application,
  draft,
  expectation,
}: {
  application: string;
  draft: DraftShown;
  expectation: Proved;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Remark tone="bad">
      <strong>Breaks an expectation</strong>
      <br />
      {expectation.name}
      <Counterexample expectation={expectation} />
      <Button
        variant="text"
        size="small"
        aria-expanded={open}
        className="no-print"
        onClick={() => setOpen(!open)}
        sx={{ pl: 0 }}
      >
        {open ? 'Close' : 'What would mend it'}
      </Button>
      {open && <Mends application={application} draft={draft} expectation={expectation.key} />}
    </Remark>
  );
}

/** Who shows that it does not hold, and by which record. */
export function Counterexample({ expectation }: { expectation: Proved }) {
  return (
    expectation.person && (
      <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
        {expectation.person}
        {expectation.record && `, such as ${expectation.record}`}
      </Box>
    )
  );
}

function Mends({
  application,
  draft,
  expectation,
}: {
  application: string;
  draft: DraftShown;
  expectation: string;
}) {
  const { queue } = useQueue(application);
  const mine = useTray(application).data?.draft?.id === draft.id;
  const work = useTrayAct<void>(application, () =>
    data(
      api.PUT('/api/applications/{application}/tray', {
        params: { path: { application } },
        body: { draft: draft.id },
      }),
    ),
  );
  const mends = useQuery({
    queryKey: keys.mends(application, draft.id, draft.version, expectation),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/expectations/{key}/mends', {
          signal,
          params: { path: { application, key: expectation }, query: { draft: draft.id } },
        }),
      ),
    retry: false,
  });
  if (mends.isPending) {
    return <Working lines={2} />;
  }
  if (mends.isError) {
    return <Trouble error={mends.error} again={() => mends.refetch()} />;
  }
  return (
    <>
      {mends.data.length === 0 && (
        <Typography color="textSecondary">
          No single change is known that would. Take edits back, or say in the review why it is put
          up with.
        </Typography>
      )}
      {!mine && (
        <Button variant="outlined" size="small" onClick={() => work.mutate()}>
          Work in this draft, to mend it
        </Button>
      )}
      <MendList
        mends={mends.data}
        {...(mine ? { onTake: (mend) => queue.add(mend.changes) } : {})}
      />
    </>
  );
}
