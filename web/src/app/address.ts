import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** The parameters with these changed: what is empty is left out. */
export function changed(
  params: URLSearchParams | undefined,
  changes: Record<string, string>,
): URLSearchParams {
  const next = new URLSearchParams(params);
  for (const [key, value] of Object.entries(changes)) {
    if (value === '') {
      next.delete(key);
    } else {
      next.set(key, value);
    }
  }
  return next;
}

/** Parameters of an address, without those that are empty. */
export const filledIn = (slots: Record<string, string | undefined>) =>
  new URLSearchParams(
    Object.entries(slots).filter((one): one is [string, string] => Boolean(one[1])),
  );

/** The parameters of the address at hand, and a way to change some of them. */
export function useAddress() {
  const [params, setParams] = useSearchParams();
  const change = useCallback(
    (changes: Record<string, string>, replace = false) =>
      setParams((now) => changed(now, changes), { replace }),
    [setParams],
  );
  return { params, change };
}
