import Box from '@mui/material/Box';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useShortcut } from '../app/shortcuts';
import { type PersonLine, useApplications, usePeople, type WhatCan } from './answers';
import type { Question } from './question';
import { type Choice, Slot } from './Slot';

function choice(person: PersonLine): Choice {
  const status = person.status === 'active' ? '' : `, ${person.status}`;
  return {
    key: person.key,
    name: person.name,
    detail: `${person.seat}${status}`,
    outside: person.kind === 'external',
  };
}

/** The question as a sentence whose slots are filled from the keyboard or by picking. */
export function Sentence({
  question,
  answer,
}: {
  question: Question;
  answer: WhatCan | undefined;
}) {
  const { slots, ask } = question;
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState<Choice | null>(null);
  const search = useDeferredValue(typed);
  const people = usePeople(search);
  const applications = useApplications();
  const personInput = useRef<HTMLInputElement>(null);

  const toPerson = () => {
    personInput.current?.focus();
    personInput.current?.select();
  };
  useShortcut('/', toPerson);
  useEffect(() => {
    if (slots.person === '') {
      personInput.current?.focus();
    }
  }, [slots.person]);

  const about = answer?.person;
  const known = [about, chosen].find((one) => one?.key === slots.person);
  const name = known?.name ?? slots.person;
  // The slot takes a new object for a new choice and forgets what is being typed.
  const person: Choice | null = useMemo(
    () => (slots.person === '' ? null : { key: slots.person, name }),
    [slots.person, name],
  );
  const application = applications.data?.find((one) => one.key === slots.application) ?? null;
  const several = about && about.accounts.length > 1;

  return (
    <Box
      component="form"
      role="search"
      aria-label="Question"
      onSubmit={(event) => event.preventDefault()}
      sx={{
        pt: '18px',
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: '6px 8px',
        fontSize: 20,
        lineHeight: 1.5,
      }}
    >
      <span>What can</span>
      <Slot
        label="Person"
        placeholder="somebody"
        value={person}
        choices={(people.data?.people ?? []).map(choice)}
        waiting={people.isPending || people.isPlaceholderData || search !== typed}
        none="Nobody you may view has such a name, address or seat"
        inputRef={personInput}
        onType={setTyped}
        onChoose={(next) => {
          setChosen(next);
          ask({ person: next.key });
        }}
      />
      {about && several && (
        <>
          <span>acting for</span>
          <Slot
            label="Account acted for"
            placeholder="an account"
            value={about.account ?? null}
            choices={about.accounts}
            none="They belong to no such account"
            onChoose={(next) => ask({ account: next.key })}
          />
        </>
      )}
      <span>do in</span>
      <Slot
        label="Application"
        placeholder="an application"
        value={application}
        choices={applications.data ?? []}
        waiting={applications.isPending}
        none="There is no such application"
        onChoose={(next) => ask({ application: next.key, account: slots.account })}
      />
      <span>?</span>
    </Box>
  );
}
