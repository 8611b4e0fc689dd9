import { useCallback, useEffect, useRef } from 'react';

/** The same function always, which does what the last one given does. */
export function useCurrent<A>(does: (argument: A) => void): (argument: A) => void {
  const current = useRef(does);
  useEffect(() => {
    current.current = does;
  });
  return useCallback((argument: A) => current.current(argument), []);
}
