import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useMemo, useSyncExternalStore } from 'react';
import { keys } from '../api/keys';
import { type Bench, sendEdit, trayKey, useBench, useTray } from './api';
import type { RoleElement, SetElement } from './design';
import { type ChangePart, EditQueue, putIn, type Standing, type Tray } from './queue';

/** An element as the draft has it, and as it is published. */
export type Worked<E> = {
  key: string;
  now: E | null;
  published: E | null;
  /** How many people hold it, as published. */
  people: number;
  /** How many seats are in use of the pools that it takes one from. */
  seats?: string[];
  touched: boolean;
};

type Published<E> = { element: E; people: number; seats?: string[] };

/** Edits that the server does not have yet, beside what is known of it: a queue an application. */
const queues = new WeakMap<QueryClient, Map<string, EditQueue>>();

function queueOf(queries: QueryClient, application: string): EditQueue {
  const own = queues.get(queries) ?? new Map<string, EditQueue>();
  queues.set(queries, own);
  const queue = own.get(application) ?? new EditQueue((edits) => send(queries, application, edits));
  own.set(application, queue);
  return queue;
}

async function send(queries: QueryClient, application: string, changes: ChangePart[]) {
  // What somebody else did while edits were waiting is seen before they are sent.
  await queries.cancelQueries({ queryKey: trayKey(application) });
  const known = queries.getQueryData<Tray>(trayKey(application));
  const next = await sendEdit(application, known?.draft?.version, changes);
  queries.setQueryData(trayKey(application), next);
  if (!known?.draft) {
    void queries.invalidateQueries({ queryKey: keys.trays() });
  }
}

/** The elements of one list, each with what the changes make of it. */
export function worked<E extends { key?: string }>(
  list: string,
  published: Published<E>[],
  changes: ChangePart[],
): Worked<E>[] {
  const all = new Map<string, Worked<E>>();
  for (const { element, people, seats } of published) {
    const key = element.key ?? '';
    all.set(key, {
      key,
      now: element,
      published: element,
      people,
      seats: seats ?? [],
      touched: false,
    });
  }
  for (const change of changes) {
    const element = putIn(change, list);
    const gone = 'remove' in change && change.remove === list ? change.key : undefined;
    const key = element ? String(element.key) : gone;
    if (key !== undefined) {
      const known = all.get(key);
      all.set(key, {
        key,
        now: element ? (element as unknown as E) : null,
        published: known?.published ?? null,
        people: known?.people ?? 0,
        seats: known?.seats ?? [],
        touched: true,
      });
    }
  }
  return [...all.values()].filter((one) => one.now || one.published);
}

/** The edits of an application that the server does not have yet. */
export function useQueue(application: string): { standing: Standing; queue: EditQueue } {
  const queue = queueOf(useQueryClient(), application);
  return { queue, standing: useSyncExternalStore(queue.subscribe, queue.current) };
}

/** The draft one works in, and all its changes, those included that the server does not have yet. */
export function useDrafted(application: string) {
  const tray = useTray(application);
  const { queue, standing } = useQueue(application);
  const changes = useMemo(
    () => [...(tray.data?.draft?.changes ?? []), ...standing.pending.flat()],
    [tray.data, standing],
  );
  return { tray, queue, standing, changes };
}

export type Working = {
  bench: Bench | undefined;
  tray: Tray | undefined;
  standing: Standing;
  sets: Worked<SetElement>[];
  roles: Worked<RoleElement>[];
  edit: (changes: ChangePart[]) => void;
  queue: EditQueue;
  error: Error | null;
  again: () => void;
};

const CATALOGUE = ['areas', 'recordTypes', 'functions'];

/** Whether a change is of what is governed, and not of who may do what with it. */
const governs = (change: ChangePart) =>
  CATALOGUE.includes('put' in change ? change.put : change.remove);

/** The bench as the draft has it, edits included that the server does not have yet. */
export function useWorking(application: string): Working {
  const { tray, queue, standing, changes } = useDrafted(application);
  const draft = tray.data?.draft;
  const bench = useBench(application, draft?.changes.some(governs) ? draft : undefined);
  const sets = useMemo(
    () =>
      worked<SetElement>(
        'privilegeSets',
        (bench.data?.sets ?? []) as Published<SetElement>[],
        changes,
      ),
    [bench.data, changes],
  );
  const roles = useMemo(
    () =>
      worked<RoleElement>('roles', (bench.data?.roles ?? []) as Published<RoleElement>[], changes),
    [bench.data, changes],
  );
  return {
    bench: bench.data,
    tray: tray.data,
    standing,
    sets,
    roles,
    edit: (edited) => queue.add(edited),
    queue,
    error: bench.error ?? null,
    again: () => void bench.refetch(),
  };
}
