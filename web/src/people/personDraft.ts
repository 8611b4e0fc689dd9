import type { PersonSheet } from './api';
import type { Picked } from './PickOne';

/** A person as somebody is changing them. */
export type Draft = {
  givenName: string;
  familyName: string;
  email: string;
  kind: PersonSheet['kind'];
  accounts: Picked[];
  unit: Picked | null;
  manager: Picked | null;
  zone: Picked | null;
  attributes: Record<string, string>;
};

export function draftOf(person: PersonSheet): Draft {
  return {
    givenName: person.givenName,
    familyName: person.familyName,
    email: person.email,
    kind: person.kind,
    accounts:
      person.kind === 'external' ? person.accounts.map(({ key, name }) => ({ key, name })) : [],
    unit: person.unit ?? null,
    manager: person.manager ?? null,
    zone: { key: person.timeZone, name: person.timeZone.replaceAll('_', ' ') },
    attributes: Object.fromEntries(person.attributes.map((one) => [one.key, one.value])),
  };
}

/** The parts of a draft that can be chosen one by one, each as text to compare and to show. */
export function partsOf(draft: Draft): Record<string, string> {
  return {
    'Given name': draft.givenName,
    'Family name': draft.familyName,
    'E-mail': draft.email,
    Kind: draft.kind,
    'Works for': draft.accounts.map((one) => one.name).join(', '),
    Unit: draft.unit?.name ?? '',
    Manager: draft.manager?.name ?? '',
    'Time zone': draft.zone?.name ?? '',
    ...draft.attributes,
  };
}

const members: Record<string, keyof Draft> = {
  'Given name': 'givenName',
  'Family name': 'familyName',
  'E-mail': 'email',
  Kind: 'kind',
  'Works for': 'accounts',
  Unit: 'unit',
  Manager: 'manager',
  'Time zone': 'zone',
};

/** Theirs, with those parts of mine that were chosen. */
export function merged(mine: Draft, theirs: Draft, chosen: Set<string>): Draft {
  const next: Draft = { ...theirs, attributes: { ...theirs.attributes } };
  for (const part of chosen) {
    const member = members[part];
    if (member) {
      Object.assign(next, { [member]: mine[member] });
    } else {
      next.attributes[part] = mine.attributes[part] ?? '';
    }
  }
  return next;
}
