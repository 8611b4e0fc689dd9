import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Trouble } from '../app/Trouble';
import { useBecause } from '../ask/answers';
import { type Asked, Reasons } from '../ask/Because';
import { type Pick, pickToText, slotsOf } from '../ask/question';
import { Working } from '../ask/Working';
import type { DraftShown } from './api';
import type { CellRef } from './grid';

/** What Because is about: the cell in which the cursor stands. */
export function pickOf(cell: CellRef | null): Pick | null {
  switch (cell?.kind) {
    case 'cell':
      return { kind: 'cell', type: cell.type, operation: cell.operation };
    case 'field':
      return { kind: 'field', type: cell.type, field: cell.field };
    case 'function':
      return { kind: 'function', function: cell.function };
    default:
      return null;
  }
}

/** By which routes the example person has what the cell under the cursor is about. */
export function BecauseLeaf({
  application,
  draft,
  person,
  cell,
}: {
  application: string;
  draft: DraftShown | undefined;
  person: string;
  cell: CellRef | null;
}) {
  const pick = pickOf(cell);
  if (person === '') {
    return (
      <Typography color="textSecondary">
        Choose whom to count for, above the grid: then the routes by which they have what a cell
        says stand here.
      </Typography>
    );
  }
  if (!pick) {
    return <Typography color="textSecondary">Move to a cell of the grid.</Typography>;
  }
  return <DraftedBecause application={application} draft={draft} person={person} pick={pick} />;
}

/** By which routes somebody has something: as drafted, or as published. */
export function DraftedBecause({
  application,
  draft,
  person,
  account = '',
  pick,
}: {
  application: string;
  draft: DraftShown | undefined;
  person: string;
  account?: string;
  pick: Pick;
}) {
  const go = useNavigate();
  const [published, setPublished] = useState(false);
  const slots = slotsOf({ person, application, account });
  const drafted = draft && draft.changes.length > 0 ? draft : undefined;
  const answer = useBecause(slots, pick, published ? undefined : drafted);
  const ask = (more: Record<string, string>) =>
    go(
      `/ask/what-can?${new URLSearchParams({ person, application, ...(account ? { account } : {}), ...more })}`,
    );
  const question: Asked = {
    pick,
    listed: null,
    because: (next) => ask(next ? { because: pickToText(next) } : {}),
    list: (type, operation) => ask({ list: `${type}:${operation}` }),
  };
  return (
    <>
      {drafted ? (
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Which design"
          sx={{ mb: 1.5, '& button': { color: 'text.primary', py: 0.25 } }}
          value={published ? 'published' : 'drafted'}
          onChange={(_, next) => next && setPublished(next === 'published')}
        >
          <ToggleButton value="drafted">as drafted</ToggleButton>
          <ToggleButton value="published">as published</ToggleButton>
        </ToggleButtonGroup>
      ) : (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          As published.
        </Typography>
      )}
      {answer.isPending && <Working lines={5} />}
      {answer.isError && <Trouble error={answer.error} again={() => answer.refetch()} />}
      {answer.data && <Reasons answer={answer.data} question={question} alone />}
    </>
  );
}
