import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** What the Because panel is about. */
export type Pick =
  | { kind: 'cell'; type: string; operation: string }
  | { kind: 'field'; type: string; field: string }
  | { kind: 'function'; function: string }
  | { kind: 'record'; type: string; operation: string; record: string };

/** Which records are listed, and how. */
export type Listed = {
  type: string;
  operation: string;
  page: number;
  sort: string;
  descending: boolean;
  search: string;
};

/** The first page of everything, in the order of its keys. */
const asItComes = { page: '', sort: '', down: '', search: '' };

export type Slots = { person: string; application: string; account: string; asIfActive: boolean };

export function pickToText(pick: Pick): string {
  switch (pick.kind) {
    case 'cell':
      return `cell:${pick.type}:${pick.operation}`;
    case 'field':
      return `field:${pick.type}:${pick.field}`;
    case 'function':
      return `function:${pick.function}`;
    case 'record':
      return `record:${pick.type}:${pick.operation}:${pick.record}`;
  }
}

export function pickFromText(text: string | null): Pick | null {
  const [kind, one, two, ...rest] = (text ?? '').split(':');
  if (kind === 'cell' && one && two) {
    return { kind, type: one, operation: two };
  }
  if (kind === 'field' && one && two) {
    return { kind, type: one, field: two };
  }
  if (kind === 'function' && one) {
    return { kind, function: one };
  }
  if (kind === 'record' && one && two && rest.length > 0) {
    return { kind, type: one, operation: two, record: rest.join(':') };
  }
  return null;
}

function listedFrom(params: URLSearchParams): Listed | null {
  const [type, operation] = (params.get('list') ?? '').split(':');
  if (!type || !operation) {
    return null;
  }
  return {
    type,
    operation,
    page: Math.max(0, Number.parseInt(params.get('page') ?? '0', 10) || 0),
    sort: params.get('sort') ?? '',
    descending: params.get('down') === 'yes',
    search: params.get('search') ?? '',
  };
}

/** The question as the address has it; changing it changes the address, which can be sent on. */
export function useQuestion() {
  const [params, setParams] = useSearchParams();

  const slots: Slots = useMemo(
    () => ({
      person: params.get('person') ?? '',
      application: params.get('application') ?? 'towline',
      account: params.get('account') ?? '',
      asIfActive: params.get('if') === 'active',
    }),
    [params],
  );
  const pick = useMemo(() => pickFromText(params.get('because')), [params]);
  const listed = useMemo(() => listedFrom(params), [params]);
  const open = useMemo(
    () => new Set((params.get('open') ?? '').split(' ').filter(Boolean)),
    [params],
  );

  const change = useCallback(
    (changes: Record<string, string>, replace = false) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          for (const [key, value] of Object.entries(changes)) {
            if (value) {
              next.set(key, value);
            } else {
              next.delete(key);
            }
          }
          return next;
        },
        { replace },
      ),
    [setParams],
  );

  return {
    slots,
    pick,
    listed,
    open,
    ask: (next: Partial<Slots>) => {
      const { person, application, account, asIfActive } = { ...slots, account: '', ...next };
      const elsewhere = application !== slots.application ? { because: '', open: '' } : {};
      const aboutRecord = pick?.kind === 'record' ? { because: '' } : {};
      change({
        list: '',
        ...asItComes,
        ...elsewhere,
        ...aboutRecord,
        person,
        application,
        account,
        if: asIfActive && person === slots.person ? 'active' : '',
      });
    },
    because: (next: Pick | null) => change({ because: next ? pickToText(next) : '' }, true),
    toggle: (type: string) => {
      const next = new Set(open);
      if (!next.delete(type)) {
        next.add(type);
      }
      change({ open: [...next].join(' ') }, true);
    },
    list: (type: string, operation: string) =>
      change({
        list: `${type}:${operation}`,
        because: pickToText({ kind: 'cell', type, operation }),
        ...asItComes,
      }),
    arrange: (next: Partial<Listed>) => {
      const { page, sort, descending, search } = { ...(listed as Listed), ...next };
      change({ page: page ? String(page) : '', sort, down: descending ? 'yes' : '', search }, true);
    },
    closeList: () =>
      change({
        list: '',
        ...asItComes,
        because: listed
          ? pickToText({ kind: 'cell', type: listed.type, operation: listed.operation })
          : '',
      }),
  };
}

export type Question = ReturnType<typeof useQuestion>;
