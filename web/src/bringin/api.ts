import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, Problem, type Schemas } from '../api/client';
import { keys } from '../api/keys';

export type Batch = Schemas['Batch'];
export type JudgedRow = Schemas['JudgedRow'];
export type AmountGroup = Schemas['AmountGroup'];

const ROWS = 50;
export const ROWS_A_PAGE = ROWS;
const FILE_AT_MOST = 8 * 1024 * 1024;

const busy = (state: string | undefined) => state === 'reading' || state === 'sending';

export function useBatches() {
  return useQuery({
    queryKey: keys.bringIn(),
    queryFn: ({ signal }) => data(api.GET('/api/bring-in', { signal })),
  });
}

/** The batch; asked again now and then while it is worked on. */
export function useBatch(id: string) {
  return useQuery({
    queryKey: keys.bringIn(id),
    queryFn: ({ signal }) =>
      data(api.GET('/api/bring-in/{id}', { signal, params: { path: { id } } })),
    refetchInterval: (query) => (busy(query.state.data?.line.state) ? 400 : false),
  });
}

export function useRows(id: string, verdict: string, page: number) {
  return useQuery({
    queryKey: keys.bringIn(id, 'rows', verdict, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/bring-in/{id}/rows', {
          signal,
          params: { path: { id }, query: { verdict, page, size: ROWS } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useAmount(id: string) {
  return useQuery({
    queryKey: keys.bringIn(id, 'amount'),
    queryFn: ({ signal }) =>
      data(api.GET('/api/bring-in/{id}/amount', { signal, params: { path: { id } } })),
  });
}

export function useMessage(id: string) {
  return useQuery({
    queryKey: keys.bringIn(id, 'message'),
    queryFn: ({ signal }) =>
      data(api.GET('/api/bring-in/{id}/message', { signal, params: { path: { id } } })),
    retry: false,
  });
}

export function useArrivalFields() {
  return useQuery({
    queryKey: keys.arrivalFields(),
    queryFn: ({ signal }) => data(api.GET('/api/bring-in/fields', { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export async function begin(text: string): Promise<string> {
  return (await data(api.POST('/api/bring-in', { body: { text } }))).id;
}

/** Begins with a file; one that is too large is not even sent. */
export async function beginByFile(file: File): Promise<string> {
  if (file.size > FILE_AT_MOST) {
    throw new Problem(
      413,
      'The file is too large',
      `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most 8 MB can be read. Split it, or take columns out that are not needed.`,
    );
  }
  const made = await data(
    api.POST('/api/bring-in/file', {
      params: { query: { name: file.name } },
      body: file as never,
      bodySerializer: (body) => body as never,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  );
  return made.id;
}

/** What is said of a batch besides what was said before; a role of null is none. */
type Said = Omit<Schemas['BatchEdit'], 'version' | 'given'> & {
  given?: Schemas['Given'] | null | undefined;
};

export function say(batch: Batch, { given = batch.given, ...said }: Said) {
  return data(
    api.PUT('/api/bring-in/{id}', {
      params: { path: { id: batch.line.id } },
      body: {
        version: batch.version,
        placing: batch.placing,
        ...(given ? { given } : {}),
        roleAsDraft: batch.roleAsDraft,
        note: batch.note,
        compare: batch.compare,
        ...said,
      },
    }),
  );
}

export function changeRow(
  id: string,
  number: number,
  edit: { cells?: Record<string, string>; decision?: string },
) {
  return data(
    api.PUT('/api/bring-in/{id}/rows/{number}', {
      params: { path: { id, number } },
      body: edit,
    }),
  );
}

export function addRow(id: string, cells: Record<string, string>) {
  return data(
    api.POST('/api/bring-in/{id}/rows', {
      params: { path: { id } },
      body: { cells },
    }),
  );
}
