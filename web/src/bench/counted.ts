import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import type { WhatCan } from '../ask/answers';
import type { Picked } from '../people/PickOne';
import type { DraftShown } from './api';
import type { Opened } from './Drawers';
import { type Amount, type Counted, refKey } from './grid';

/** Whom numbers are of: the holder with most, all of them, nobody, or the person of this key. */
export type CountFor = 'most' | 'all' | 'none' | { person: string };

const NOBODY = '';

export function countForOf(text: string | null): CountFor {
  if (!text) {
    return 'most';
  }
  return text === 'all' || text === 'none' ? text : { person: text };
}

export const countForText = (one: CountFor): string =>
  typeof one === 'string' ? (one === 'most' ? '' : one) : one.person;

function useNumbers(application: string, person: string, draft: DraftShown | undefined) {
  return useQuery({
    queryKey: keys.whatCan(application, person, draft?.id ?? '', draft?.version ?? 0),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/ask/what-can', {
          signal,
          params: {
            query: { person, application, ...(draft ? { draft: draft.id } : {}) },
          },
        }),
      ),
    enabled: person !== NOBODY,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

function useRanges(
  application: string,
  opened: Opened | null,
  draft: DraftShown | undefined,
  enabled: boolean,
) {
  return useQuery({
    queryKey: keys.holderCounts(application, opened, draft?.id ?? '', draft?.version ?? 0),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/holder-counts', {
          signal,
          params: {
            path: { application },
            query: {
              ...(opened?.kind === 'role' ? { role: opened.key } : { set: opened?.key ?? '' }),
              ...(draft ? { draft: draft.id } : {}),
            },
          },
        }),
      ),
    enabled: enabled && opened !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

function numbers(answer: WhatCan): Map<string, Amount> {
  const all = new Map<string, Amount>();
  for (const type of answer.areas.flatMap((area) => area.types)) {
    for (const { operation, records } of type.cells) {
      if (records !== undefined) {
        const cell = refKey({ kind: 'cell', type: type.key, operation });
        all.set(cell, { least: records, most: records });
      }
    }
  }
  return all;
}

type Ranges = NonNullable<ReturnType<typeof useRanges>['data']>;

function ranges(answer: Ranges): Map<string, Amount> {
  return new Map(
    answer.cells.map(({ type, operation, least, most }) => [
      refKey({ kind: 'cell', type, operation }),
      { least, most },
    ]),
  );
}

function both(was: Map<string, Amount>, now: Map<string, Amount>): Counted {
  const counted: Counted = new Map();
  for (const [key, amount] of now) {
    const before = was.get(key);
    counted.set(key, before ? { before, now: amount } : { now: amount });
  }
  return counted;
}

export type Counting = {
  countFor: CountFor;
  /** The one person that is counted for; null for none, or for all holders. */
  example: Picked | null;
  counts: Counted | undefined;
  /** Holders, and how many different accesses of theirs were looked at. */
  holders: { people: number; looked: number } | undefined;
};

/**
 * How many records each cell amounts to, as published and as drafted: for the holder with most
 * unless somebody else is chosen.
 *
 * @param fresh whether the role or set is not published yet
 */
export function useCounting(
  application: string,
  opened: Opened | null,
  fresh: boolean,
  draft: DraftShown | undefined,
  countFor: CountFor,
): Counting {
  const drafted = draft && draft.changes.length > 0 ? draft : undefined;
  const ofHolders = countFor === 'all' || countFor === 'most';
  const holdersBefore = useRanges(application, opened, undefined, ofHolders && !fresh);
  const holdersNow = useRanges(
    application,
    opened,
    drafted,
    drafted !== undefined && (countFor === 'all' || (fresh && ofHolders)),
  );
  const holders = fresh ? holdersNow.data : holdersBefore.data;
  const person =
    typeof countFor !== 'string'
      ? countFor.person
      : countFor === 'most'
        ? (holders?.most?.key ?? NOBODY)
        : NOBODY;
  const before = useNumbers(application, person, undefined);
  const now = useNumbers(application, person, drafted);
  const counts = useMemo(() => {
    if (person !== NOBODY) {
      return before.data && now.data ? both(numbers(before.data), numbers(now.data)) : undefined;
    }
    if (countFor !== 'all') {
      return undefined;
    }
    const current = drafted ? holdersNow.data : holdersBefore.data;
    return current
      ? both(holdersBefore.data ? ranges(holdersBefore.data) : new Map(), ranges(current))
      : undefined;
  }, [person, countFor, drafted, before.data, now.data, holdersBefore.data, holdersNow.data]);
  const whom = before.data?.person;
  const name = whom?.key === person ? whom.name : (holders?.most?.name ?? person);
  const shown = ofHolders ? holders : undefined;
  // The same object while nothing of it is another, so that what shows it is not drawn anew.
  return useMemo(
    () => ({
      countFor,
      example: person === NOBODY ? null : { key: person, name },
      counts,
      holders: shown && { people: shown.people, looked: shown.looked },
    }),
    [countFor, person, name, counts, shown],
  );
}
