import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, type Problem, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import type { ChangePart, Tray } from './queue';

export type Bench = Schemas['Bench'];
export type Consequences = Schemas['ConsequencesShown'];
export type EditShown = Schemas['EditShown'];
export type DraftShown = Schemas['DraftShown'];
export type ImpactLine = Schemas['ImpactLine'];
export type Publication = Schemas['PublicationShown'];

const TRAY_EVERY = 5_000;
const TRAYS_EVERY = 15_000;

export const trayKey = (application: string) => keys.tray(application);

/** @param governing the draft whose catalogue is shown, where it has another than is published */
export function useBench(application: string, governing?: DraftShown) {
  return useQuery({
    queryKey: [...keys.bench(application), governing?.id, governing?.version],
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench', {
          signal,
          params: { path: { application }, query: governing ? { draft: governing.id } : {} },
        }),
      ),
    enabled: application !== '',
    placeholderData: keepPreviousData,
  });
}

/** The draft one works in; asked for again and again, since others may work in it too. */
export function useTray(application: string) {
  return useQuery({
    queryKey: trayKey(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/tray', {
          signal,
          params: { path: { application } },
        }),
      ),
    enabled: application !== '',
    refetchInterval: TRAY_EVERY,
    retry: false,
  });
}

/** In which applications one works in a draft. */
export function useTrays() {
  return useQuery({
    queryKey: keys.trays(),
    queryFn: ({ signal }) => data(api.GET('/api/trays', { signal })),
    refetchInterval: TRAYS_EVERY,
    retry: false,
  });
}

export function sendEdit(
  application: string,
  seen: number | undefined,
  changes: ChangePart[],
): Promise<Tray> {
  return data(
    api.POST('/api/applications/{application}/tray/edits', {
      params: { path: { application } },
      body: { ...(seen === undefined ? {} : { seen }), changes },
    }),
  );
}

/** Something that is done to the draft, and gives the tray as it is then. */
export function useTrayAct<A>(application: string, act: (asked: A) => Promise<Tray>) {
  const queries = useQueryClient();
  return useMutation<Tray, Problem, A>({
    mutationFn: act,
    onSuccess: (tray) => {
      queries.setQueryData(trayKey(application), tray);
      void queries.invalidateQueries({ queryKey: keys.drafts(application) });
      void queries.invalidateQueries({ queryKey: keys.trays() });
    },
    onError: () => queries.invalidateQueries({ queryKey: trayKey(application) }),
  });
}

export function useUndo(application: string, draft: string) {
  const path = { application, id: draft };
  const undo = useTrayAct<void>(application, () =>
    data(api.POST('/api/applications/{application}/drafts/{id}/undo', { params: { path } })),
  );
  const redo = useTrayAct<void>(application, () =>
    data(api.POST('/api/applications/{application}/drafts/{id}/redo', { params: { path } })),
  );
  return { undo, redo };
}

/**
 * What a version of the draft leads to. While that is worked out, what was known of an older one
 * stays; it says itself of which version it is.
 */
export function useConsequences(application: string, draft: DraftShown | undefined) {
  return useQuery({
    queryKey: keys.consequences(application, draft?.id, draft?.version),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/drafts/{id}/consequences', {
          params: { path: { application, id: draft?.id ?? '' }, query: { wait: 2_000 } },
          signal,
        }),
      ),
    enabled: draft !== undefined && draft.changes.length > 0,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    refetchInterval: (query) =>
      query.state.data && !query.state.data.ready && query.state.data.failed.length === 0
        ? 300
        : false,
  });
}

export function useHolders(
  application: string,
  draft: DraftShown | undefined,
  of: { role?: string; set?: string },
  page: number,
) {
  return useQuery({
    queryKey: keys.holders(application, draft?.id, draft?.version, of, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/holders', {
          signal,
          params: {
            path: { application },
            query: { ...of, ...(draft ? { draft: draft.id } : {}), page, size: 25 },
          },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useDrafts(application: string) {
  return useQuery({
    queryKey: keys.drafts(application),
    staleTime: 0,
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/drafts', {
          signal,
          params: { path: { application }, query: { size: 50 } },
        }),
      ),
  });
}
