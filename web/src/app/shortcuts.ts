import { useEffect, useRef } from 'react';

/** Whether the key goes into a text that is being typed. */
export function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/** Calls back when the key is pressed anywhere but in a text that is being typed. */
export function useShortcut(key: string, act: () => void) {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key === key && !typing(event.target) && !event.ctrlKey && !event.metaKey) {
        event.preventDefault();
        latest.current();
      }
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [key]);
}
