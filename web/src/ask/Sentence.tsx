import { useEffect, useRef } from 'react';
import { useShortcut } from '../app/shortcuts';
import { ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import type { WhatCan } from './answers';
import type { Question } from './question';
import { Slot } from './Slot';

/** What somebody can do: the question as a sentence whose slots are filled. */
export function Sentence({
  question,
  answer,
}: {
  question: Question;
  answer: WhatCan | undefined;
}) {
  const { slots, ask } = question;
  const personInput = useRef<HTMLInputElement>(null);
  useShortcut('/', () => {
    personInput.current?.focus();
    personInput.current?.select();
  });
  useEffect(() => {
    if (slots.person === '') {
      personInput.current?.focus();
    }
  }, [slots.person]);
  const about = answer?.person.key === slots.person ? answer.person : undefined;
  const several = about && about.accounts.length > 1;

  return (
    <Asking form="what-can">
      <PersonSlot
        person={slots.person}
        name={about?.name}
        inputRef={personInput}
        onChoose={(person) => ask({ person })}
      />
      {several && (
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
      <ApplicationSlot
        application={slots.application}
        onChoose={(application) => ask({ application })}
      />
      <InstantSlot at={slots.at} onChange={question.when} />
    </Asking>
  );
}
