import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, type ReactNode, type Ref, Suspense, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useLookedFor } from '../app/settled';
import { exactly } from '../app/when';
import {
  type PersonLine,
  useApplications,
  usePeople,
  usePersonName,
  type WhatCan,
} from './answers';
import { FORMS, type Form, inForm } from './forms';
import { type Choice, Slot } from './Slot';

const InstantField = lazy(() =>
  import('../app/Dates').then((dates) => ({ default: dates.InstantField })),
);

/** A question as a sentence: its first words choose the form, its slots are filled in. */
export function Asking({ form, children }: { form: Form; children: ReactNode }) {
  const navigate = useNavigate();
  const [params] = useSearchParams();
  return (
    <Box
      component="form"
      role="search"
      aria-label="Question"
      onSubmit={(event) => event.preventDefault()}
      sx={{
        pt: '18px',
        // Where the tools stand, which come last by keyboard.
        pr: '110px',
        'main:has([data-whole]) &': { pr: '320px' },
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: '6px 8px',
        fontSize: 20,
        lineHeight: 1.5,
      }}
    >
      <Slot
        label="Form of the question"
        placeholder="What can"
        value={FORMS.map(asChoice).find((one) => one.key === form) ?? null}
        choices={FORMS.map(asChoice)}
        none="No question begins so"
        quiet
        large
        onChoose={(next) => navigate(inForm(next.key as Form, params))}
      />
      {children}
      <span>?</span>
    </Box>
  );
}

const asChoice = ({ key, words, detail }: (typeof FORMS)[number]): Choice => ({
  key,
  name: words,
  detail,
});

function personChoice(person: PersonLine): Choice {
  const status = person.status === 'active' ? '' : `, ${person.status}`;
  return {
    key: person.key,
    name: person.name,
    detail: `${person.unitOrAccount}${status}`,
    outside: person.kind === 'external',
  };
}

/** Somebody, by name, address, unit or account. */
export function PersonSlot({
  label = 'Person',
  person,
  name,
  placeholder = 'somebody',
  quiet = false,
  others = [],
  othersFirst = false,
  inputRef,
  onChoose,
}: {
  label?: string;
  /** What else may be chosen, beside people. */
  others?: Choice[];
  /** Whether these are offered before a letter is typed. */
  othersFirst?: boolean;
  /** Key of whom it is about; empty for nobody yet. */
  person: string;
  /** What they are called, once that is known. */
  name?: string | undefined;
  placeholder?: string;
  quiet?: boolean;
  inputRef?: Ref<HTMLInputElement>;
  onChoose: (person: string) => void;
}) {
  const { search, look, typing } = useLookedFor();
  const [chosen, setChosen] = useState<Choice | null>(null);
  const people = usePeople(search);
  const known = name ?? (chosen?.key === person ? chosen.name : undefined);
  const called = usePersonName(person, known) ?? person;
  const letters = search.trim().toLowerCase();
  const found =
    letters || othersFirst ? others.filter((one) => one.name.toLowerCase().includes(letters)) : [];
  // The slot takes a new object for a new choice and forgets what is being typed.
  const value: Choice | null = useMemo(
    () => (person === '' ? null : { key: person, name: called }),
    [person, called],
  );
  return (
    <Slot
      label={label}
      placeholder={placeholder}
      quiet={quiet}
      value={value}
      choices={[...found, ...(people.data?.people ?? []).map(personChoice)]}
      waiting={people.isPending || people.isPlaceholderData || typing}
      none="Nobody you may view has such a name, address, unit or account"
      {...(inputRef ? { inputRef } : {})}
      onType={look}
      onChoose={(next) => {
        setChosen(next);
        onChoose(next.key);
      }}
    />
  );
}

/** For whom an external of several accounts acts; nothing where there is no choice. */
export function AccountSlot({
  about,
  onChoose,
}: {
  about: WhatCan['person'] | undefined;
  onChoose: (account: string) => void;
}) {
  if (!about || about.accounts.length < 2) {
    return null;
  }
  return (
    <>
      <span>acting for</span>
      <Slot
        label="Account acted for"
        placeholder="an account"
        value={about.account ?? null}
        choices={about.accounts}
        none="They belong to no such account"
        onChoose={(next) => onChoose(next.key)}
      />
    </>
  );
}

export function ApplicationSlot({
  application,
  onChoose,
}: {
  application: string;
  onChoose: (application: string) => void;
}) {
  const applications = useApplications();
  return (
    <Slot
      label="Application"
      placeholder="an application"
      value={applications.data?.find((one) => one.key === application) ?? null}
      choices={applications.data ?? []}
      waiting={applications.isPending}
      none="There is no such application"
      onChoose={(next) => onChoose(next.key)}
    />
  );
}

/** Now, or any other instant. */
export function InstantSlot({ at, onChange }: { at: string; onChange: (at: string) => void }) {
  const [open, setOpen] = useState(false);
  if (open) {
    return (
      <Suspense>
        <InstantField label="At" value={at} onChange={onChange} onLeave={() => setOpen(false)} />
      </Suspense>
    );
  }
  return (
    <Button
      variant="text"
      aria-label={at === '' ? 'Now; ask about another instant' : `At ${exactly(at)}; change it`}
      onClick={() => setOpen(true)}
      sx={{ fontSize: 18, p: '0 4px', borderBottom: '2px dotted', borderRadius: 0 }}
    >
      {at === '' ? 'now' : `on ${exactly(at)}`}
    </Button>
  );
}
