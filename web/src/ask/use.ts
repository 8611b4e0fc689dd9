import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';

const DAY_MS = 86_400_000;
const NOBODY: ReadonlySet<string> = new Set();

/** An operation on a record type, as it is looked up. */
export const usedKey = (type: string, operation: string) => `${type} ${operation}`;

/**
 * What somebody used of an application lately; null where too little is known to say what they did
 * not.
 */
export function useUsedLately(
  application: string,
  person: string,
  enabled = true,
): ReadonlySet<string> | null {
  const use = useQuery({
    queryKey: keys.use(application, person),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/use/people/{person}', {
          signal,
          params: { path: { application, person } },
        }),
      ),
    enabled: enabled && application !== '' && person !== '',
    retry: false,
  });
  const known = use.data;
  return useMemo(() => {
    if (!known?.tells) {
      return null;
    }
    const first = Date.now() - known.days * DAY_MS;
    const lately = known.used.filter((one) => new Date(`${one.last}T23:59:59`).getTime() >= first);
    return lately.length === 0
      ? NOBODY
      : new Set(
          // Whoever does anything to a record sees it.
          lately.flatMap((one) => [usedKey(one.what, one.operation), usedKey(one.what, 'view')]),
        );
  }, [known]);
}
