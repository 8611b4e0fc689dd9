import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, Problem, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { linesOf } from '../api/lines';
import { positionOf } from '../app/turning';
import { aboutSomebody, type Listed, type Pick, type Slots } from './question';

/** @property away why numbers are left out, where the application's database does not answer */
export type WhatCan = Schemas['WhatCan'] & { away?: string };
type Part = Schemas['WhatCanPart'];
export type AreaRows = Schemas['AreaRows'];
export type TypeRow = Schemas['TypeRow'];
export type Cell = Schemas['Cell'];
export type FieldRow = Schemas['FieldRow'];
export type BecauseAnswer = Schemas['Because'];
export type RecordPage = Schemas['RecordPage'];
export type PersonLine = Schemas['PersonLine'];

export const PAGE_SIZE = 25;

/** The slots as the server takes them; what is not said is left out. */
export function asked({ asIfActive, ...slots }: Slots) {
  const said = Object.fromEntries(Object.entries(slots).filter(([, value]) => value !== ''));
  return {
    ...(said as Partial<typeof slots>),
    ...(asIfActive ? { asIfActive } : {}),
  };
}

/** The answer with a part that has come. */
export function withPart(answer: WhatCan | undefined, part: Part): WhatCan {
  const { outline, row, totals, asOf, away } = part;
  const now = outline ?? answer;
  if (!now) {
    throw new Problem(0, 'The answer came in no order', 'Ask again.');
  }
  return {
    ...now,
    ...(totals ? { totals } : {}),
    ...(asOf ? { asOf } : {}),
    ...(away ? { away } : {}),
    areas: row
      ? now.areas.map((area) => ({
          ...area,
          types: area.types.map((type) => (type.key === row.key ? row : type)),
        }))
      : now.areas,
  };
}

/** Whether numbers of the answer are still to come. */
export const counting = ({ areas, away }: WhatCan) =>
  !away && areas.some((area) => area.types.some((type) => type.counted === false));

/** The answer part by part; exact where the records are to be counted, whatever an index says. */
async function inParts(
  slots: Slots,
  { draft = '', exact = false, signal }: { draft?: string; exact?: boolean; signal?: AbortSignal },
  partly: (answer: WhatCan) => void,
): Promise<WhatCan> {
  const stream = await data(
    api.GET('/api/ask/what-can/parts', {
      params: {
        query: { ...asked(slots), ...(draft ? { draft } : {}), ...(exact ? { exact } : {}) },
      },
      parseAs: 'stream',
      ...(signal ? { signal } : {}),
    }),
  );
  let answer: WhatCan | undefined;
  for await (const parts of linesOf<Part>(stream as unknown as ReadableStream<Uint8Array>)) {
    answer = parts.reduce(withPart, answer);
    if (answer) {
      partly(answer);
    }
  }
  return answer ?? Promise.reject(new Problem(0, 'The answer broke off', 'Ask again.'));
}

/**
 * What they can do, whose numbers come one by one; with a draft as if it were published, where one
 * is named. They may be those of a record index, of an instant that the answer tells then.
 */
export function useWhatCan(slots: Slots, enabled = true, draft = '') {
  const queries = useQueryClient();
  const queryKey = keys.whatCan(slots, draft);
  return useQuery({
    queryKey,
    queryFn: ({ signal }) =>
      inParts(slots, { draft, signal }, (answer) => queries.setQueryData(queryKey, answer)),
    enabled: enabled && aboutSomebody(slots) && slots.application !== '',
  });
}

/** Puts numbers that are counted now in place of those of a record index. */
export function useCountExactly(slots: Slots, draft = '') {
  const queries = useQueryClient();
  const queryKey = keys.whatCan(slots, draft);
  return useMutation({
    mutationFn: () => inParts(slots, { draft, exact: true }, () => {}),
    onSuccess: (answer) => queries.setQueryData(queryKey, answer),
  });
}

/** What the answer rests on, and when it was and will be another. */
export function useAccessChanges(slots: Slots) {
  return useQuery({
    queryKey: keys.accessChanges(slots),
    queryFn: ({ signal }) =>
      data(api.GET('/api/ask/changes', { signal, params: { query: asked(slots) } })),
    enabled: aboutSomebody(slots),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Why; of a draft as if it were published, where one is named. */
export function useBecause(
  slots: Slots,
  pick: Pick | null,
  draft?: { id: string; version?: number },
) {
  return useQuery({
    queryKey: keys.because(slots, pick, draft?.id, draft?.version),
    queryFn: () => {
      const { kind: _, ...about } = pick as Pick;
      return data(
        api.GET('/api/ask/because', {
          params: {
            query: { ...asked(slots), ...about, ...(draft ? { draft: draft.id } : {}) },
          },
        }),
      );
    },
    enabled: pick !== null && aboutSomebody(slots),
  });
}

/** A list as the server takes it, without the position in it. */
export function arranged({ type, operation, sort, descending, search, field, value }: Listed) {
  return {
    type,
    ...(operation ? { operation } : {}),
    ...(sort ? { sort } : {}),
    ...(descending ? { descending } : {}),
    ...(search ? { search } : {}),
    ...(field && value ? { field, value } : {}),
  };
}

/** Whom a list leaves out what they may do too, and with which draft it is looked at. */
export type Beyond = {
  without?: string;
  withoutAccount?: string;
  withheld?: boolean;
  of?: string;
  draft?: string;
};

/** A page of records; how many there are in all is counted beside it, once for all pages. */
export function useRecords(slots: Slots, listed: Listed, beyond: Beyond = {}, enabled = true) {
  const query = { ...asked(slots), ...arranged(listed), ...beyond };
  const position = positionOf(listed.turned);
  const ask = (size: number, more: object) =>
    data(api.GET('/api/ask/records', { params: { query: { ...query, ...more, size } } }));
  const page = useQuery({
    queryKey: keys.records(query, position),
    queryFn: () => ask(PAGE_SIZE, { ...position, count: false }),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const { sort: _, descending: __, ...unsorted } = query;
  const counted = useQuery({
    queryKey: keys.records(unsorted, 'total'),
    queryFn: async () => (await ask(0, {})).total ?? null,
    enabled,
    retry: false,
  });
  return { ...page, total: counted.data ?? undefined };
}

/** One record as the person has it, as published; an empty page where it is not theirs to view. */
export function useRecord(slots: Slots, type: string, record: string) {
  return useQuery({
    queryKey: keys.record(slots, type, record),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/ask/records', {
          signal,
          params: { query: { ...asked(slots), type, record } },
        }),
      ),
    retry: false,
  });
}

/** Where an answer is to be had as a file. */
export function fileOf(file: string, slots: Slots, more: object = {}): string {
  const query = Object.entries({ ...asked(slots), ...more });
  return `/api/ask/${file}?${new URLSearchParams(query.map(([key, value]) => [key, String(value)]))}`;
}

/** Where the same list is to be had as a CSV file. */
export const csvAddress = (slots: Slots, listed: Listed, beyond: Beyond = {}): string =>
  fileOf('records.csv', slots, { ...arranged(listed), ...beyond });

export function usePeople(search: string) {
  return useQuery({
    queryKey: keys.people(search),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people', { signal, params: { query: { search, size: 30 } } })),
    placeholderData: keepPreviousData,
  });
}

/** What somebody is called, asked for where it is not known. */
export function usePersonName(key: string, known: string | undefined): string | undefined {
  const sheet = useQuery({
    queryKey: keys.people(key),
    queryFn: ({ signal }) =>
      data(api.GET('/api/people/{key}', { signal, params: { path: { key } } })),
    enabled: key !== '' && known === undefined,
    retry: false,
  });
  return known ?? (sheet.data ? `${sheet.data.givenName} ${sheet.data.familyName}` : undefined);
}

export function useApplications() {
  return useQuery({
    queryKey: keys.applications(),
    queryFn: ({ signal }) => data(api.GET('/api/applications', { signal })),
    staleTime: 300_000,
  });
}
