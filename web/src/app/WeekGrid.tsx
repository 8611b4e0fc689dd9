import Box from '@mui/material/Box';
import { type KeyboardEvent, useRef, useState } from 'react';
import { DAYS } from './hours';
import { painted, SLOTS, timeOf, type Week } from './week';

type At = { day: number; slot: number };

/**
 * A week in half hours: drawn over with the mouse, or with arrows, shift with arrows to take
 * several, and space to paint or wipe what is taken.
 */
export function WeekGrid({ week, onChange }: { week: Week; onChange: (week: Week) => void }) {
  const [cursor, setCursor] = useState<At>({ day: 0, slot: 16 });
  const [anchor, setAnchor] = useState<At | null>(null);
  /** While the mouse is down: where that began, and whether it paints. */
  const drag = useRef<{ from: At; on: boolean; was: Week } | null>(null);
  const grid = useRef<HTMLTableElement>(null);
  const on = (at: At) => week[at.day]?.[at.slot] ?? false;
  const focus = (at: At) => {
    setCursor(at);
    grid.current?.querySelector<HTMLElement>(`[data-at="${at.day}-${at.slot}"]`)?.focus();
  };
  const within = (at: At) =>
    anchor !== null &&
    at.day >= Math.min(anchor.day, cursor.day) &&
    at.day <= Math.max(anchor.day, cursor.day) &&
    at.slot >= Math.min(anchor.slot, cursor.slot) &&
    at.slot <= Math.max(anchor.slot, cursor.slot);
  const keys = (event: KeyboardEvent) => {
    const step: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      Home: [0, -SLOTS],
      End: [0, SLOTS],
    };
    const [days, slots] = step[event.key] ?? [0, 0];
    if (days !== 0 || slots !== 0) {
      event.preventDefault();
      setAnchor(event.shiftKey ? (anchor ?? cursor) : null);
      focus({
        day: Math.min(DAYS.length - 1, Math.max(0, cursor.day + days)),
        slot: Math.min(SLOTS - 1, Math.max(0, cursor.slot + slots)),
      });
    } else if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      onChange(painted(week, anchor ?? cursor, cursor, !on(cursor)));
    }
  };
  return (
    <Box
      component="table"
      ref={grid}
      role="grid"
      aria-label="Hours of the week, in half hours"
      aria-multiselectable
      onKeyDown={keys}
      onPointerUp={() => {
        drag.current = null;
      }}
      onPointerLeave={() => {
        drag.current = null;
      }}
      sx={{
        borderCollapse: 'collapse',
        tableLayout: 'fixed',
        width: '100%',
        maxWidth: 600,
        userSelect: 'none',
        touchAction: 'none',
        '& th': { fontWeight: 400, fontSize: 11.5, color: 'text.secondary', p: 0 },
        '& td': { p: 0 },
      }}
    >
      <thead>
        <tr>
          <th style={{ width: 40 }} />
          {Array.from({ length: 12 }, (_, at) => (
            <th
              // biome-ignore lint/suspicious/noArrayIndexKey: hours are told by their place
              key={at}
              colSpan={4}
              scope="colgroup"
              style={{ textAlign: 'left' }}
            >
              {String(at * 2).padStart(2, '0')}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {DAYS.map(([key, short], day) => (
          <tr key={key}>
            <th scope="row" style={{ paddingRight: 8, textAlign: 'left' }}>
              {short}
            </th>
            {Array.from({ length: SLOTS }, (_, slot) => {
              const at = { day, slot };
              return (
                <Box
                  component="td"
                  role="gridcell"
                  // biome-ignore lint/suspicious/noArrayIndexKey: half hours are told by their place
                  key={slot}
                  data-at={`${day}-${slot}`}
                  tabIndex={cursor.day === day && cursor.slot === slot ? 0 : -1}
                  aria-selected={on(at)}
                  aria-label={`${key} ${timeOf(slot)}`}
                  onPointerDown={(event) => {
                    event.preventDefault();
                    drag.current = { from: at, on: !on(at), was: week };
                    setAnchor(null);
                    focus(at);
                    onChange(painted(week, at, at, !on(at)));
                  }}
                  onPointerEnter={() => {
                    const { current } = drag;
                    if (current) {
                      onChange(painted(current.was, current.from, at, current.on));
                    }
                  }}
                  sx={{
                    height: 20,
                    cursor: 'pointer',
                    border: '1px solid',
                    borderColor: 'divider',
                    borderLeftWidth: slot % 4 === 0 ? 2 : 1,
                    bgcolor: on(at) ? 'primary.main' : 'background.paper',
                    ...(within(at) && { outline: '1px solid', outlineColor: 'warning.main' }),
                    '&:focus-visible': { outline: '2px solid', outlineColor: 'warning.main' },
                  }}
                />
              );
            })}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
