import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { number } from '../ask/said';
import { ActDialog } from './ActDialog';
import { type How, type PersonLine, type Preview, useBelongings } from './api';
import { type Picked, PickPerson, PickTeam, PickUnit } from './PickOne';
import { emptyRole, type RoleChoice, RoleForm, roleGiven } from './RoleForm';
import { Sum } from './SumGrid';

type Who = Pick<PersonLine, 'key' | 'name'>;

type Props = { people: Who[]; onClose: () => void; onDone?: (told: Preview) => void };

type Said = Omit<Schemas['ActOn'], 'act' | 'people'>;

export function actOn(act: Schemas['ActOn']['act'], people: Who[], said: Said, how: How) {
  const body: Schemas['ActOn'] = {
    act,
    people: people.map((one) => one.key),
    ...said,
  };
  return data(api.POST('/api/people/acts', { params: { query: how }, body }));
}

export function who(people: Who[]): string {
  return people.length === 1 ? (people[0]?.name ?? '') : `${number(people.length)} people`;
}

/** Acts that need nothing but people. */
const plain = {
  suspend: { title: 'Suspend', confirm: 'Suspend', danger: true },
  bringBack: { title: 'Bring back', confirm: 'Bring back', danger: false },
  resend: { title: 'Send the invitation again to', confirm: 'Send again', danger: false },
  withdraw: { title: 'Withdraw the invitation of', confirm: 'Withdraw', danger: true },
  reset: { title: 'Send a link for a new password to', confirm: 'Send', danger: false },
  lock: { title: 'Lock the sign-in of', confirm: 'Lock', danger: true },
  unlock: { title: 'Unlock the sign-in of', confirm: 'Unlock', danger: false },
  endFactor: {
    title: 'Take the second factor away from',
    confirm: 'Take it away',
    danger: true,
  },
  lookThrough: { title: 'For a day, look through', confirm: 'Take leave', danger: false },
  keepAddress: { title: 'Keep the address of', confirm: 'Keep it', danger: false },
  signOut: { title: 'Sign out everywhere:', confirm: 'Sign out', danger: true },
} as const;

export type PlainAct = keyof typeof plain;

export function PlainDialog({ act, ...props }: Props & { act: PlainAct }) {
  const { title, confirm, danger } = plain[act];
  return (
    <ActDialog
      title={`${title} ${who(props.people)}`}
      asked={act}
      act={(how) => actOn(act, props.people, {}, how)}
      confirm={confirm}
      danger={danger}
      onClose={props.onClose}
      {...(props.onDone ? { onDone: props.onDone } : {})}
    />
  );
}

export function PlaceDialog({ people, onClose }: Props) {
  const [unit, setUnit] = useState<Picked | null>(null);
  const [manager, setManager] = useState<Picked | null>(null);
  const place = {
    ...(unit ? { unit: unit.key } : {}),
    ...(manager ? { manager: manager.key } : {}),
  };
  const said = Object.keys(place).length > 0;
  return (
    <ActDialog
      title={`Place ${who(people)}`}
      asked={said ? JSON.stringify(place) : null}
      act={(how) => actOn('place', people, { place }, how)}
      confirm="Place them"
      hint="What you leave empty stays as it is."
      onClose={onClose}
    >
      <PickUnit label="Unit" value={unit} onPick={setUnit} />
      <PickPerson label="Manager" value={manager} onPick={setManager} />
    </ActDialog>
  );
}

export function TeamDialog({ people, onClose }: Props) {
  const [team, setTeam] = useState<Picked | null>(null);
  return (
    <ActDialog
      title={`Add ${who(people)} to a team`}
      asked={team?.key ?? null}
      act={(how) => actOn('team', people, { team: team?.key ?? '' }, how)}
      confirm="Add to the team"
      onClose={onClose}
    >
      <PickTeam label="Team" value={team} onPick={setTeam} />
    </ActDialog>
  );
}

export function RoleDialog({ people, onClose }: Props) {
  const [choice, setChoice] = useState<RoleChoice>(emptyRole);
  const [override, setOverride] = useState('');
  const given = roleGiven(choice);
  return (
    <ActDialog
      title={`Give ${who(people)} a role`}
      asked={given ? JSON.stringify([given, override]) : null}
      act={(how) => actOn('assign', people, { ...(given ? { given } : {}), override }, how)}
      leave={() => actOn('assign', people, { ...(given ? { given } : {}), draft: true }, {})}
      confirm="Publish"
      hint="Choose a role to see what it amounts to."
      onClose={onClose}
      beside={given && <Sum people={people} given={given} />}
    >
      <RoleForm choice={choice} onChange={setChoice} />
      <TextField
        size="small"
        label="Reason"
        value={choice.reason}
        onChange={(event) => setChoice({ ...choice, reason: event.target.value })}
      />
      <TextField
        size="small"
        label="If an expectation breaks: why it is put up with"
        value={override}
        onChange={(event) => setOverride(event.target.value)}
      />
    </ActDialog>
  );
}

export function TakeBackDialog({
  people,
  assignment,
  what,
  onClose,
}: Props & { assignment: string; what: string }) {
  return (
    <ActDialog
      title={`Take back ${what}`}
      asked={assignment}
      act={(how) => actOn('unassign', people, { assignment }, how)}
      leave={() => actOn('unassign', people, { assignment, draft: true }, {})}
      confirm="Publish"
      danger
      onClose={onClose}
    />
  );
}

/** Closing shows what hangs on the person, and moves it. */
export function CloseDialog({ people, onClose, onDone }: Props) {
  const [heir, setHeir] = useState<Picked | null>(null);
  const [hand, setHand] = useState('');
  const one = people[0] as Who;
  const belongings = useBelongings(one.key, people.length === 1);
  const some = (belongings.data?.length ?? 0) > 0;
  const complete = people.length > 1 || !some || hand === 'leave' || heir !== null;
  return (
    <ActDialog
      title={`Close ${who(people)}`}
      asked={
        complete && (people.length > 1 || belongings.data) ? `${hand} ${heir?.key ?? ''}` : null
      }
      act={(how) => actOn('close', people, heir ? { heir: heir.key } : {}, how)}
      confirm="Close"
      danger
      hint="Say what becomes of what hangs on them."
      onClose={onClose}
      {...(onDone ? { onDone } : {})}
    >
      {people.length === 1 && some && (
        <>
          <div>
            What hangs on {one.name}:
            <ul style={{ margin: '4px 0', paddingLeft: 20 }}>
              {belongings.data?.map((item) => (
                <li key={item.what}>
                  {item.what}
                  {item.number > 1 || item.kind === 'records' ? `: ${number(item.number)}` : ''}
                </li>
              ))}
            </ul>
          </div>
          <TextField
            select
            size="small"
            label="What becomes of it"
            value={hand}
            onChange={(event) => {
              setHand(event.target.value);
              setHeir(null);
            }}
          >
            <MenuItem value="move">Somebody takes it over</MenuItem>
            <MenuItem value="leave">Records stay theirs; reports go to the manager above</MenuItem>
          </TextField>
          {hand === 'move' && <PickPerson label="Who takes over" value={heir} onPick={setHeir} />}
        </>
      )}
    </ActDialog>
  );
}
