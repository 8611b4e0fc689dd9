import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { useAddress } from '../app/address';
import { FIRST_PAGE } from '../app/turning';
import { asked, useRecords } from '../ask/answers';
import {
  type Arranging,
  arrangedFrom,
  asItComes,
  instantFrom,
  type Listed,
  type Slots,
  slotsOf,
} from '../ask/question';

export type RecordSheet = Schemas['RecordSheet'];

/** What of an application is looked at, by whose eyes, as the address has it. */
export type Looked = Omit<Listed, 'operation'> & {
  application: string;
  person: string;
  account: string;
  /** A second person, beside the first; empty for none. */
  other: string;
  otherAccount: string;
  at: string;
  /** Id of a draft that is taken to be published; empty for none. */
  draft: string;
  record: string;
  /** Key of the record that those listed belong to; empty for all. */
  of: string;
  withheld: boolean;
};

/** What leads to another list: where one is in this one is not kept then. */
const FROM_THE_BEGINNING = { ...asItComes, record: '', of: '' };

type By = Partial<Record<'person' | 'account' | 'other' | 'otherAccount' | 'at' | 'draft', string>>;

export function useLook(application: string) {
  const { params, change } = useAddress();
  const get = (key: string) => params.get(key) ?? '';
  const looked: Looked = {
    application,
    person: get('person'),
    account: get('account'),
    other: get('other'),
    otherAccount: get('otherAccount'),
    at: instantFrom(params.get('at')),
    draft: get('draft'),
    type: get('type'),
    record: get('record'),
    of: get('of'),
    withheld: get('withheld') === 'yes',
    ...arrangedFrom(params),
  };
  return {
    looked,
    /** The records of a type, all or those that belong to one. */
    list: (type: string, of = '') => change({ ...FROM_THE_BEGINNING, type, of }),
    open: (type: string, record: string) => change({ type, record }),
    back: () => change({ record: '' }),
    by: (next: By) => change({ ...next, ...FIRST_PAGE }),
    arrange: (next: Arranging) => change({ ...FIRST_PAGE, ...next }, true),
    withhold: (withheld: boolean) =>
      change({ withheld: withheld ? 'yes' : '', ...FIRST_PAGE }, true),
  };
}

export type Look = ReturnType<typeof useLook>;

export const eyesOf = ({ person, application, account, at }: Looked): Slots =>
  slotsOf({ person, application, account, at });

/** The draft that is taken to be published, as a reason is asked for; none where there is none. */
export const draftOf = ({ draft }: Looked) => (draft ? { id: draft } : undefined);

/** The second person's eyes; acting for their own first account where none is said. */
export const otherEyes = ({ other, otherAccount, application, at }: Looked): Slots =>
  slotsOf({ person: other, application, account: otherAccount, at });

/** Records of the type as the person has them; those withheld too where that is asked for. */
export function useRows(slots: Slots, looked: Looked, withheld: boolean) {
  const { of, draft, sort, descending } = looked;
  const listed = {
    ...looked,
    operation: 'view',
    sort: withheld ? '' : sort,
    descending: !withheld && descending,
  };
  const beyond = {
    ...(withheld ? { withheld } : {}),
    ...(of ? { of } : {}),
    ...(draft ? { draft } : {}),
  };
  return useRecords(
    slots,
    listed,
    beyond,
    slots.person !== '' && looked.type !== '' && looked.record === '',
  );
}

export function useSheet(slots: Slots, looked: Looked) {
  const { type, record, draft } = looked;
  return useQuery({
    queryKey: keys.lookRecord(slots, type, record, draft),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/ask/record', {
          signal,
          params: { query: { ...asked(slots), type, record, ...(draft ? { draft } : {}) } },
        }),
      ),
    enabled: record !== '' && slots.person !== '',
    retry: false,
  });
}

/** Keeps why one looks; what could not be looked at before then is asked for again. */
export function useReason(slots: Slots) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (reason: string) =>
      data(
        api.POST('/api/ask/looks', {
          body: {
            person: slots.person,
            application: slots.application,
            account: slots.account,
            reason,
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
}
