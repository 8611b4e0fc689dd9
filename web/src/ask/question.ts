import { useMemo } from 'react';
import { useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { FIRST_PAGE, type Turned, turnedFrom } from '../app/turning';

/** What the Because panel is about. */
export type Pick =
  | { kind: 'cell'; type: string; operation: string }
  | { kind: 'field'; type: string; field: string }
  | { kind: 'function'; function: string }
  | { kind: 'record'; type: string; operation: string; record: string };

/** Which records are listed, and how. */
export type Listed = {
  type: string;
  operation: string;
  turned: Turned;
  sort: string;
  descending: boolean;
  search: string;
  /** Key of a field that is to have a value; empty for none. */
  field: string;
  value: string;
};

/** The first page of everything, in the order of its keys. */
export const asItComes = { ...FIRST_PAGE, sort: '', down: '', search: '', field: '', value: '' };

/** How a list is arranged, as the address has it. */
export const arrangedFrom = (params: URLSearchParams) => ({
  turned: turnedFrom(params),
  sort: params.get('sort') ?? '',
  descending: params.get('down') === 'yes',
  search: params.get('search') ?? '',
  field: params.get('field') ?? '',
  value: params.get('value') ?? '',
});

/** What of an arrangement is to be another; the list then begins anew, unless it is turned. */
export type Arranging = Partial<
  Record<'sort' | 'down' | 'search' | 'field' | 'value' | keyof typeof FIRST_PAGE, string>
>;

/** Somebody who is not there yet, by what they would be given and where they would be. */
export type Newcomer = { role: string; set: string; unit: string; team: string };

export type Slots = Newcomer & {
  /** Empty where it is about somebody new. */
  person: string;
  application: string;
  account: string;
  asIfActive: boolean;
  /** An instant as ISO text; empty for now. */
  at: string;
};

/** Slots of which only some are filled. */
export const slotsOf = (some: Partial<Slots>): Slots => ({
  person: '',
  application: '',
  account: '',
  asIfActive: false,
  at: '',
  role: '',
  set: '',
  unit: '',
  team: '',
  ...some,
});

const NEWCOMER = ['role', 'set', 'unit', 'team'] as const;

/** Whether it is said whom the question is about. */
export const aboutSomebody = (slots: Slots) =>
  slots.person !== '' || slots.account !== '' || NEWCOMER.some((one) => slots[one] !== '');

/** An instant of an address; what is none is now. */
export const instantFrom = (text: string | null) =>
  text && !Number.isNaN(Date.parse(text)) ? new Date(text).toISOString() : '';

export function pickToText(pick: Pick): string {
  switch (pick.kind) {
    case 'cell':
      return `cell:${pick.type}:${pick.operation}`;
    case 'field':
      return `field:${pick.type}:${pick.field}`;
    case 'function':
      return `function:${pick.function}`;
    case 'record':
      return `record:${pick.type}:${pick.operation}:${pick.record}`;
  }
}

export function pickFromText(text: string | null): Pick | null {
  const [kind, one, two, ...rest] = (text ?? '').split(':');
  if (kind === 'cell' && one && two) {
    return { kind, type: one, operation: two };
  }
  if (kind === 'field' && one && two) {
    return { kind, type: one, field: two };
  }
  if (kind === 'function' && one) {
    return { kind, function: one };
  }
  if (kind === 'record' && one && two && rest.length > 0) {
    return { kind, type: one, operation: two, record: rest.join(':') };
  }
  return null;
}

function listedFrom(params: URLSearchParams): Listed | null {
  const [type, operation] = (params.get('list') ?? '').split(':');
  if (!type || !operation) {
    return null;
  }
  return { type, operation, ...arrangedFrom(params) };
}

/** The question as the address has it; changing it changes the address, which can be sent on. */
export function useQuestion() {
  const { params, change } = useAddress();

  const slots: Slots = useMemo(
    () => ({
      person: params.get('person') ?? '',
      application: applicationOf(params),
      account: params.get('account') ?? '',
      asIfActive: params.get('if') === 'active',
      at: instantFrom(params.get('at')),
      role: params.get('role') ?? '',
      set: params.get('set') ?? '',
      unit: params.get('unit') ?? '',
      team: params.get('team') ?? '',
    }),
    [params],
  );
  const pick = useMemo(() => pickFromText(params.get('because')), [params]);
  const listed = useMemo(() => listedFrom(params), [params]);
  const open = useMemo(
    () => new Set((params.get('open') ?? '').split(' ').filter(Boolean)),
    [params],
  );

  return useMemo(
    () => ({
      slots,
      pick,
      listed,
      open,
      ask: (next: Partial<Slots>) => {
        const another = next.person !== undefined && next.person !== slots.person;
        const said = { ...slots, account: another ? '' : slots.account, ...next };
        const { person, application, account, asIfActive, at, role, set, unit, team } = said;
        const elsewhere = application !== slots.application ? { because: '', open: '' } : {};
        const aboutRecord = pick?.kind === 'record' ? { because: '' } : {};
        change({
          list: '',
          ...asItComes,
          ...elsewhere,
          ...aboutRecord,
          person,
          application,
          account,
          at,
          role,
          set,
          unit,
          team,
          if: asIfActive && person === slots.person ? 'active' : '',
        });
      },
      /** Asks the same of another instant. */
      when: (at: string) => change({ at, ...FIRST_PAGE }),
      because: (next: Pick | null) => change({ because: next ? pickToText(next) : '' }, true),
      toggle: (type: string) => {
        const next = new Set(open);
        if (!next.delete(type)) {
          next.add(type);
        }
        change({ open: [...next].join(' ') }, true);
      },
      list: (type: string, operation: string) =>
        change({
          list: `${type}:${operation}`,
          because: pickToText({ kind: 'cell', type, operation }),
          ...asItComes,
        }),
      arrange: (next: Arranging) => change({ ...FIRST_PAGE, ...next }, true),
      closeList: () =>
        change({
          list: '',
          ...asItComes,
          because: listed
            ? pickToText({ kind: 'cell', type: listed.type, operation: listed.operation })
            : '',
        }),
    }),
    [slots, pick, listed, open, change],
  );
}

export type Question = ReturnType<typeof useQuestion>;
