import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Fragment, useMemo, useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Remark, Rows } from '../app/parts';
import { useLookedFor } from '../app/settled';
import { usePeople } from '../ask/answers';
import { ReachRail } from '../ask/ReachRail';
import { type Choice, Slot } from '../ask/Slot';
import type { Bench } from './api';
import { type Compared, compared, takenOver } from './compared';
import type { Privilege } from './design';
import { putSet } from './edits';
import { Reshape } from './Reshape';
import type { Working } from './working';

type Props = {
  bench: Bench;
  working: Working;
  /** The two sides, each as "role/key", "set/key" or "person/key"; empty for none yet. */
  sides: [string, string];
  onSides: (sides: [string, string]) => void;
};

type Held = { name: string; sets: string[]; note?: string };

/** Two roles, sets or people side by side: what one gives and the other does not. */
export function Compare({ bench, working, sides, onSides }: Props) {
  const left = useSide(bench, working, sides[0]);
  const right = useSide(bench, working, sides[1]);
  const [all, setAll] = useState(false);
  const [into, setInto] = useState<[string, string]>(['', '']);
  const given = (held: Held | undefined): Privilege[] =>
    (held?.sets ?? []).flatMap(
      (key) => working.sets.find((one) => one.key === key)?.now?.privileges ?? [],
    );
  const ofLeft = given(left);
  const ofRight = given(right);
  const lines = useMemo(() => compared(bench, ofLeft, ofRight), [bench, ofLeft, ofRight]);
  const differing = lines.filter((one) => one.differs);
  const shown = all ? lines : differing;
  /** The set of a side into which something can be taken over. */
  const target = (at: 0 | 1) => {
    const held = at === 0 ? left : right;
    const person = sides[at].startsWith('person/');
    const chosen = held?.sets.find((key) => key === into[at]) ?? held?.sets[0];
    return person ? undefined : working.sets.find((one) => one.key === chosen && one.now);
  };
  const take = (at: 0 | 1, some: Compared[]) => {
    const set = target(at);
    if (set?.now) {
      const privileges = takenOver(set.now.privileges, at === 0 ? ofRight : ofLeft, some);
      working.edit([putSet({ ...set.now, privileges })]);
    }
  };
  const both = left && right;
  const types = [...new Set(shown.map((one) => one.type))];
  const acts = (some: Compared[], name: string) => (
    <Box sx={{ display: 'flex', gap: 0.5, justifyContent: 'flex-end' }}>
      {target(0) && (
        <Button
          variant="text"
          size="small"
          aria-label={`← as right: ${name}`}
          title={`${left?.name} is to have what ${right?.name} has here`}
          onClick={() => take(0, some)}
        >
          ← as right
        </Button>
      )}
      {target(1) && (
        <Button
          variant="text"
          size="small"
          aria-label={`as left →: ${name}`}
          title={`${right?.name} is to have what ${left?.name} has here`}
          onClick={() => take(1, some)}
        >
          as left →
        </Button>
      )}
    </Box>
  );
  return (
    <>
      <Typography variant="h1" component="h1" sx={{ mb: 1.5 }}>
        Side by side
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mb: 1.5 }}>
        <SideSlot
          working={working}
          label="Left"
          value={sides[0]}
          held={left}
          onChoose={(next) => onSides([next, sides[1]])}
        />
        <span>beside</span>
        <SideSlot
          working={working}
          label="Right"
          value={sides[1]}
          held={right}
          onChoose={(next) => onSides([sides[0], next])}
        />
        <Button variant="text" size="small" onClick={() => onSides([sides[1], sides[0]])}>
          Change sides
        </Button>
        <Box sx={{ flex: 1 }} />
        <Button variant="text" size="small" aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Only what differs' : 'What is the same, too'}
        </Button>
      </Box>
      {([0, 1] as const).map((at) => {
        const held = at === 0 ? left : right;
        return (
          held &&
          sides[at].startsWith('role/') &&
          held.sets.length > 1 && (
            <Box
              key={at}
              sx={{ display: 'flex', gap: 0.75, alignItems: 'center', mb: 0.75, fontSize: 13 }}
            >
              <span>What is taken over to {held.name} goes into</span>
              <Slot
                label={`Set of ${held.name}`}
                placeholder="a set"
                value={{ key: target(at)?.key ?? '', name: target(at)?.now?.name ?? '' }}
                choices={held.sets.map((key) => ({
                  key,
                  name: working.sets.find((one) => one.key === key)?.now?.name ?? key,
                }))}
                none="It has no such set."
                onChoose={({ key }) => setInto(at === 0 ? [key, into[1]] : [into[0], key])}
              />
            </Box>
          )
        );
      })}
      {[left, right].map(
        (held) =>
          held?.note && (
            <Remark key={held.name} tone="care">
              {held.note}
            </Remark>
          ),
      )}
      {!both && (
        <Typography color="textSecondary">
          Choose two roles, privilege sets or people: here stands what one has and the other has
          not.
        </Typography>
      )}
      {both && shown.length === 0 && (
        <Typography>
          {lines.length === 0 ? 'Neither gives anything.' : 'They give the same.'}
        </Typography>
      )}
      {both && shown.length > 0 && (
        <Rows aria-label="Side by side">
          <thead>
            <tr>
              <th>
                {differing.length === 1 ? '1 place differs' : `${differing.length} places differ`}
              </th>
              <th>{left.name}</th>
              <th>{right.name}</th>
              <th>{acts(differing, 'everything')}</th>
            </tr>
          </thead>
          <tbody>
            {types.map((type) => {
              const some = shown.filter((one) => one.type === type);
              const name = bench.types.find((one) => one.key === type)?.plural ?? 'Functions';
              return (
                <Fragment key={type}>
                  <tr>
                    <th colSpan={3} scope="rowgroup" style={{ textAlign: 'left' }}>
                      {name}
                    </th>
                    <td>{some.some((one) => one.differs) && acts(some, name)}</td>
                  </tr>
                  {some.map((one) => (
                    <tr key={one.key}>
                      <td style={{ paddingLeft: 20 }}>{one.label}</td>
                      <td>
                        <Cell of={one.left} rail={one.type !== ''} differs={one.differs} />
                      </td>
                      <td>
                        <Cell of={one.right} rail={one.type !== ''} differs={one.differs} />
                      </td>
                      <td>{one.differs && acts([one], `${one.label} ${name}`)}</td>
                    </tr>
                  ))}
                </Fragment>
              );
            })}
          </tbody>
        </Rows>
      )}
      {both && sides.every((one) => one.startsWith('set/')) && (
        <Reshape
          application={bench.application.key}
          draft={working.tray?.draft}
          one={{ key: sides[0].slice(4), name: left.name }}
          other={{ key: sides[1].slice(4), name: right.name }}
          onMake={working.edit}
        />
      )}
    </>
  );
}

function Cell({ of, rail, differs }: { of: Compared['left']; rail: boolean; differs: boolean }) {
  return (
    <Box
      component="span"
      sx={{
        display: 'inline-flex',
        gap: 1,
        alignItems: 'center',
        color: of.words === '' ? 'text.secondary' : 'text.primary',
        fontWeight: differs && of.words !== '' ? 600 : 400,
      }}
    >
      {rail && <ReachRail notches={of.notches} />}
      {of.words === '' ? 'nothing' : of.words}
    </Box>
  );
}

/** What a side is called, and the sets that it has. */
function useSide(bench: Bench, working: Working, side: string): Held | undefined {
  const [kind = '', ...rest] = side.split('/');
  const key = rest.join('/');
  const application = bench.application.key;
  const draft = working.tray?.draft;
  const held = useQuery({
    queryKey: keys.heldSets(application, draft?.id, draft?.version, key),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/held-sets', {
          signal,
          params: {
            path: { application },
            query: { person: key, ...(draft ? { draft: draft.id } : {}) },
          },
        }),
      ),
    enabled: kind === 'person',
  });
  const person = useQuery({
    queryKey: keys.people(key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people/{key}', { signal, params: { path: { key } } })),
    enabled: kind === 'person',
  });
  if (kind === 'role') {
    const role = working.roles.find((one) => one.key === key)?.now;
    return role ? { name: role.name, sets: role.sets ?? [] } : undefined;
  }
  if (kind === 'set') {
    const set = working.sets.find((one) => one.key === key)?.now;
    return set ? { name: set.name, sets: [set.key] } : undefined;
  }
  return held.data && person.data
    ? {
        name: person.data.name,
        sets: held.data.sets,
        ...(held.data.bounds.length > 0
          ? {
              note: `${person.data.name} holds some of it within bounds, which the reaches here leave out: ${held.data.bounds.join('; ')}.`,
            }
          : {}),
      }
    : undefined;
}

function SideSlot({
  working,
  label,
  value,
  held,
  onChoose,
}: {
  working: Working;
  label: string;
  value: string;
  held: Held | undefined;
  onChoose: (side: string) => void;
}) {
  const { search, look, typing } = useLookedFor();
  const people = usePeople(search);
  const fits = (name: string) => name.toLowerCase().includes(search.trim().toLowerCase());
  const choices: Choice[] = [
    ...working.roles
      .filter((one) => one.now && fits(one.now.name))
      .map((one) => ({ key: `role/${one.key}`, name: one.now?.name ?? '', detail: 'role' })),
    ...working.sets
      .filter((one) => one.now && fits(one.now.name))
      .map((one) => ({
        key: `set/${one.key}`,
        name: one.now?.name ?? '',
        detail: 'privilege set',
      })),
    ...(people.data?.people ?? []).map((one) => ({
      key: `person/${one.key}`,
      name: one.name,
      detail: 'what they hold',
    })),
  ];
  return (
    <Slot
      label={label}
      placeholder={label.toLowerCase()}
      value={held ? { key: value, name: held.name } : null}
      choices={choices}
      waiting={typing || (search !== '' && people.isPlaceholderData)}
      none="Nothing and nobody is called so."
      onType={look}
      onChoose={({ key }) => onChoose(key)}
    />
  );
}
