import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { Remark } from '../app/parts';
import { type DraftShown, useTray, useTrayAct } from './api';
import { ExpectationMends } from './ExpectationMends';
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
  return (
    <ExpectationMends
      application={application}
      expectation={expectation}
      draft={draft}
      otherwise="Take edits back, or say in the review why it is put up with."
      onTake={mine ? (mend) => queue.add(mend.changes) : undefined}
    >
      {!mine && (
        <Button variant="outlined" size="small" onClick={() => work.mutate()}>
          Work in this draft, to mend it
        </Button>
      )}
    </ExpectationMends>
  );
}
