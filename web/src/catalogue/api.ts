import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { decided } from './tables';

export type Proposal = Schemas['ProposalShown'];
export type TableProposed = Schemas['TableProposed'];
export type TableDecision = Schemas['TableDecision'];
export type RecordType = Schemas['RecordTypePart'];
export type Field = Schemas['FieldPart'];
export type Lookup = Schemas['LookupPart'];
export type LookupShown = Schemas['LookupShown'];
export type Given = Schemas['ConnectionGiven'];
export type Outcome = Schemas['TrialOutcome'];

export function useApplicationList() {
  return useQuery({
    queryKey: keys.catalogueList(),
    queryFn: ({ signal }) => data(api.GET('/api/catalogue', { signal })),
  });
}

export function useCatalogue(application: string) {
  return useQuery({
    queryKey: keys.catalogue(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/catalogue', {
          signal,
          params: { path: { application } },
        }),
      ),
  });
}

export function useConnection(application: string) {
  return useQuery({
    queryKey: keys.catalogueConnection(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/connection', {
          signal,
          params: { path: { application } },
        }),
      ),
  });
}

/** How the record index stands; asked again while it is being read for the first time. */
export function useRecordIndex(application: string) {
  return useQuery({
    queryKey: keys.catalogueIndex(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/record-index', {
          signal,
          params: { path: { application } },
        }),
      ),
    refetchInterval: ({ state }) =>
      state.data?.kept && !state.data.asOf && !state.data.failure ? 2000 : false,
  });
}

/** Which indexes the database of an application lacks. */
export function useIndexAdvice(application: string) {
  return useQuery({
    queryKey: keys.catalogueIndexAdvice(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/index-advice', {
          signal,
          params: { path: { application } },
        }),
      ),
    retry: false,
  });
}

export function useLookups(application: string) {
  return useQuery({
    queryKey: keys.catalogueLookups(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/lookups', {
          signal,
          params: { path: { application } },
        }),
      ),
  });
}

/** What of a field leads nowhere. */
export function useNowhere(application: string, { recordType, field, readAt }: LookupShown) {
  return useQuery({
    queryKey: [...keys.catalogueLookups(application), recordType, field, readAt],
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/lookups/{recordType}/{field}', {
          signal,
          params: { path: { application, recordType, field } },
        }),
      ),
  });
}

export function useProposal(application: string, enabled = true) {
  return useQuery({
    enabled,
    queryKey: keys.catalogueProposal(application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/proposal', {
          signal,
          params: { path: { application } },
        }),
      ),
  });
}

/** Keeps decisions; they show at once, and are taken back where they cannot be kept. */
export function useDecide(application: string) {
  const queries = useQueryClient();
  const key = keys.catalogueProposal(application);
  return useMutation({
    mutationFn: (some: TableDecision[]) =>
      data(
        api.PUT('/api/applications/{application}/proposal', {
          params: { path: { application } },
          body: some,
        }),
      ),
    onMutate: async (some) => {
      await queries.cancelQueries({ queryKey: key });
      const before = queries.getQueryData<Proposal>(key);
      if (before) {
        queries.setQueryData(key, decided(before, some));
      }
      return { before };
    },
    onError: (_, __, context) => {
      queries.setQueryData(key, context?.before);
    },
  });
}

export function tryConnection(application: string | undefined, body: Given) {
  return data(
    api.POST('/api/connection-trials', {
      params: { query: application ? { application } : {} },
      body,
    }),
  );
}
