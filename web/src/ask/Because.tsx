import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as RouterLink } from 'react-router';
import { Trouble } from '../app/Trouble';
import { recordAddress } from '../record/address';
import { type BecauseAnswer, useBecause } from './answers';
import { KeepSo } from './KeepSo';
import type { Question } from './question';
import { Route } from './Route';
import { number } from './said';
import { Working } from './Working';

/** The panel on the right: by which routes, cut by what, and for a no, what is missing. */
export function Because({ question }: { question: Question }) {
  const { pick } = question;
  const answer = useBecause(question.slots, pick);
  return (
    <Box
      component="aside"
      aria-label="Because"
      sx={{
        width: 352,
        flex: 'none',
        bgcolor: 'background.paper',
        borderLeft: '1px solid',
        borderColor: 'divider',
        overflowY: 'auto',
        p: '14px 20px 24px',
      }}
    >
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center' }}>
        <Typography variant="h3" component="h2" color="textSecondary">
          Because
        </Typography>
        <Button
          variant="text"
          aria-label="Close Because"
          onClick={() => question.because(null)}
          sx={{ minWidth: 0, color: 'text.secondary', fontWeight: 400 }}
        >
          close
        </Button>
      </Box>
      {answer.isPending && <Working lines={5} />}
      {answer.isError && <Trouble error={answer.error} again={() => answer.refetch()} />}
      {answer.data && <Reasons answer={answer.data} question={question} />}
      {answer.data && pick?.kind === 'record' && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 0.5 }}>
          <Link
            component={RouterLink}
            to={recordAddress(question.slots.application, pick.type, pick.record)}
          >
            Who reaches it, since when, and its shares
          </Link>
          <Link
            component={RouterLink}
            to={`/bench/${question.slots.application}?list=directShares`}
            state={{ begin: { recordType: pick.type, record: pick.record } }}
          >
            Open this record to somebody
          </Link>
        </Box>
      )}
      {answer.data && <KeepSo answer={answer.data} question={question} />}
    </Box>
  );
}

/** What the reasons need of a question: what they are of, and what then. */
export type Asked = globalThis.Pick<Question, 'pick' | 'listed' | 'because' | 'list'>;

/**
 * Routes, cuts and what is missing.
 *
 * @param alone whether it stands by itself, with no list of the cell's records to go back to
 */
export function Reasons({
  answer,
  question,
  alone,
}: {
  answer: BecauseAnswer;
  question: Asked;
  alone?: boolean;
}) {
  const pick = question.pick;
  const listable = pick?.kind === 'cell' && !question.listed;
  const operation = pick && 'operation' in pick ? pick.operation : 'view';
  return (
    <div aria-live="polite">
      <Typography variant="h2" component="h3">
        {answer.title}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {answer.summary}
      </Typography>
      {answer.routes.map((route, at) => (
        <Route
          // Routes have no name of their own; their order is part of the answer.
          // biome-ignore lint/suspicious/noArrayIndexKey: the list never changes in place
          key={at}
          route={route}
          onSee={(see) =>
            question.because({ kind: 'cell', type: see.type, operation: see.operation })
          }
        />
      ))}
      {answer.cuts.map((cut) => (
        <Cut key={cut.name + cut.words} cut={cut} />
      ))}
      {answer.missing.length > 0 && (
        <Box component="section" aria-label="What is missing" sx={{ mt: 1 }}>
          <Typography variant="h3" component="h4" color="textSecondary">
            What is missing
          </Typography>
          <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.25, '& li': { mb: 0.75 } }}>
            {answer.missing.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </Box>
        </Box>
      )}
      {listable && answer.list && (
        <Button
          variant="outlined"
          sx={{ mt: 1.5 }}
          onClick={() => question.list(pick.type, operation)}
        >
          See the records
        </Button>
      )}
      {listable && !answer.list && answer.routes.length > 0 && answer.listRefusal && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
          {answer.listRefusal}
        </Typography>
      )}
      {pick?.kind === 'record' && !alone && (
        <Link
          component="button"
          onClick={() =>
            question.because({ kind: 'cell', type: pick.type, operation: pick.operation })
          }
          sx={{ mt: 1.5, display: 'block', font: 'inherit' }}
        >
          Back to all of them
        </Link>
      )}
    </div>
  );
}

function Cut({ cut }: { cut: BecauseAnswer['cuts'][number] }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, mb: 2 }}>
      <Box
        aria-hidden
        sx={{
          width: 9,
          height: 9,
          m: '6px 1px 0',
          flex: 'none',
          transform: 'rotate(45deg)',
          border: '2px solid',
          borderColor: cut.binds ? 'error.main' : 'divider',
        }}
      />
      <div>
        <Typography component="p" sx={{ color: cut.binds ? 'error.main' : 'text.primary' }}>
          <strong>{cut.name}</strong>
          {cut.takes !== undefined && (
            <> {cut.takes > 0 ? `takes ${number(cut.takes)} away` : 'takes nothing away here'}</>
          )}
        </Typography>
        <Typography variant="caption" component="p" color="textSecondary">
          {cut.words}
        </Typography>
      </div>
    </Box>
  );
}
