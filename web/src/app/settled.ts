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
