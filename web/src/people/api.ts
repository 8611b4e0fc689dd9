import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';

export type PersonLine = Schemas['PersonLine'];
export type PersonSheet = Schemas['PersonSheet'];
export type Preview = Schemas['Preview'];
export type Facets = Schemas['Facets'];
export type OrganisationSheet = Schemas['OrganisationSheet'];
export type TeamSheet = Schemas['TeamSheet'];
export type UnitLine = Schemas['UnitLine'];
export type SourceSheet = Schemas['SourceSheet'];
export type Given = Schemas['Given'];
export type Waiting = Schemas['ApprovalLine'];

/** How far an act goes: it is looked at, asked of somebody who can agree, or done. */
export type How = { preview?: boolean; ask?: boolean; why?: string };

type Some<T> = T extends (infer E)[]
  ? E[]
  : T extends object
    ? string extends keyof T
      ? T
      : { [K in keyof T]?: Some<T[K]> | null }
    : T;

/** A body of which only some members are said; the server knows what the others are then. */
export function saying<K extends keyof Schemas>(_: K, body: Some<Schemas[K]>): Schemas[K] {
  return body as Schemas[K];
}

export type Filters = {
  search: string;
  kind: string;
  status: string;
  organisation: string;
  unit: string;
  team: string;
  role: string;
  invitation: string;
  access: string;
  source: string;
  sort: string;
  descending: boolean;
};

function wanted({ kind, status, descending, ...rest }: Filters) {
  const texts = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== ''));
  return {
    ...texts,
    ...(kind ? { kind: [kind] } : {}),
    ...(status ? { status: [status] } : {}),
    ...(descending ? { descending } : {}),
  };
}

export const PAGE = 50;

export function usePeopleList(filters: Filters, page: number) {
  return useQuery({
    queryKey: ['people', 'list', filters, page],
    queryFn: () =>
      data(
        api.GET('/api/people', {
          params: { query: { ...wanted(filters), page, size: PAGE } as never },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** Where the same people are to be had as a file. */
export function peopleFile(filters: Filters, picked: string[]): string {
  const query = new URLSearchParams();
  for (const [key, value] of Object.entries(wanted(filters))) {
    query.set(key, String(value));
  }
  if (picked.length > 0) {
    query.set('picked', picked.join(','));
  }
  return `/api/people/people.csv?${query}`;
}

/** Where in People whoever is signed in may go, beside the lists. */
export function useCorners() {
  return useQuery({
    queryKey: ['corners'],
    queryFn: () => data(api.GET('/api/people/corners')),
  });
}

export function useFacets() {
  return useQuery({
    queryKey: ['people', 'facets'],
    queryFn: () => data(api.GET('/api/people/facets')),
  });
}

const sheetOf = (key: string) => ({
  queryKey: ['people', 'sheet', key],
  queryFn: () => data(api.GET('/api/people/{key}', { params: { path: { key } } })),
});

export function usePerson(key: string) {
  return useQuery(sheetOf(key));
}

/** The name of a person; the key until it is known, and where there is no such person. */
export function usePersonName(key: string): string {
  const person = useQuery({ ...sheetOf(key), enabled: key !== '', retry: false });
  return person.data?.name ?? key;
}

export function useBelongings(key: string, wantedNow: boolean) {
  return useQuery({
    queryKey: ['people', 'belongings', key],
    queryFn: () => data(api.GET('/api/people/{key}/belongings', { params: { path: { key } } })),
    enabled: wantedNow,
  });
}

/** Whoever is signed in stays the same, and a look ahead at a change ends with the change. */
const KEPT = new Set<unknown>(['session', 'preview']);

/** Everything that was told of people is asked again. */
export function useStale() {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ predicate: (query) => !KEPT.has(query.queryKey[0]) });
}

/** A change that makes what was told before stale. */
export function useDoing<A, R>(does: (argument: A) => Promise<R>, after?: (result: R) => void) {
  const stale = useStale();
  return useMutation({
    mutationFn: does,
    onSuccess: async (result) => {
      await stale();
      after?.(result);
    },
  });
}

export function useOrganisations(search: string, tag = '', page = 0, size = PAGE) {
  return useQuery({
    queryKey: ['organisations', search, tag, page, size],
    queryFn: () =>
      data(api.GET('/api/organisations', { params: { query: { search, tag, page, size } } })),
    placeholderData: keepPreviousData,
  });
}

export function useOrganisation(key: string) {
  return useQuery({
    queryKey: ['organisations', 'sheet', key],
    queryFn: () => data(api.GET('/api/organisations/{key}', { params: { path: { key } } })),
    enabled: key !== '',
  });
}

export function useUnits() {
  return useQuery({ queryKey: ['units'], queryFn: () => data(api.GET('/api/units')) });
}

export function useTeams(search: string, page = 0) {
  return useQuery({
    queryKey: ['teams', search, page],
    queryFn: () => data(api.GET('/api/teams', { params: { query: { search, page, size: PAGE } } })),
    placeholderData: keepPreviousData,
  });
}

export function useTeam(key: string, page: number) {
  return useQuery({
    queryKey: ['teams', 'sheet', key, page],
    queryFn: () =>
      data(
        api.GET('/api/teams/{key}', {
          params: { path: { key }, query: { page, size: PAGE } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useSources() {
  return useQuery({ queryKey: ['sources'], queryFn: () => data(api.GET('/api/sources')) });
}

/** How many requests a page has. */
export const SHOWN = 20;

export function useJoinRequests(page: number) {
  return useQuery({
    queryKey: ['join-requests', page],
    queryFn: () =>
      data(api.GET('/api/join-requests', { params: { query: { page, size: SHOWN } } })),
    placeholderData: keepPreviousData,
  });
}

export function useApprovals(open: boolean, page: number) {
  return useQuery({
    queryKey: ['approvals', open, page],
    queryFn: () =>
      data(api.GET('/api/approvals', { params: { query: { open, page, size: SHOWN } } })),
    placeholderData: keepPreviousData,
  });
}

/** How much waits for somebody's word. */
export function useWaitingNumber(): number {
  return (useApprovals(true, 0).data?.total ?? 0) + (useJoinRequests(0).data?.total ?? 0);
}

export function useApproval(id: string) {
  return useQuery({
    queryKey: ['preview', 'approval', id],
    queryFn: () => data(api.GET('/api/approvals/{id}', { params: { path: { id } } })),
    retry: false,
  });
}

export function useOutbox(page: number) {
  return useQuery({
    queryKey: ['outbox', page],
    queryFn: () => data(api.GET('/api/outbox', { params: { query: { page, size: 20 } } })),
    refetchInterval: 3_000,
    placeholderData: keepPreviousData,
  });
}
