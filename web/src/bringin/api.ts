import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, Problem, type Schemas } from '../api/client';
import { saying } from '../people/api';

export type Batch = Schemas['Batch'];
export type JudgedRow = Schemas['JudgedRow'];
export type AmountGroup = Schemas['AmountGroup'];

const ROWS = 50;
export const ROWS_A_PAGE = ROWS;
const FILE_AT_MOST = 8 * 1024 * 1024;

const busy = (state: string | undefined) => state === 'reading' || state === 'sending';

export function useBatches() {
  return useQuery({ queryKey: ['bring-in'], queryFn: () => data(api.GET('/api/bring-in')) });
}

/** The batch; asked again now and then while it is worked on. */
export function useBatch(id: string) {
  return useQuery({
    queryKey: ['bring-in', id],
    queryFn: () => data(api.GET('/api/bring-in/{id}', { params: { path: { id } } })),
    refetchInterval: (query) => (busy(query.state.data?.line.state) ? 400 : false),
  });
}

export function useRows(id: string, verdict: string, page: number) {
  return useQuery({
    queryKey: ['bring-in', id, 'rows', verdict, page],
    queryFn: () =>
      data(
        api.GET('/api/bring-in/{id}/rows', {
          params: { path: { id }, query: { verdict, page, size: ROWS } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useAmount(id: string) {
  return useQuery({
    queryKey: ['bring-in', id, 'amount'],
    queryFn: () => data(api.GET('/api/bring-in/{id}/amount', { params: { path: { id } } })),
  });
}

export function useMessage(id: string) {
  return useQuery({
    queryKey: ['bring-in', id, 'message'],
    queryFn: () => data(api.GET('/api/bring-in/{id}/message', { params: { path: { id } } })),
    retry: false,
  });
}

export function useArrivalFields() {
  return useQuery({
    queryKey: ['arrival-fields'],
    queryFn: () => data(api.GET('/api/bring-in/fields')),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export async function begin(text: string): Promise<string> {
  return (await data(api.POST('/api/bring-in', { body: saying('Pasting', { text }) }))).id;
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

export function say(batch: Batch, said: Partial<Parameters<typeof saying<'BatchEdit'>>[1]>) {
  return data(
    api.PUT('/api/bring-in/{id}', {
      params: { path: { id: batch.line.id } },
      body: saying('BatchEdit', {
        version: batch.version,
        placing: batch.placing,
        ...(batch.given ? { given: batch.given } : {}),
        roleAsDraft: batch.roleAsDraft,
        note: batch.note,
        compare: batch.compare,
        ...said,
      }),
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
      body: saying('RowEdit', edit),
    }),
  );
}

export function addRow(id: string, cells: Record<string, string>) {
  return data(
    api.POST('/api/bring-in/{id}/rows', {
      params: { path: { id } },
      body: saying('RowEdit', { cells }),
    }),
  );
}
