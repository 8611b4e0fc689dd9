import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useAddress } from './address';

export const SIZE = 25;

/** Start of a day that is written as 2026-03-03, or of one so many days after it. */
export function instant(day: string, after = 0): string | undefined {
  const at = new Date(`${day}T00:00:00`);
  at.setDate(at.getDate() + after);
  return day === '' || Number.isNaN(at.getTime()) ? undefined : at.toISOString();
}

/** What a list is asked for, as the address has it: a filter that is not set is empty. */
function useAsked<K extends string>(names: readonly K[]) {
  const { params, change: changeAddress } = useAddress();
  const asked = Object.fromEntries(names.map((name) => [name, params.get(name) ?? ''])) as Record<
    K,
    string
  >;
  const change = (next: Record<string, string>) =>
    changeAddress({ page: '', ...next }, !('page' in next));
  const page = Number.parseInt(params.get('page') ?? '0', 10);
  return {
    asked,
    change: (next: Partial<Record<K, string>>) => change(next as Record<string, string>),
    page: page > 0 && page < 1_000_000 ? page : 0,
    turn: (to: number) => change({ page: to === 0 ? '' : String(to) }),
    filtered: names.some((name) => asked[name] !== ''),
  };
}

/** A page of a list by its filters, which stand in the address; asked for anew when they change. */
export function useListed<K extends string, A>(
  key: unknown[],
  names: readonly K[],
  load: (query: Record<string, string | number>) => Promise<A>,
) {
  const { asked, page, ...address } = useAsked(names);
  const query = queryOf(asked);
  const list = useQuery({
    queryKey: [...key, query, page],
    queryFn: () => load({ page, size: SIZE, ...query }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return { ...address, asked, page, query, list };
}

/** The filters as the server takes them: days become instants, what is not set is left out. */
export function queryOf(asked: Record<string, string>): Record<string, string> {
  const { from = '', until = '', ...rest } = asked;
  const query: [string, string | undefined][] = [
    ...Object.entries(rest),
    ['from', instant(from)],
    ['until', instant(until, 1)],
  ];
  return Object.fromEntries(query.filter((one): one is [string, string] => Boolean(one[1])));
}
