import { type KeyboardEvent, useEffect, useState } from 'react';

type MuiKey = KeyboardEvent & { defaultMuiPrevented?: boolean | undefined };

/**
 * What an Autocomplete needs whose choices come from the server: Enter pressed before those for
 * the typed text are there takes the first of them once they come, never one of the older ones.
 * `waiting` says that the choices are not of what was typed.
 */
export function useChoosing<T>(choices: T[], waiting: boolean, take: (choice: T) => void) {
  const [open, setOpen] = useState(false);
  const [entered, setEntered] = useState(false);

  useEffect(() => {
    const first = choices[0];
    if (entered && !waiting) {
      setEntered(false);
      if (first) {
        setOpen(false);
        take(first);
      }
    }
  }, [entered, waiting, choices, take]);

  return {
    open,
    onOpen: () => setOpen(true),
    onClose: () => {
      setOpen(false);
      setEntered(false);
    },
    onKeyDown: (event: MuiKey) => {
      const enter = event.key === 'Enter' && open && waiting;
      setEntered(enter);
      if (enter) {
        event.preventDefault();
        event.defaultMuiPrevented = true;
      }
    },
  };
}
