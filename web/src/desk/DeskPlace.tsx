import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import { LeafTabs } from '../app/LeafTabs';
import { Empty, Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { useQuestions } from '../ask/questions';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { ReviewsLeaf } from '../reviews/ReviewsLeaf';
import { useDesk } from './api';
import { DoneLeaf } from './DoneLeaf';
import { GroupShown } from './GroupShown';
import { KindsLeaf } from './KindsLeaf';
import { MailLeaf } from './MailLeaf';
import { WrittenAbout } from './WrittenAbout';

type Leaf = 'today' | 'aside' | 'reviews' | 'done' | 'mail' | 'told';

const BESIDES: Leaf[] = ['aside', 'reviews', 'done', 'mail', 'told'];

/** What needs whoever is signed in, as sentences with the act beside each. */
export default function DeskPlace() {
  const [params, setParams] = useSearchParams();
  const wanted = params.get('leaf') as Leaf | null;
  const desk = useDesk(wanted === 'aside');
  useEffect(() => {
    document.title = 'Desk · Nembar';
  }, []);
  const { needing = 0, aside = 0, decidesKinds = false } = desk.data ?? {};
  const leaves: (readonly [Leaf, string])[] = [
    ['today', needing > 0 ? `Today (${number(needing)})` : 'Today'],
    ['aside', aside > 0 ? `Set aside (${number(aside)})` : 'Set aside'],
    ['reviews', 'Access reviews'],
    ['done', 'Done'],
    ['mail', 'By mail'],
    ...(decidesKinds ? ([['told', 'What is told']] as const) : []),
  ];
  const leaf = wanted && BESIDES.includes(wanted) ? wanted : 'today';
  const item = params.get('item');
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '14px 20px 48px' }}>
      <Box sx={{ maxWidth: 1180, mx: 'auto' }}>
        <Typography variant="h1" component="h1" sx={{ mb: 0.5 }}>
          Desk
        </Typography>
        <LeafTabs
          label="Of the Desk"
          leaves={leaves}
          leaf={leaf}
          onLeaf={(next) => setParams(next === 'today' ? {} : { leaf: next })}
        >
          {leaf === 'reviews' && <ReviewsLeaf />}
          {leaf === 'done' && <DoneLeaf />}
          {leaf === 'mail' && <MailLeaf />}
          {leaf === 'told' && <KindsLeaf />}
          {leaf === 'today' && item && <WrittenAbout id={item} onClose={() => setParams({})} />}
          {(leaf === 'today' || leaf === 'aside') && <Queue desk={desk} aside={leaf === 'aside'} />}
        </LeafTabs>
        {leaf === 'today' && <KeptQuestions />}
      </Box>
    </Box>
  );
}

function Queue({ desk, aside }: { desk: ReturnType<typeof useDesk>; aside: boolean }) {
  if (desk.isPending) {
    return <Working lines={10} />;
  }
  if (desk.isError) {
    return <Trouble error={desk.error} again={() => desk.refetch()} />;
  }
  const { groups, working, away } = desk.data;
  return (
    <Box sx={{ opacity: desk.isPlaceholderData ? 0.6 : 1 }}>
      {groups.map((group) => (
        <GroupShown
          key={`${group.kind} ${group.application?.key ?? ''}`}
          group={group}
          aside={aside}
        />
      ))}
      {working.length > 0 && (
        <Typography variant="body2" color="textSecondary" role="status" sx={{ mt: 1.5 }}>
          {and(working.map((one) => one.name))} is still being gone through.
        </Typography>
      )}
      {away.length > 0 && (
        <Typography variant="body2" color="textSecondary" role="status" sx={{ mt: 1.5 }}>
          {and(away.map((one) => one.name))} could not be gone through: its records do not answer.
          It is tried again by itself.
        </Typography>
      )}
      {groups.length === 0 && working.length === 0 && away.length === 0 && (
        <Empty>
          {aside
            ? 'Nothing is set aside or with somebody else.'
            : 'Nothing needs you today. What breaks, ends, waits for your word or is worth a look stands here as soon as it is so.'}
        </Empty>
      )}
    </Box>
  );
}

/** Questions that whoever is signed in wants to have before their eyes. */
function KeptQuestions() {
  const kept = (useQuestions().data?.kept ?? []).filter((one) => one.onDesk);
  if (kept.length === 0) {
    return null;
  }
  return (
    <Box sx={{ mt: 4 }}>
      <Part title="Your questions">
        {kept.map((one) => (
          <Box key={one.id} sx={{ py: 0.5 }}>
            <MuiLink component={Link} to={one.address}>
              {one.name}
            </MuiLink>
          </Box>
        ))}
      </Part>
    </Box>
  );
}
