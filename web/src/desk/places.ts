import { KINDS } from '../sentences/kinds';
import type { Line } from './api';

type Subject = Line['subjects'][number];

/** Where something can be looked at; nothing where it has no place of its own. */
function placeOf(subject: Subject, application: string): string | null {
  const app = encodeURIComponent(application);
  const key = encodeURIComponent(subject.key);
  switch (subject.what) {
    case 'person':
      return `/people/p/${key}`;
    case 'account':
      return `/people/accounts/${key}`;
    case 'request':
    case 'join request':
      return '/people/requests';
    case 'review':
      return `/desk/reviews/${key}`;
    case 'source':
      return '/people/sources';
    case 'application':
      return `/catalogue/${key}?leaf=drift`;
    case 'draft':
      return `/bench/${app}/review/${key}`;
    case 'role':
      return `/bench/${app}?role=${key}`;
    case 'privilege set':
      return `/bench/${app}?set=${key}`;
    case 'record type':
      return null;
    default: {
      const kind = KINDS.find((one) => one.one === subject.what);
      return kind ? `/bench/${app}?list=${kind.list}` : null;
    }
  }
}

/** Where an item is looked at: the place of the first thing that it is about and that has one. */
export function placeOfLine(line: Line): string | null {
  return (
    line.subjects.map((one) => placeOf(one, line.application ?? '')).find((one) => one !== null) ??
    null
  );
}

/** The people an item is about. */
export const peopleOf = (line: Line) =>
  line.subjects
    .filter((one) => one.what === 'person')
    .map((one) => ({ key: one.key, name: one.name }));
