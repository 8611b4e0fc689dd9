import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { PeopleFrame } from '../people/PeopleFrame';
import { Amounts } from './Amounts';
import { type Batch, useBatch } from './api';
import { Columns } from './Columns';
import { Done } from './Done';
import { MessageStep } from './MessageStep';
import { PlaceStep } from './PlaceStep';
import { RoleStep } from './RoleStep';
import { RowsStep } from './RowsStep';

const steps = [
  ['rows', 'Rows'],
  ['place', 'Place'],
  ['role', 'Role'],
  ['amount', 'What it amounts to'],
  ['message', 'Message'],
] as const;

type StepName = (typeof steps)[number][0];

/** One batch of people, from its rows to the report; the step stands in the address. */
export default function BringInPlace() {
  const { id = '' } = useParams();
  const batch = useBatch(id);
  const [params, setParams] = useSearchParams();
  const step = (params.get('step') ?? 'rows') as StepName;
  const turn = (to: StepName) => setParams(to === 'rows' ? {} : { step: to });
  useEffect(() => {
    document.title = 'Bring people in · Nembar';
  }, []);
  const state = batch.data?.line.state ?? '';
  const open = ['open', 'stopped', 'failed'].includes(state) && (batch.data?.rows ?? 0) >= 0;
  return (
    <PeopleFrame>
      {batch.isPending && <Working lines={10} />}
      {batch.isError && <Trouble error={batch.error} again={() => batch.refetch()} />}
      {batch.data && (
        <>
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 1.5 }}>
            <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
              Bring people in: {batch.data.line.name}
            </Typography>
            <Button component={Link} to="/people/bring-in" variant="text">
              Leave; it is kept
            </Button>
          </Box>
          {(state === 'failed' || state === 'stopped') && (
            <Remark tone="bad" role="alert">
              {batch.data.line.message}
            </Remark>
          )}
          {state === 'reading' && <Progress batch={batch.data} what="rows read" />}
          {state === 'sending' && <Progress batch={batch.data} what="people brought in" />}
          {state === 'mapping' && <Columns batch={batch.data} />}
          {state === 'done' && <Done batch={batch.data} />}
          {open && (
            <>
              <Steps step={step} onTurn={turn} />
              {batch.data.remark && <Remark tone="care">{batch.data.remark}</Remark>}
              {step === 'rows' && <RowsStep batch={batch.data} onNext={() => turn('place')} />}
              {step === 'place' && <PlaceStep batch={batch.data} onNext={() => turn('role')} />}
              {step === 'role' && <RoleStep batch={batch.data} onNext={() => turn('amount')} />}
              {step === 'amount' && <Amounts batch={batch.data} onNext={() => turn('message')} />}
              {step === 'message' && <MessageStep batch={batch.data} />}
            </>
          )}
        </>
      )}
    </PeopleFrame>
  );
}

function Steps({ step, onTurn }: { step: StepName; onTurn: (to: StepName) => void }) {
  return (
    <Box component="nav" aria-label="Steps" sx={{ display: 'flex', gap: 0.5, mb: 2 }}>
      {steps.map(([name, label], index) => (
        <Button
          key={name}
          variant="text"
          aria-current={step === name ? 'step' : undefined}
          onClick={() => onTurn(name)}
          sx={{
            color: step === name ? 'text.primary' : 'text.secondary',
            borderRadius: 0,
            borderBottom: '2px solid',
            borderColor: step === name ? 'primary.main' : 'transparent',
          }}
        >
          {index + 1}. {label}
        </Button>
      ))}
    </Box>
  );
}

/** Long work, how far it is, and a way to stop it. */
function Progress({ batch, what }: { batch: Batch; what: string }) {
  const navigate = useNavigate();
  const { id, done, total, state } = batch.line;
  const stop = useDoing(
    () => data(api.POST('/api/bring-in/{id}/stop', { params: { path: { id } } })),
    () => state === 'reading' && navigate('/people/bring-in'),
  );
  return (
    <Box sx={{ maxWidth: 560, my: 3 }} role="status">
      <Typography sx={{ mb: 1 }}>
        {total > 0 ? `${number(done)} of ${number(total)} ${what}` : 'Beginning'}
      </Typography>
      <LinearProgress
        variant={total > 0 ? 'determinate' : 'indeterminate'}
        value={total > 0 ? (100 * done) / total : 0}
        aria-label={what}
      />
      <Button variant="outlined" sx={{ mt: 2 }} onClick={() => stop.mutate(undefined)}>
        Stop
      </Button>
    </Box>
  );
}
