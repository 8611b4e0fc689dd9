import { useEffect, useRef } from 'react';
import { useShortcut } from '../app/shortcuts';
import { AccountSlot, ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import type { WhatCan } from './answers';
import type { Question } from './question';

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

  return (
    <Asking form="what-can">
      <PersonSlot
        person={slots.person}
        name={about?.name}
        inputRef={personInput}
        onChoose={(person) => ask({ person })}
      />
      <AccountSlot about={about} onChoose={(account) => ask({ account })} />
      <span>do in</span>
      <ApplicationSlot
        application={slots.application}
        onChoose={(application) => ask({ application })}
      />
      <InstantSlot at={slots.at} onChange={question.when} />
    </Asking>
  );
}
