import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { exactly } from '../app/when';
import { useAccessChanges } from './answers';
import type { Slots } from './question';

type RestsOn = Schemas['RestsOn'];
type Change = RestsOn['changes'][number];

/** The change before an instant and the one after it; nothing where there is none. */
export function around(changes: Change[], at: string): [Change | undefined, Change | undefined] {
  const time = Date.parse(at);
  return [
    changes.findLast((one) => Date.parse(one.at) < time),
    changes.find((one) => Date.parse(one.at) > time),
  ];
}

type Props = { slots: Slots; onWhen: (at: string) => void };

/** When the answer was and will be another, and what it rests on. */
export function TimeLine({ slots, onWhen }: Props) {
  const told = useAccessChanges(slots);
  if (!told.data) {
    return null;
  }
  const { at, now, publication, changes } = told.data;
  const [earlier, later] = around(changes, at);
  const past = slots.at !== '' && Date.parse(at) < Date.parse(now);
  return (
    <Box
      component="section"
      aria-label="When the answer changes"
      sx={{ mt: -0.5, mb: 1.25, maxWidth: 900 }}
    >
      {(changes.length > 0 || slots.at !== '') && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Step change={earlier} words="Earlier" onWhen={onWhen} />
          <Marks changes={changes} at={at} now={now} asked={slots.at !== ''} onWhen={onWhen} />
          <Step change={later} words="Later" onWhen={onWhen} />
          {slots.at !== '' && (
            <Button variant="text" size="small" onClick={() => onWhen('')}>
              Back to now
            </Button>
          )}
        </Box>
      )}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.25 }}>
        {publication === undefined ? (
          'Nothing had been published yet.'
        ) : (
          <>
            Rests on{' '}
            <Link to={`/ledger/${slots.application}/${publication}`} style={{ color: 'inherit' }}>
              publication no. {publication}
            </Link>
            {changes.length === 0 &&
              '; nothing that was published since, or begins or ends, changes it'}
            .
          </>
        )}
        {past && ' The records are those of today, counted as they could be reached then.'}
        {!past &&
          slots.at !== '' &&
          ' As things are published now, and counted on the records of today.'}
      </Typography>
    </Box>
  );
}

function Step({
  change,
  words,
  onWhen,
}: {
  change: Change | undefined;
  words: string;
  onWhen: (at: string) => void;
}) {
  return (
    <Button
      variant="text"
      size="small"
      disabled={!change}
      title={change ? said(change) : 'No change is known there'}
      onClick={() => change && onWhen(change.at)}
    >
      {words}
    </Button>
  );
}

const said = (change: Change) =>
  `${exactly(change.at)}: ${change.publication === undefined ? change.words : `publication no. ${change.publication}, ${change.words}`}`;

/** The changes in their order, evenly apart; now, and the instant asked about, among them. */
function Marks({
  changes,
  at,
  now,
  asked,
  onWhen,
}: {
  changes: Change[];
  at: string;
  now: string;
  asked: boolean;
  onWhen: (at: string) => void;
}) {
  const coming = changes.filter((one) => Date.parse(one.at) > Date.parse(now));
  const gone = changes.filter((one) => Date.parse(one.at) <= Date.parse(now));
  const mark = (one: Change) => (
    <Mark
      key={one.at}
      label={said(one)}
      here={asked && one.at === at}
      onClick={() => onWhen(one.at)}
    />
  );
  return (
    <Box
      sx={{
        flex: 1,
        maxWidth: 560,
        height: 24,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'space-evenly',
        background: 'linear-gradient(currentColor, currentColor) center / 100% 1px no-repeat',
        color: 'divider',
      }}
    >
      {gone.map(mark)}
      <Box
        component="span"
        sx={{
          color: 'text.secondary',
          bgcolor: 'background.default',
          px: 0.75,
          fontSize: 12.5,
          fontWeight: asked ? 400 : 700,
        }}
      >
        now
      </Box>
      {coming.map(mark)}
    </Box>
  );
}

function Mark({ label, here, onClick }: { label: string; here: boolean; onClick: () => void }) {
  return (
    <ButtonBase
      // By keyboard, Earlier and Later lead from one to the next.
      tabIndex={-1}
      aria-label={label}
      aria-pressed={here}
      title={label}
      onClick={onClick}
      sx={{ width: 24, height: 24, display: 'grid', placeItems: 'center' }}
    >
      <Box
        component="span"
        sx={{
          width: here ? 13 : 9,
          height: here ? 13 : 9,
          transform: 'rotate(45deg)',
          border: '2px solid',
          borderColor: 'primary.main',
          bgcolor: here ? 'primary.main' : 'background.paper',
        }}
      />
    </ButtonBase>
  );
}
