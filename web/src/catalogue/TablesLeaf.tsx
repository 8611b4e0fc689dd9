import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { type KeyboardEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { type TableDecision, type TableProposed, useDecide, useProposal } from './api';
import { TableDetail } from './TableDetail';
import { TableList } from './TableList';
import { counts, matching, offered, progress, uses } from './tables';

/** Goes through the tables of the application's database: taken, left, or still open. */
export function TablesLeaf({ application }: { application: string }) {
  const proposal = useProposal(application);
  const decide = useDecide(application);
  const navigate = useNavigate();
  const [use, setUse] = useState<TableProposed['use'] | ''>('');
  const [search, setSearch] = useState('');
  const [picked, setPicked] = useState('');
  const take = useDoing(
    () =>
      data(
        api.POST('/api/applications/{application}/catalogue', {
          params: { path: { application } },
        }),
      ),
    () => navigate(`/catalogue/${encodeURIComponent(application)}`),
  );
  if (proposal.isPending) {
    return <Working lines={14} />;
  }
  if (proposal.isError) {
    return <Trouble error={proposal.error} again={() => proposal.refetch()} />;
  }
  const { tables, areas } = proposal.data;
  const shown = matching(tables, use, search);
  const at = shown.find((one) => one.table === picked) ?? shown[0];
  const done = progress(tables);
  // Of all tables only those that had better be governed are taken unseen.
  const untouched = shown.filter(
    (one) => one.decision === 'open' && (use === '' ? one.recommended : offered(one)),
  );
  const say = (some: TableProposed[], decision: NonNullable<TableDecision['decision']>) =>
    decide.mutate(some.filter(offered).map((one) => ({ table: one.table, decision })));
  const move = (by: number) => {
    const next = shown[(at ? shown.indexOf(at) : -1) + by];
    if (next) {
      setPicked(next.table);
    }
  };
  const press = (event: KeyboardEvent) => {
    const letter = { t: 'taken', l: 'left', o: 'open' }[event.key] as
      | TableDecision['decision']
      | undefined;
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      move(event.key === 'ArrowDown' ? 1 : -1);
    } else if (letter && at && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      say([at], letter);
      move(1);
    }
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1, flexWrap: 'wrap' }}>
        <Search label="Find a table" value={search} onSearch={setSearch} width={200} />
        <Box role="radiogroup" aria-label="Which tables" sx={{ display: 'flex', flexWrap: 'wrap' }}>
          {([['', tables.length], ...counts(tables)] as ['' | TableProposed['use'], number][]).map(
            ([key, some]) => (
              <ButtonBase
                key={key}
                role="radio"
                aria-checked={use === key}
                onClick={() => setUse(key)}
                sx={{
                  p: '4px 9px',
                  borderRadius: 1,
                  fontSize: 13,
                  color: use === key ? 'text.primary' : 'text.secondary',
                  fontWeight: use === key ? 650 : 400,
                  bgcolor: use === key ? 'action.selected' : undefined,
                }}
              >
                {key === '' ? 'All' : uses[key]} {number(some)}
              </ButtonBase>
            ),
          )}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5 }}>
        <Typography variant="body2" color="textSecondary" role="status" sx={{ flex: 1 }}>
          {number(done.decided)} of {number(done.all)} decided. In the list, arrows move, t takes, l
          leaves, o opens again. What you decide is kept; nothing is governed before it is put into
          the catalogue.
        </Typography>
        <Button
          variant="outlined"
          disabled={untouched.length === 0}
          onClick={() => say(untouched, 'taken')}
        >
          Take the {number(untouched.length)} that are open here
        </Button>
        <Button
          variant="contained"
          disabled={done.taken === 0 || take.isPending || decide.isPending}
          onClick={() => take.mutate(undefined)}
        >
          Put {number(done.taken)} into the catalogue
        </Button>
      </Box>
      {take.isError && <Trouble error={take.error} again={() => take.mutate(undefined)} />}
      {decide.isError && <Remark tone="bad">{decide.error.message}</Remark>}
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 5fr) minmax(0, 6fr)', gap: 3 }}>
        <TableList tables={shown} picked={at?.table ?? ''} onPick={setPicked} onKeyDown={press} />
        {at ? (
          <TableDetail table={at} areas={areas} tables={tables} onDecide={decide.mutate} />
        ) : (
          <Typography color="textSecondary">No table fits.</Typography>
        )}
      </Box>
    </>
  );
}
