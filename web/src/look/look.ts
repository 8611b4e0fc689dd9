import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { useAddress } from '../app/address';
import { asked, PAGE_SIZE } from '../ask/answers';
import { instantFrom, type Slots, slotsOf } from '../ask/question';

export type RecordSheet = Schemas['RecordSheet'];

/** What of an application is looked at, by whose eyes, as the address has it. */
export type Looked = {
  application: string;
  person: string;
  account: string;
  /** A second person, beside the first; empty for none. */
  other: string;
  at: string;
  type: string;
  record: string;
  /** Key of the record that those listed belong to; empty for all. */
  of: string;
  search: string;
  sort: string;
  descending: boolean;
  withheld: boolean;
  page: number;
};

/** What leads to another list: where one is in this one is not kept then. */
const FROM_THE_BEGINNING = { record: '', of: '', search: '', sort: '', down: '', page: '' };

export function useLook(application: string) {
  const { params, change } = useAddress();
  const get = (key: string) => params.get(key) ?? '';
  const page = Number.parseInt(get('page'), 10);
  const looked: Looked = {
    application,
    person: get('person'),
    account: get('account'),
    other: get('other'),
    at: instantFrom(params.get('at')),
    type: get('type'),
    record: get('record'),
    of: get('of'),
    search: get('search'),
    sort: get('sort'),
    descending: get('down') === 'yes',
    withheld: get('withheld') === 'yes',
    page: page > 0 && page < 1_000_000 ? page : 0,
  };
  return {
    looked,
    /** The records of a type, all or those that belong to one. */
    list: (type: string, of = '') => change({ ...FROM_THE_BEGINNING, type, of }),
    open: (type: string, record: string) => change({ type, record }),
    back: () => change({ record: '' }),
    by: (next: { person?: string; account?: string; other?: string; at?: string }) =>
      change({ ...next, page: '' }),
    arrange: (next: { search?: string; sort?: string; down?: string; page?: string }) =>
      change({ page: '', ...next }, true),
    withhold: (withheld: boolean) => change({ withheld: withheld ? 'yes' : '', page: '' }, true),
  };
}

export type Look = ReturnType<typeof useLook>;

export const eyesOf = ({ person, application, account, at }: Looked): Slots =>
  slotsOf({ person, application, account, at });

/** The second person's eyes, acting for their own first account. */
export const otherEyes = ({ other, application, at }: Looked): Slots =>
  slotsOf({ person: other, application, at });

/** Records of the type as the person has them; those withheld too where that is asked for. */
export function useRows(slots: Slots, looked: Looked, withheld: boolean) {
  return useQuery({
    queryKey: ['look', slots, looked, withheld],
    queryFn: () =>
      data(
        api.GET('/api/ask/records', {
          params: {
            query: {
              ...asked(slots),
              type: looked.type,
              size: PAGE_SIZE,
              page: looked.page,
              withheld,
              of: looked.of,
              search: looked.search,
              ...(looked.sort && !withheld
                ? { sort: looked.sort, descending: looked.descending }
                : {}),
            },
          },
        }),
      ),
    enabled: slots.person !== '' && looked.type !== '' && looked.record === '',
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export function useSheet(slots: Slots, looked: Looked) {
  return useQuery({
    queryKey: ['look-record', slots, looked.type, looked.record],
    queryFn: () =>
      data(
        api.GET('/api/ask/record', {
          params: { query: { ...asked(slots), type: looked.type, record: looked.record } },
        }),
      ),
    enabled: looked.record !== '' && slots.person !== '',
    retry: false,
  });
}
