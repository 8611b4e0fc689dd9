import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, data } from '../api/client';
import type { WhatCan } from '../ask/answers';
import type { DraftShown } from './api';
import { type Counted, refKey } from './grid';

function useNumbers(application: string, person: string, draft: DraftShown | undefined) {
  return useQuery({
    queryKey: ['what-can', application, person, draft?.id ?? '', draft?.version ?? 0],
    queryFn: () =>
      data(
        api.GET('/api/ask/what-can', {
          params: {
            query: { person, application, ...(draft ? { draft: draft.id } : {}) } as never,
          },
        }),
      ),
    enabled: person !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });
}

function numbers(answer: WhatCan | undefined): Map<string, number> {
  const all = new Map<string, number>();
  for (const type of answer?.areas.flatMap((area) => area.types) ?? []) {
    for (const cell of type.cells) {
      if (cell.records !== undefined) {
        const { operation } = cell;
        all.set(refKey({ kind: 'cell', type: type.key, operation }), cell.records);
      }
    }
  }
  return all;
}

/** How many records each cell amounts to for somebody, as published and as drafted. */
export function useCounted(
  application: string,
  person: string,
  draft: DraftShown | undefined,
): Counted | undefined {
  const drafted = draft && draft.changes.length > 0 ? draft : undefined;
  const before = useNumbers(application, person, undefined);
  const now = useNumbers(application, person, drafted);
  return useMemo(() => {
    if (person === '' || !before.data || !now.data) {
      return undefined;
    }
    const was = numbers(before.data);
    const counted: Counted = new Map();
    for (const [key, amount] of numbers(now.data)) {
      const old = was.get(key);
      counted.set(key, old === undefined ? { now: amount } : { before: old, now: amount });
    }
    return counted;
  }, [person, before.data, now.data]);
}
