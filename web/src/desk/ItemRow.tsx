import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { When } from '../app/parts';
import { quoted } from '../ask/said';
import { ExpectationMends } from '../bench/ExpectationMends';
import type { ChangePart } from '../bench/queue';
import { useQueue } from '../bench/working';
import { WaitingDialog } from '../people/WaitingDialog';
import type { Line } from './api';
import { AsideDialog, HandDialog, usePutBack } from './Decide';
import { weight } from './kinds';
import { MendIt } from './Mend';
import { PeopleActs } from './PeopleActs';
import { peopleOf, placeOfLine } from './places';

type Props = {
  line: Line;
  /** Why it is worth a look; nothing where that is said of several together. */
  because?: string;
  /** The application it is about, where that is to be said. */
  within?: string;
};

/** One item: what is so, why it matters, how much it is about, and what can be done. */
export function ItemRow({ line, because = '', within = '' }: Props) {
  const [mending, setMending] = useState(false);
  const broken = line.kind === 'expectationBroken';
  const place = placeOfLine(line);
  const said = quoted(line.sentence);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 420px', minWidth: 0 }}>
          {because === '' ? (
            <Typography sx={{ overflowWrap: 'anywhere' }}>{said}</Typography>
          ) : (
            <Typography component="h2" sx={{ fontWeight: 600, overflowWrap: 'anywhere' }}>
              {said}
              {within && (
                <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
                  {' '}
                  {within}
                </Box>
              )}
            </Typography>
          )}
          <Typography variant="body2" color="textSecondary">
            {[because, quoted(line.why)].filter((one) => one !== '').join(' ')}
            {line.since && (
              <>
                {' '}
                First seen <When at={line.since} />.
              </>
            )}
          </Typography>
          <Decided line={line} />
        </Box>
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {weight(line)}
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
          {broken && (
            <Button
              size="small"
              variant="outlined"
              aria-expanded={mending}
              aria-label={`What would mend it: ${said}`}
              onClick={() => setMending(!mending)}
            >
              What would mend it
            </Button>
          )}
          {line.mend.length > 0 && <MendIt line={line} />}
          {line.kind === 'waitsForAWord' && <Waiting line={line} />}
          <PeopleActs kind={line.kind} people={peopleOf(line)} />
          {place && line.kind !== 'waitsForAWord' && (
            <MuiLink component={Link} to={place} aria-label={`Look at it: ${said}`}>
              Look at it
            </MuiLink>
          )}
          <Decide line={line} />
        </Box>
      </Box>
      {mending && <Mends line={line} />}
    </>
  );
}

/** What would let a broken expectation hold again. */
function Mends({ line }: { line: Line }) {
  const { application = '' } = line;
  const { queue } = useQueue(application);
  return (
    <Box sx={{ mt: 1, maxWidth: 760 }}>
      <ExpectationMends
        application={application}
        expectation={line.subjects[0]?.key ?? ''}
        otherwise="Look at who shows it."
        onTake={(mend) => queue.add(mend.changes as ChangePart[])}
      />
    </Box>
  );
}

function Waiting({ line }: { line: Line }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" variant="outlined" onClick={() => setOpen(true)}>
        Look, and decide
      </Button>
      {open && <WaitingDialog id={line.subjects[0]?.key ?? ''} onClose={() => setOpen(false)} />}
    </>
  );
}

/** What somebody has decided of it. */
function Decided({ line }: { line: Line }) {
  const { mark } = line;
  if (!mark) {
    return null;
  }
  return (
    <Typography variant="body2" sx={{ mt: 0.25 }}>
      {mark.handedTo ? `${mark.by} handed it to ${mark.handedTo.name}` : `Set aside by ${mark.by}`}
      {mark.until ? (
        <>
          {' '}
          until <When at={mark.until} />
        </>
      ) : (
        !mark.handedTo && ' until it says something else'
      )}
      {mark.reason && `: ${mark.reason}`}
    </Typography>
  );
}

/** Sets it aside or hands it on; puts it back. */
function Decide({ line }: { line: Line }) {
  const [open, setOpen] = useState<'aside' | 'hand' | null>(null);
  const back = usePutBack();
  const close = () => setOpen(null);
  if (line.mark) {
    return (
      <Button
        size="small"
        disabled={back.isPending}
        aria-label={`Put back: ${line.sentence}`}
        onClick={() => back.mutate([line.id])}
      >
        Put back
      </Button>
    );
  }
  return (
    <>
      <Button
        size="small"
        aria-label={`Set aside: ${line.sentence}`}
        onClick={() => setOpen('aside')}
      >
        Set aside
      </Button>
      <Button size="small" aria-label={`Hand on: ${line.sentence}`} onClick={() => setOpen('hand')}>
        Hand on
      </Button>
      {open === 'aside' && <AsideDialog lines={[line]} onClose={close} />}
      {open === 'hand' && <HandDialog lines={[line]} onClose={close} />}
    </>
  );
}
