import Tooltip from '@mui/material/Tooltip';
import { type ReactElement, useState } from 'react';
import { type BecauseAnswer, useBecause } from '../ask/answers';
import type { Pick } from '../ask/question';
import { draftOf, eyesOf, type Looked } from './look';

/** Why somebody does not see something, in one sentence or two. */
export function why({ title, cuts, missing, routes }: BecauseAnswer): string {
  const cut = cuts.filter((one) => one.binds).map((one) => `${one.name}: ${one.words}.`);
  const reasons = routes.length > 0 && cut.length > 0 ? cut : missing;
  const first = reasons.slice(0, 2).join(' ');
  return `${title}. ${first || 'No route leads there.'}`;
}

/** Says on focus and on hovering why they do not see what stands here. */
export function Withheld({
  looked,
  pick,
  children,
}: {
  looked: Looked;
  pick: Pick;
  children: ReactElement;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Tooltip
      describeChild
      open={open}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      title={open ? <Why looked={looked} pick={pick} /> : ' '}
    >
      {children}
    </Tooltip>
  );
}

function Why({ looked, pick }: { looked: Looked; pick: Pick }) {
  const told = useBecause(eyesOf(looked), pick, draftOf(looked));
  if (told.isError) {
    return <>Why cannot be told: {told.error.message}</>;
  }
  return <>{told.data ? why(told.data) : 'Looking why …'}</>;
}
