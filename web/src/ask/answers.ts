import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { aboutSomebody, type Listed, type Pick, type Slots } from './question';

export type WhatCan = Schemas['WhatCan'];
export type AreaRows = Schemas['AreaRows'];
export type TypeRow = Schemas['TypeRow'];
export type Cell = Schemas['Cell'];
export type FieldRow = Schemas['FieldRow'];
export type BecauseAnswer = Schemas['Because'];
export type RecordPage = Schemas['RecordPage'];
export type PersonLine = Schemas['PersonLine'];

export const PAGE_SIZE = 25;

/** The slots as the server takes them; what is not said is left out. */
export function asked({ asIfActive, ...slots }: Slots) {
  const said = Object.fromEntries(Object.entries(slots).filter(([, value]) => value !== ''));
  return {
    ...(said as Partial<typeof slots>),
    ...(asIfActive ? { asIfActive } : {}),
  };
}

export function useWhatCan(slots: Slots, enabled = true) {
  return useQuery({
    queryKey: ['what-can', slots],
    queryFn: () => data(api.GET('/api/ask/what-can', { params: { query: asked(slots) } })),
    enabled: enabled && aboutSomebody(slots) && slots.application !== '',
  });
}

/** What the answer rests on, and when it was and will be another. */
export function useAccessChanges(slots: Slots) {
  return useQuery({
    queryKey: ['access-changes', slots],
    queryFn: () => data(api.GET('/api/ask/changes', { params: { query: asked(slots) } })),
    enabled: aboutSomebody(slots),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Why; of a draft as if it were published, where one is named. */
export function useBecause(
  slots: Slots,
  pick: Pick | null,
  draft?: { id: string; version: number },
) {
  return useQuery({
    queryKey: ['because', slots, pick, draft?.id, draft?.version],
    queryFn: () => {
      const { kind: _, ...about } = pick as Pick;
      return data(
        api.GET('/api/ask/because', {
          params: {
            query: { ...asked(slots), ...about, ...(draft ? { draft: draft.id } : {}) },
          },
        }),
      );
    },
    enabled: pick !== null && aboutSomebody(slots),
  });
}

function arranged({ type, operation, sort, descending, search }: Listed) {
  return {
    type,
    operation,
    ...(sort ? { sort } : {}),
    ...(descending ? { descending } : {}),
    ...(search ? { search } : {}),
  };
}

export function useRecords(slots: Slots, listed: Listed) {
  return useQuery({
    queryKey: ['records', slots, listed],
    queryFn: () =>
      data(
        api.GET('/api/ask/records', {
          params: {
            query: { ...asked(slots), ...arranged(listed), page: listed.page, size: PAGE_SIZE },
          },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** One record as the person has it, as published; an empty page where it is not theirs to view. */
export function useRecord(slots: Slots, type: string, record: string) {
  return useQuery({
    queryKey: ['record', slots, type, record],
    queryFn: () =>
      data(api.GET('/api/ask/records', { params: { query: { ...asked(slots), type, record } } })),
    retry: false,
  });
}

/** Where the same list is to be had as a CSV file. */
export function csvAddress(slots: Slots, listed: Listed): string {
  const query = Object.entries({ ...asked(slots), ...arranged(listed) });
  return `/api/ask/records.csv?${new URLSearchParams(query.map(([key, value]) => [key, String(value)]))}`;
}

export function usePeople(search: string) {
  return useQuery({
    queryKey: ['people', search],
    queryFn: () => data(api.GET('/api/people', { params: { query: { search, size: 30 } } })),
    placeholderData: keepPreviousData,
  });
}

/** What somebody is called, asked for where it is not known. */
export function usePersonName(key: string, known: string | undefined): string | undefined {
  const sheet = useQuery({
    queryKey: ['people', key],
    queryFn: () => data(api.GET('/api/people/{key}', { params: { path: { key } } })),
    enabled: key !== '' && known === undefined,
    retry: false,
  });
  return known ?? (sheet.data ? `${sheet.data.givenName} ${sheet.data.familyName}` : undefined);
}

export function useApplications() {
  return useQuery({
    queryKey: ['applications'],
    queryFn: () => data(api.GET('/api/applications')),
    staleTime: 300_000,
  });
}
