import { useCallback, useMemo } from 'react';
import { useAddress } from '../app/address';
import type { Filters } from './api';

const names = [
  'search',
  'kind',
  'status',
  'account',
  'unit',
  'team',
  'role',
  'invitation',
  'access',
  'source',
  'sort',
] as const;

/** Which people are listed, as the address has it: it can be sent to a colleague. */
export function useFilters() {
  const { params, change: changeAddress } = useAddress();
  const filters: Filters = useMemo(() => {
    const said = Object.fromEntries(names.map((name) => [name, params.get(name) ?? '']));
    return {
      ...(said as Omit<Filters, 'descending'>),
      sort: said.sort || (said.search ? 'match' : 'name'),
      descending: params.get('down') === 'yes',
    };
  }, [params]);
  const page = Math.max(0, Number.parseInt(params.get('page') ?? '0', 10) || 0);
  const change = useCallback(
    (changes: Record<string, string>) => changeAddress({ page: '', ...changes }, true),
    [changeAddress],
  );
  const { sort: _, descending: __, ...narrowing } = filters;
  const filtered = Object.values(narrowing).some((value) => value !== '');
  return { filters, filtered, page, change };
}
