import { createContext, useContext, useEffect, useId, useMemo, useState } from 'react';

type Note = (id: string, pending: boolean) => void;

/** Told of conditions whose text is not there yet, so that nothing is kept without them. */
export const Pending = createContext<Note>(() => {});

/** Whether any condition below is still being put into words. */
export function usePending(): { pending: boolean; note: Note } {
  const [some, setSome] = useState<ReadonlySet<string>>(new Set());
  const note = useMemo<Note>(
    () => (id, pending) =>
      setSome((known) => {
        if (known.has(id) === pending) {
          return known;
        }
        const next = new Set(known);
        if (pending) {
          next.add(id);
        } else {
          next.delete(id);
        }
        return next;
      }),
    [],
  );
  return { pending: some.size > 0, note };
}

export function useNotePending(pending: boolean) {
  const note = useContext(Pending);
  const id = useId();
  useEffect(() => {
    note(id, pending);
    return () => note(id, false);
  }, [note, id, pending]);
}
