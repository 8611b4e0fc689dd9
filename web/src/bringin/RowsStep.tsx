import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data } from '../api/client';
import { Pages } from '../app/Pages';
import { Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { addRow, type Batch, ROWS_A_PAGE, useRows } from './api';
import { Columns } from './Columns';
import { RowLine } from './RowLine';

const verdicts = [
  ['new', 'new'],
  ['here', 'here already'],
  ['closed', 'were here, closed'],
  ['duplicate', 'twice in the list'],
  ['malformed', 'to be corrected'],
] as const;

type Props = { batch: Batch; onNext: () => void };

/** Every row, judged; corrected where it stands. */
export function RowsStep({ batch, onNext }: Props) {
  const [verdict, setVerdict] = useState('');
  const [page, setPage] = useState(0);
  const [columns, setColumns] = useState(false);
  const id = batch.line.id;
  const rows = useRows(id, verdict, page);
  const offers = useDoing(() =>
    data(api.POST('/api/bring-in/{id}/offers', { params: { path: { id } } })),
  );
  const offered = rows.data?.rows.some((one) => one.offer) ?? false;
  const unused = batch.headings.filter((_, column) => !batch.mapping[column]).length;
  const show = (wanted: string) => {
    setVerdict(wanted);
    setPage(0);
  };
  if (columns) {
    return <Columns batch={batch} onDone={() => setColumns(false)} />;
  }
  return (
    <>
      <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center', flexWrap: 'wrap', mb: 1.5 }}>
        <Chip label={`all ${number(batch.rows)}`} on={verdict === ''} onChoose={() => show('')} />
        {verdicts
          .filter(([key]) => (batch.counts[key] ?? 0) > 0)
          .map(([key, label]) => (
            <Chip
              key={key}
              label={`${number(batch.counts[key] ?? 0)} ${label}`}
              on={verdict === key}
              tone={key === 'malformed' ? 'error.main' : undefined}
              onChoose={() => show(key)}
            />
          ))}
        <Box sx={{ flex: 1 }} />
        {batch.headings.length > 0 && (
          <Button variant="text" onClick={() => setColumns(true)}>
            {unused === 0 ? 'Columns' : `Columns, ${unused} not used`}
          </Button>
        )}
        {offered && (
          <Button variant="outlined" onClick={() => offers.mutate(undefined)}>
            Place all by their domains
          </Button>
        )}
        <Button variant="contained" disabled={batch.ready === 0} onClick={onNext}>
          Go on with {number(batch.ready)}
        </Button>
      </Box>
      {rows.isPending && <Working lines={8} />}
      {rows.isError && <Trouble error={rows.error} again={() => rows.refetch()} />}
      {rows.data && rows.data.total > 0 && (
        <>
          <Rows aria-label="Rows">
            <thead>
              <tr>
                <th scope="col" style={{ width: 34 }}>
                  Row
                </th>
                <th scope="col" style={{ width: 260 }}>
                  E-mail
                </th>
                <th scope="col" style={{ width: 240 }}>
                  Name
                </th>
                <th scope="col">Judged</th>
                <th scope="col" style={{ width: 150 }} aria-label="Acts" />
              </tr>
            </thead>
            <tbody>
              {rows.data.rows.map((row) => (
                <RowLine key={`${row.number} ${JSON.stringify(row.cells)}`} id={id} row={row} />
              ))}
            </tbody>
          </Rows>
          <Pages total={rows.data.total} page={page} size={ROWS_A_PAGE} onPage={setPage} />
        </>
      )}
      <AddRow id={id} />
    </>
  );
}

function Chip({
  label,
  on,
  tone,
  onChoose,
}: {
  label: string;
  on: boolean;
  tone?: string | undefined;
  onChoose: () => void;
}) {
  return (
    <Button
      variant="outlined"
      aria-pressed={on}
      onClick={onChoose}
      sx={{
        borderColor: on ? 'text.primary' : 'divider',
        bgcolor: on ? 'action.selected' : 'transparent',
        fontWeight: on ? 650 : 400,
        ...(tone ? { color: tone } : {}),
      }}
    >
      {label}
    </Button>
  );
}

/** One more person, typed in. */
function AddRow({ id }: { id: string }) {
  const [email, setEmail] = useState('');
  const [name, setName] = useState('');
  const add = useDoing(
    () => addRow(id, { email, ...(name ? { name } : {}) }),
    () => {
      setEmail('');
      setName('');
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (email.trim()) {
      add.mutate(undefined);
    }
  };
  return (
    <Box
      component="form"
      onSubmit={submit}
      sx={{ display: 'flex', gap: 1, alignItems: 'center', mt: 2 }}
    >
      <Typography color="textSecondary">One more:</Typography>
      <TextField
        size="small"
        label="E-mail"
        value={email}
        onChange={(event) => setEmail(event.target.value)}
        sx={{ width: 250 }}
      />
      <TextField
        size="small"
        label="Name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        sx={{ width: 220 }}
      />
      <Button type="submit" variant="outlined" disabled={add.isPending}>
        Add
      </Button>
    </Box>
  );
}
