import { useEffect, useState } from 'react';

/** What was written, once it has rested for so many milliseconds: then it is worth asking about. */
export function useSettled<T>(value: T, after: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), after);
    return () => clearTimeout(timer);
  }, [value, after]);
  return settled;
}

/**
 * What is typed into a slot, and its change; what was typed is said once it rests.
 *
 * @param said what was said last, as in the address
 */
export function useTyped(said: string, after: number, say: (text: string) => void) {
  const [typed, setTyped] = useState(said);
  const settled = useSettled(typed.trim(), after);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what was typed is said
  useEffect(() => {
    if (settled !== said) {
      say(settled);
    }
  }, [settled]);
  return [typed, setTyped] as const;
}

const LOOKED_FOR_AFTER_MS = 120;

/** What is typed to find something, and what is looked for: the same once the typing rests. */
export function useLookedFor() {
  const [typed, setTyped] = useState('');
  const search = useSettled(typed, LOOKED_FOR_AFTER_MS);
  return { search, look: setTyped, typing: typed !== search };
}
