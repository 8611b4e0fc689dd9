import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { writtenDay } from '../app/dateStyle';
import { When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { useStale } from '../people/api';
import { AnswerForm } from './AnswerForm';
import { type Card, look, type Person, type Review, usePersonInReview } from './api';
import { HandOn } from './HandOn';
import { answered, lastDay, peersSaid, usedSaid } from './said';

type Props = { review: Review; person: string; onNext: (() => void) | undefined };

/** What somebody holds, right by right; that it was looked at is noted once it is shown. */
export function PersonRights({ review, person, onNext }: Props) {
  const card = usePersonInReview(review.id, person);
  const stale = useStale();
  const unseen = (card.data?.rights ?? [])
    .filter((one) => one.mine && !one.looked)
    .map((one) => one.number)
    .join();
  useEffect(() => {
    if (unseen !== '') {
      look(review.id, unseen.split(',').map(Number)).then(stale, () => undefined);
    }
  }, [review.id, unseen, stale]);
  if (card.isPending) {
    return <Working lines={8} />;
  }
  if (card.isError) {
    return <Trouble error={card.error} again={() => card.refetch()} />;
  }
  return (
    <Box component="section" aria-label={card.data.name}>
      <Head person={card.data} />
      {card.data.rights.map((one) => (
        <RightShown key={one.number} review={review} card={one} />
      ))}
      {onNext && (
        <Button variant="outlined" onClick={onNext} sx={{ mt: 1 }}>
          Next person
        </Button>
      )}
    </Box>
  );
}

function Head({ person }: { person: Person }) {
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography variant="h2" component="h2">
        <MuiLink component={Link} to={`/people/p/${encodeURIComponent(person.key)}`}>
          {person.name}
        </MuiLink>
      </Typography>
      <Typography color="textSecondary">
        {[
          person.place,
          person.kind === 'staff' ? '' : person.kind,
          person.status === 'active' ? '' : person.status,
          person.manager ? `reports to ${person.manager.name}` : '',
        ]
          .filter((one) => one !== '')
          .join(' · ')}
        {' · '}
        {person.lastSignIn ? (
          <>
            last signed in <When at={person.lastSignIn} />
          </>
        ) : (
          'never signed in'
        )}
      </Typography>
    </Box>
  );
}

function RightShown({ review, card }: { review: Review; card: Card }) {
  const [handing, setHanding] = useState(false);
  const done = card.answer !== undefined || card.gone;
  return (
    <Box
      component="article"
      aria-label={card.what}
      sx={{
        bgcolor: 'background.paper',
        border: '1px solid',
        borderColor: 'divider',
        borderLeft: '3px solid',
        borderLeftColor: done ? 'divider' : 'warning.main',
        px: 1.75,
        py: 1.25,
        mb: 1,
      }}
    >
      <Typography component="h3" sx={{ fontWeight: 600, overflowWrap: 'anywhere' }}>
        {card.what}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {[
          card.through,
          card.given && `because ${card.given}`,
          card.until && `until ${writtenDay(new Date(`${lastDay(card.until)}T00:00`))}`,
        ]
          .filter(Boolean)
          .join(' · ')}
        {card.since && (
          <>
            {' · since '}
            <When at={card.since} />
          </>
        )}
      </Typography>
      <Opens card={card} />
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        {[usedSaid(card), peersSaid(card.peers)].filter((one) => one !== '').join('. ')}
        {(card.useTells || card.lastUsed || card.peers) && '.'}
      </Typography>
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        <Box component="span" sx={{ fontWeight: 600 }}>
          {answered(card)}
        </Box>
        {card.reason && `: ${card.reason}`}
        {card.answeredBy && card.answeredAt && (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {' '}
            ({card.answeredBy.name}, <When at={card.answeredAt} />)
          </Box>
        )}
        {!card.mine && !card.answeredBy && !card.gone && ` from ${card.reviewer.name}`}
        {card.askedFirst && ` · asked first: ${card.askedFirst.name}`}
      </Typography>
      {card.mine && !card.gone && (
        <Box sx={{ mt: 1 }}>
          <AnswerForm
            review={review}
            numbers={[card.number]}
            may={card.looked}
            assigned={card.assigned}
            what={card.what}
            now={card.answer}
          >
            {!card.answer && (
              <Button size="small" onClick={() => setHanding(true)}>
                Hand on
              </Button>
            )}
          </AnswerForm>
        </Box>
      )}
      {handing && (
        <HandOn
          review={review}
          numbers={[card.number]}
          what={card.what}
          onClose={() => setHanding(false)}
        />
      )}
    </Box>
  );
}

/** What a right comes to: records by type, functions and guarded fields. */
function Opens({ card }: { card: Card }) {
  const types = [...new Set(card.records.map((one) => one.records))];
  const lines = types.map((type) => {
    const some = card.records.filter((one) => one.records === type);
    return `${type}: ${and(
      some.map((one) =>
        one.number === undefined ? one.operation : `${one.operation} ${number(one.number)}`,
      ),
    )}`;
  });
  const all = [...lines, ...card.besides];
  if (all.length === 0) {
    return card.gone ? null : (
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        It opens nothing today.
      </Typography>
    );
  }
  return (
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.25, columns: { md: all.length > 4 ? 2 : 1 } }}>
      {all.map((one) => (
        <Typography component="li" variant="body2" key={one} sx={{ breakInside: 'avoid' }}>
          {one}
        </Typography>
      ))}
    </Box>
  );
}
