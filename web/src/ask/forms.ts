import { applicationOf } from '../app/applications';

/** The forms that a question can have, by their first words. */
export const FORMS = [
  {
    key: 'what-can',
    words: 'What can',
    detail: 'somebody do',
    example: 'What can Ilse Marrow do in Towline?',
  },
  {
    key: 'who-can',
    words: 'Who can',
    detail: 'do something',
    example: 'Who can change cargo lots in Towline?',
  },
  {
    key: 'why',
    words: 'Can',
    detail: 'somebody do something, and why or why not',
    example: 'Can Bram Oduya view invoice 3016 in Towline?',
  },
  {
    key: 'what-could',
    words: 'What could',
    detail: 'somebody new do: a role, unit, team or external',
    example: 'What could a new dispatcher in the Night Desk do in Towline?',
  },
  {
    key: 'which',
    words: 'Which records may',
    detail: 'somebody reach that another may not',
    example: 'Which records may Ilse Marrow view, of cargo lots, that Mabel Hollis may not?',
  },
  {
    key: 'differs',
    words: 'What differs between',
    detail: 'two people, roles or days, or draft and published',
    example: 'What differs between Ilse Marrow and Maren Holt in Towline?',
  },
  {
    key: 'matrix',
    words: 'How far may everybody',
    detail: 'reach: people by record type',
    example: 'How far may everybody view in Towline?',
  },
  {
    key: 'roles',
    words: 'What are the roles made of',
    detail: 'roles by privilege sets',
    example: 'What are the roles made of in Towline?',
  },
  {
    key: 'look',
    words: 'Look through',
    detail: 'somebody’s eyes, at the records themselves',
    example: 'Look through Mabel Hollis’s eyes at Towline',
  },
] as const;

export type Form = (typeof FORMS)[number]['key'];

export const formOf = (key: string | undefined): Form | undefined =>
  FORMS.find((one) => one.key === key)?.key;

/** What of a question is kept when it is asked in another form. */
const KEPT: Record<Form, string[]> = {
  'what-can': ['application', 'person', 'account', 'at'],
  'who-can': ['application', 'at', 'do', 'record'],
  why: ['application', 'person', 'account', 'at', 'do', 'record'],
  'what-could': ['application', 'at'],
  which: ['application', 'person', 'account', 'at', 'do', 'other'],
  differs: ['application', 'person', 'account', 'at', 'other'],
  matrix: ['application', 'at'],
  roles: ['application', 'at'],
  look: ['person', 'account', 'at'],
};

/** The address of the same question in another form, as far as that has the same slots. */
export function inForm(form: Form, params: URLSearchParams): string {
  const kept = [...params].filter(([key]) => KEPT[form].includes(key));
  const place = form === 'look' ? `/look/${applicationOf(params)}` : `/ask/${form}`;
  return `${place}?${new URLSearchParams(kept)}`;
}
