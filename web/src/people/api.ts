import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';

export type PersonLine = Schemas['PersonLine'];
export type PersonSheet = Schemas['PersonSheet'];
export type Preview = Schemas['Preview'];
export type Facets = Schemas['Facets'];
export type AccountSheet = Schemas['AccountSheet'];
export type TeamSheet = Schemas['TeamSheet'];
export type UnitLine = Schemas['UnitLine'];
export type SourceSheet = Schemas['SourceSheet'];
export type Given = Schemas['Given'];
export type Waiting = Schemas['ApprovalLine'];

/** How far an act goes: it is looked at, asked of somebody who can agree, or done. */
export type How = { preview?: boolean; ask?: boolean; why?: string };

export type Filters = {
  search: string;
  kind: string;
  status: string;
  account: string;
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
    queryKey: keys.peopleList(filters, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/people', {
          signal,
          params: { query: { ...wanted(filters), page, size: PAGE } },
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
export function usePeoplePermissions() {
  return useQuery({
    queryKey: keys.peoplePermissions(),
    queryFn: ({ signal }) => data(api.GET('/api/people/permissions', { signal })),
  });
}

export function useFacets() {
  return useQuery({
    queryKey: keys.peopleFacets(),
    queryFn: ({ signal }) => data(api.GET('/api/people/facets', { signal })),
  });
}

const sheetOf = (key: string) =>
  queryOptions({
    queryKey: keys.peopleSheet(key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people/{key}', { signal, params: { path: { key } } })),
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
    queryKey: keys.peopleBelongings(key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people/{key}/belongings', { signal, params: { path: { key } } })),
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

export function useAccounts(search: string, tag = '', page = 0, size = PAGE) {
  return useQuery({
    queryKey: keys.accounts(search, tag, page, size),
    queryFn: ({ signal }) =>
      data(api.GET('/api/accounts', { signal, params: { query: { search, tag, page, size } } })),
    placeholderData: keepPreviousData,
  });
}

export function useAccount(key: string) {
  return useQuery({
    queryKey: keys.accountsSheet(key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/accounts/{key}', { signal, params: { path: { key } } })),
    enabled: key !== '',
  });
}

export function useUnits() {
  return useQuery({
    queryKey: keys.units(),
    queryFn: ({ signal }) => data(api.GET('/api/units', { signal })),
  });
}

export function useTeams(search: string, page = 0) {
  return useQuery({
    queryKey: keys.teams(search, page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/teams', { signal, params: { query: { search, page, size: PAGE } } })),
    placeholderData: keepPreviousData,
  });
}

export function useTeam(key: string, page: number) {
  return useQuery({
    queryKey: keys.teamsSheet(key, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/teams/{key}', {
          signal,
          params: { path: { key }, query: { page, size: PAGE } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useSources() {
  return useQuery({
    queryKey: keys.sources(),
    queryFn: ({ signal }) => data(api.GET('/api/sources', { signal })),
  });
}

/** How many requests a page has. */
export const SHOWN = 20;

export function useJoinRequests(page: number) {
  return useQuery({
    queryKey: keys.joinRequests(page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/join-requests', { signal, params: { query: { page, size: SHOWN } } })),
    placeholderData: keepPreviousData,
  });
}

export function useApprovals(open: boolean, page: number) {
  return useQuery({
    queryKey: keys.approvals(open, page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/approvals', { signal, params: { query: { open, page, size: SHOWN } } })),
    placeholderData: keepPreviousData,
  });
}

/** How much waits for somebody's word. */
export function useWaitingNumber(): number {
  return (useApprovals(true, 0).data?.total ?? 0) + (useJoinRequests(0).data?.total ?? 0);
}

export function useApproval(id: string) {
  return useQuery({
    queryKey: keys.previewApproval(id),
    queryFn: ({ signal }) =>
      data(api.GET('/api/approvals/{id}', { signal, params: { path: { id } } })),
    retry: false,
  });
}

export function useOutbox(page: number) {
  return useQuery({
    queryKey: keys.outbox(page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/outbox', { signal, params: { query: { page, size: 20 } } })),
    refetchInterval: 3_000,
    placeholderData: keepPreviousData,
  });
}
