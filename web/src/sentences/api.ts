import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { useListed } from '../app/listed';
import type { DraftShown } from '../bench/api';
import type { ChangePart } from '../bench/queue';

export type ElementLine = Schemas['ElementLine'];
export type Piece = Schemas['Piece'];
export type PartShown = Schemas['PartShown'];
export type WhoPart = Schemas['WhoPart'];

/** An element as a design document has it. */
export type Written = Record<string, unknown> & { key: string };

const ofDraft = (draft: DraftShown | undefined) => (draft ? { draft: draft.id } : {});

export function useDrawers(application: string, draft: DraftShown | undefined) {
  return useQuery({
    queryKey: keys.drawers(application, draft?.id, draft?.version),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/drawers', {
          signal,
          params: { path: { application }, query: ofDraft(draft) },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** A page of the elements of one kind, by what the address asks for. */
export function useElements(application: string, draft: DraftShown | undefined, list: string) {
  return useListed(
    ['elements', application, draft?.id, draft?.version, list],
    ['search', 'sort'],
    (query) =>
      data(
        api.GET('/api/applications/{application}/bench/elements', {
          params: { path: { application }, query: { ...ofDraft(draft), list, ...query } },
        }),
      ),
  );
}

/** How an element reads that is being written, and whom it names. */
export function useReading(
  application: string,
  draft: DraftShown | undefined,
  list: string,
  element: Written,
) {
  return useQuery({
    queryKey: keys.reading(application, draft?.id, draft?.version, list, element),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/bench/reading', {
          signal,
          params: { path: { application }, query: ofDraft(draft) },
          body: { put: list, element },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** What an edit would change for people, before it is made. */
export function useWouldChange(application: string, changes: ChangePart[], enabled: boolean) {
  return useQuery({
    queryKey: keys.impact(application, 'before', changes),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/tray/edits/preview', {
          params: { path: { application } },
          body: { changes },
          signal,
        }),
      ),
    enabled,
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
}

export function useParts(application: string, draft: DraftShown | undefined, search: string) {
  return useQuery({
    queryKey: keys.audienceParts(application, draft?.id, draft?.version, search),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/audience-parts', {
          signal,
          params: { path: { application }, query: { ...ofDraft(draft), search } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** The expectations that do not hold, by key: who shows it, where that may be told. */
export function useBroken(
  application: string,
  draft: DraftShown | undefined,
  enabled: boolean,
): ReadonlyMap<string, string> {
  const proved = useQuery({
    queryKey: keys.expectations(application, draft?.id, draft?.version),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/expectations', {
          signal,
          params: { path: { application }, query: ofDraft(draft) },
        }),
      ),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return new Map(
    (proved.data ?? []).filter((one) => !one.holds).map((one) => [one.key, one.person ?? '']),
  );
}
