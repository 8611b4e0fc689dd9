import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { filledIn } from '../app/address';
import { Amount } from './Amount';
import { fileOf, type WhatCan } from './answers';
import { inForm } from './forms';
import type { Question } from './question';

const kinds: Record<string, string> = {
  staff: 'Staff',
  external: 'External',
  service: 'Service',
};

/** The answer in a few words: who it is about, what they hold, what it amounts to. */
export function Summary({
  answer,
  question,
  again,
}: {
  answer: WhatCan;
  question: Question;
  again: () => void;
}) {
  const { person, totals, holdings, application } = answer;
  const acting = person.kind === 'external' && person.account;
  const asIf = question.slots.asIfActive;
  return (
    <Box sx={{ mt: 1.25, mb: 2, maxWidth: 860 }}>
      <Typography color="textSecondary" component="p">
        {kinds[person.kind]}
        {person.unit && (
          <>
            {' '}
            in <strong>{person.unit}</strong>
          </>
        )}
        {acting && (
          <>
            {' '}
            acting for <strong>{person.account?.name}</strong>
          </>
        )}
        . {holdings.length > 0 ? <>Holds {holdings.join(' · ')}.</> : <>Holds nothing here.</>}{' '}
        {holdings.length > 0 && !answer.away && <Amount answer={answer} />}
        {person.mayLookThrough && question.slots.person !== '' && totals.viewed > 0 && (
          <>
            {' '}
            <MuiLink component={Link} to={inForm('look', lookOf(question))}>
              Look through their eyes
            </MuiLink>
          </>
        )}
      </Typography>
      <Typography className="no-print" sx={{ mt: 0.25, display: 'flex', gap: 2, fontSize: 13.5 }}>
        <MuiLink href={fileOf('what-can.csv', question.slots)} download>
          CSV
        </MuiLink>
        {question.slots.person !== '' && (
          <MuiLink href={fileOf('access-card.pdf', question.slots)} download>
            Access card, one page for them or their manager
          </MuiLink>
        )}
      </Typography>
      {answer.away && (
        <Notice>
          {answer.away} How far they reach is below all the same, without numbers.{' '}
          <Button variant="text" sx={{ p: 0, verticalAlign: 'baseline' }} onClick={again}>
            Count again
          </Button>
        </Notice>
      )}
      {holdings.length === 0 && !person.inactive && (
        <Notice>
          {person.name} can sign in to {application.name} and do nothing there: no assignment gives
          them a role or a privilege set. Pick a cell to see which roles would.
        </Notice>
      )}
      {(person.inactive || asIf) && (
        <Notice>
          {person.inactive ?? 'Below is what they would have if they were active.'}{' '}
          <Button
            variant="text"
            sx={{ p: 0, verticalAlign: 'baseline' }}
            onClick={() => question.ask({ asIfActive: !asIf })}
          >
            {asIf ? 'Show what they have now' : 'Show what they would have if they were active'}
          </Button>
        </Notice>
      )}
    </Box>
  );
}

const lookOf = ({ slots: { application, person, account, at } }: Question) =>
  filledIn({ application, person, account, at });

function Notice({ children }: { children: React.ReactNode }) {
  return (
    <Box
      role="status"
      sx={{ mt: 1, pl: 1.5, borderLeft: '3px solid', borderColor: 'warning.main' }}
    >
      {children}
    </Box>
  );
}
