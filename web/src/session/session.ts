import { type QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, Problem, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { writeDates } from '../app/dateStyle';

export type SignedIn = Schemas['SignedIn'];
export const sessionKey = keys.session();

/** Who is signed in; null when nobody is. */
export function useSession() {
  return useQuery<SignedIn | null>({
    queryKey: sessionKey,
    queryFn: async () => {
      try {
        return known(await data(api.GET('/api/session')));
      } catch (error) {
        if (error instanceof Problem && error.status === 401) {
          return null;
        }
        throw error;
      }
    },
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** Dates are written as whoever is signed in has chosen. */
function known(me: SignedIn): SignedIn {
  writeDates(me.dateStyle);
  return me;
}

/** Nothing that one person was told is left for the next. */
function changeOver(queries: QueryClient, me: SignedIn | null) {
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== sessionKey[0] });
  queries.setQueryData(sessionKey, me ? known(me) : me);
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['Credentials']) => data(api.POST('/api/session', { body })),
    onSuccess: (me) => changeOver(queries, me),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => api.DELETE('/api/session'),
    onSettled: () => changeOver(queries, null),
  });
}

/** Acts for another of one's accounts: nothing told for the one before is left. */
export function useActFor() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (account: string) => data(api.PUT('/api/session/account', { body: { account } })),
    onSuccess: (me) => changeOver(queries, me),
  });
}
