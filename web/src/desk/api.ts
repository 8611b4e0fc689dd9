import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';

export type Desk = Schemas['Desk'];
export type Group = Schemas['DeskGroup'];
export type Line = Schemas['DeskLine'];
export type Kind = Line['kind'];
export type NoticesChosen = Schemas['NoticesChosen'];
export type KindDecided = Schemas['DeskKindShown'];

/** While something is still being worked out, it is asked again this soon. */
const AGAIN_AFTER_MS = 1_000;
const EVERY_MS = 120_000;

/** What needs whoever is signed in, or what of it is set aside. */
export function useDesk(aside: boolean) {
  return useQuery({
    queryKey: keys.desk(aside),
    queryFn: ({ signal }) => data(api.GET('/api/desk', { signal, params: { query: { aside } } })),
    placeholderData: keepPreviousData,
    refetchInterval: (query) =>
      (query.state.data?.working.length ?? 0) > 0 ? AGAIN_AFTER_MS : EVERY_MS,
    staleTime: 0,
  });
}

export const GROUP_PAGE = 50;

/** One group of the Desk, by pages. */
export function useGroup(group: Group, aside: boolean, page: number, wanted: boolean) {
  const query = {
    kind: group.kind,
    application: group.application?.key ?? '',
    aside,
    page,
    size: GROUP_PAGE,
  };
  return useQuery({
    queryKey: keys.desk('items', query),
    queryFn: ({ signal }) => data(api.GET('/api/desk/items', { signal, params: { query } })),
    placeholderData: keepPreviousData,
    enabled: wanted,
    staleTime: 0,
  });
}

export function useDone(page: number, size: number) {
  return useQuery({
    queryKey: keys.desk('done', page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/desk/done', { signal, params: { query: { page, size } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

export function useKinds() {
  return useQuery({
    queryKey: keys.desk('kinds'),
    queryFn: ({ signal }) => data(api.GET('/api/desk/kinds', { signal })),
  });
}

/** One item by itself; an error where it does not stand any more. */
export function useItem(id: string) {
  return useQuery({
    queryKey: keys.desk('item', id),
    queryFn: ({ signal }) => data(api.GET('/api/desk/item', { signal, params: { query: { id } } })),
    retry: false,
    staleTime: 0,
  });
}

export function useNotices() {
  return useQuery({
    queryKey: keys.desk('notices'),
    queryFn: ({ signal }) => data(api.GET('/api/desk/notices', { signal })),
    staleTime: 0,
  });
}
