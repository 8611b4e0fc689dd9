import { useRef } from 'react';
import { useShortcut } from '../app/shortcuts';
import { useBench } from '../bench/api';
import type { PartShown, WhoPart } from '../sentences/api';
import { More, Parts } from '../sentences/slots';
import { ApplicationSlot, Asking, InstantSlot } from './Asking';
import type { WhatCan } from './answers';
import type { Newcomer, Question, Slots } from './question';
import { Slot } from './Slot';

type Whom = Newcomer & { account: string };

const NOBODY: Whom = { role: '', set: '', unit: '', team: '', account: '' };

/** The parts by which somebody new is told, as those of an audience. */
export function partsOf({ role, unit, team, account }: Whom): WhoPart[] {
  return [
    ...(role ? [{ role }] : []),
    ...(unit ? [{ unit }] : []),
    ...(team ? [{ team }] : []),
    ...(account ? [{ externalsOf: account }] : []),
  ];
}

/** Somebody new by such parts; of two of a kind the later one. */
export function newcomerOf(parts: WhoPart[], set: string): Whom {
  return parts.reduce<Whom>(
    (whom, { role, unit, team, externalsOf }) => ({
      role: role ?? whom.role,
      set: whom.set,
      unit: unit ?? whom.unit,
      team: team ?? whom.team,
      account: externalsOf ?? whom.account,
    }),
    { ...NOBODY, set },
  );
}

const can = (part: WhoPart) =>
  Boolean(part.role || part.team || part.externalsOf || (part.unit && !part.below));

/** What somebody could do who is not there yet, or who stands for a role, unit or team. */
export function CouldSentence({
  question,
  answer,
}: {
  question: Question;
  answer: WhatCan | undefined;
}) {
  const { slots, ask, when } = question;
  const bench = useBench(slots.application);
  const box = useRef<HTMLSpanElement>(null);
  useShortcut('/', () => box.current?.querySelector('input')?.focus());
  const parts = partsOf(slots);
  const sets = (bench.data?.sets ?? []).map(({ element: { key, name } }) => ({
    key: key ?? '',
    name: name ?? '',
  }));
  return (
    <Asking form="what-could">
      <span>somebody new</span>
      <span ref={box}>
        <Parts
          at={{ application: slots.application, draft: undefined }}
          label="Who they would be"
          parts={parts}
          names={named(slots, answer, bench.data?.roles ?? [])}
          only={can}
          more="and …"
          lead="a role, unit, team or account"
          onChange={(next) => ask({ ...newcomerOf(next, slots.set), person: '' })}
        />
      </span>
      <Slot
        label="A privilege set besides"
        placeholder="with a privilege set"
        quiet
        value={sets.find((one) => one.key === slots.set) ?? null}
        choices={sets}
        waiting={!bench.data}
        none="No privilege set is called so"
        onChoose={(next) => ask({ set: next.key, person: '' })}
      />
      {slots.set && <More onClick={() => ask({ set: '', person: '' })}>without it</More>}
      <span>do in</span>
      <ApplicationSlot
        application={slots.application}
        onChoose={(application) => ask({ ...NOBODY, application })}
      />
      <InstantSlot at={slots.at} onChange={when} />
    </Asking>
  );
}

/** What the chosen parts are called, as far as the answer and the design say. */
function named(
  slots: Slots,
  answer: WhatCan | undefined,
  roles: { element: { key?: string; name?: string } }[],
): PartShown[] {
  const role = roles.find((one) => one.element.key === slots.role)?.element.name;
  const all: [WhoPart, string | undefined][] = [
    [{ role: slots.role }, role],
    [{ unit: slots.unit }, answer?.person.unit],
    [{ externalsOf: slots.account }, answer?.person.account?.name],
  ];
  return all.flatMap(([part, name]) => (name ? [{ part, name, detail: '' }] : []));
}
