import Button from '@mui/material/Button';
import { useState } from 'react';
import { type PlainAct, PlainDialog, RoleDialog } from '../people/acts';
import type { Kind } from './api';

type Act = PlainAct | 'role';

/** What is done to the people that an item is about, the likeliest first. */
const acts: Partial<Record<Kind, [Act, string][]>> = {
  personCanDoNothing: [['role', 'Give a role']],
  invitationNotAccepted: [
    ['resend', 'Send it again'],
    ['withdraw', 'Withdraw'],
  ],
  dormantPerson: [['suspend', 'Suspend']],
  signInLocked: [['unlock', 'Unlock']],
};

type Props = { kind: Kind; people: { key: string; name: string }[] };

/** Acts on the people of one item, or of several that are alike. */
export function PeopleActs({ kind, people }: Props) {
  const [act, setAct] = useState<Act | null>(null);
  const known = acts[kind] ?? [];
  const names = people.map((one) => one.name).join(', ');
  const close = () => setAct(null);
  if (people.length === 0) {
    return null;
  }
  return (
    <>
      {known.map(([one, said]) => (
        <Button
          key={one}
          size="small"
          variant="outlined"
          aria-label={people.length === 1 ? `${said}: ${names}` : said}
          onClick={() => setAct(one)}
        >
          {said}
        </Button>
      ))}
      {act === 'role' && <RoleDialog people={people} onClose={close} />}
      {act && act !== 'role' && <PlainDialog act={act} people={people} onClose={close} />}
    </>
  );
}
