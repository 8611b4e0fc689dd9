import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { Empty, Part, Remark, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and } from '../ask/said';
import { Working } from '../ask/Working';
import type { ChangePart } from '../bench/queue';
import { useDrafted } from '../bench/working';

type Difference = Schemas['DriftLine'];

/** What mends a difference, as it is said on a button; and what a mended one would be. */
const mends: Record<Difference['kind'], string> = {
  tableGone: 'Govern them no longer',
  tableRenamed: 'Read them from there',
  columnGone: 'Take the field out',
  columnRenamed: 'Read it from there',
  typeChanged: 'Read it as that',
  lookupGone: '',
  lookupRenamed: 'Look it up there',
  columnNew: 'Make it a field',
  tableNew: '',
};

/** In what the database differs from what is governed: looked at whenever this is opened. */
export function DriftLeaf({ application }: { application: string }) {
  const { tray, queue, standing } = useDrafted(application);
  const draft = tray.data?.draft;
  const look = useQuery({
    queryKey: keys.catalogueDrift(application, draft?.id, draft?.version),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/drift', {
          signal,
          params: { path: { application }, query: draft ? { draft: draft.id } : {} },
        }),
      ),
    enabled: !tray.isPending && standing.pending.length === 0,
    placeholderData: (before) => before,
    staleTime: 60_000,
    retry: false,
  });
  if (look.isPending) {
    return <Working lines={6} />;
  }
  if (look.isError) {
    return <Trouble error={look.error} again={() => look.refetch()} />;
  }
  const { differences, lookedAt } = look.data;
  const busy = look.isFetching || standing.pending.length > 0;
  const mend = (one: Difference) => queue.add(one.mend as ChangePart[]);
  const lost = differences.filter((one) => one.lost);
  const fresh = differences.filter((one) => !one.lost);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 2 }}>
        <Typography variant="body2" color="textSecondary" role="status" sx={{ flex: 1 }}>
          Looked at <When at={lookedAt} />. It is looked at every day by itself. What cannot be read
          any more is unknown: whatever is said of it opens nothing.
        </Typography>
        <Button size="small" disabled={busy} onClick={() => look.refetch()}>
          Look again
        </Button>
      </Box>
      {differences.length === 0 && (
        <Empty>
          The database is as the Catalogue says{draft ? ', once your draft is published' : ''}.
        </Empty>
      )}
      {lost.length > 0 && (
        <Part title="Cannot be read any more">
          {lost.map((one) => (
            <Line key={said(one)} one={one} busy={busy} onMend={mend} />
          ))}
        </Part>
      )}
      {fresh.length > 0 && (
        <Part title="New, and nobody’s yet">
          {fresh.map((one) => (
            <Line key={said(one)} one={one} busy={busy} onMend={mend} />
          ))}
        </Part>
      )}
    </>
  );
}

const said = (one: Difference) =>
  `${one.kind} ${one.table} ${one.field ?? ''} ${JSON.stringify(one.mend)}`;

function Line({
  one,
  busy,
  onMend,
}: {
  one: Difference;
  busy: boolean;
  onMend: (one: Difference) => void;
}) {
  const what = one.label ? `${one.plural}: ${one.label}` : (one.plural ?? one.table);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '230px minmax(0, 1fr) auto',
        gap: 2,
        alignItems: 'baseline',
        py: 0.75,
        borderBottom: '1px solid',
        borderColor: 'divider',
      }}
    >
      <Box sx={{ fontWeight: 600 }}>{what}</Box>
      <Box>
        <span>
          {one.plural ? `In ${one.table}, ` : ''}
          {one.why}.
        </span>
        {one.conditions.length > 0 && (
          <Remark tone="care">
            Conditions that use it open nothing until then: {and(one.conditions)}.
          </Remark>
        )}
      </Box>
      {one.kind === 'tableNew' ? (
        <MuiLink component={Link} to="?leaf=tables">
          Go to its tables
        </MuiLink>
      ) : (
        one.mend.length > 0 && (
          <Button
            size="small"
            variant="outlined"
            disabled={busy}
            aria-label={`${mends[one.kind]}: ${what}`}
            onClick={() => onMend(one)}
          >
            {mends[one.kind]}
          </Button>
        )
      )}
    </Box>
  );
}
