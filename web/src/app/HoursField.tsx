import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useMemo, useState } from 'react';
import { ClockField } from './Dates';
import { DAYS, type Hours, WORKDAYS } from './hours';
import { WeekGrid } from './WeekGrid';
import { clockWords, hoursOf, paintable, weekOf } from './week';

type Props = {
  hours: Hours[];
  /** The zone whose clocks they are of; empty where it is not known yet. */
  zone?: string;
  onChange: (hours: Hours[]) => void;
};

/** Hours of the week: none means all of them. */
export function HoursField({ hours, zone = '', onChange }: Props) {
  /** Wiping all of a week leaves it open, so that it can be painted anew. */
  const [open, setOpen] = useState(hours.length > 0);
  const [exact, setExact] = useState(!paintable(hours));
  const week = useMemo(() => weekOf(paintable(hours) ? hours : []), [hours]);
  const told = useMemo(
    () => (hours.length > 0 && zone !== '' ? clockWords(week, zone, new Date()) : []),
    [hours, week, zone],
  );
  const set = (at: number, next: Hours) =>
    onChange(hours.map((one, index) => (index === at ? next : one)));
  return (
    <Box
      role="group"
      aria-label="Hours of the week"
      sx={{ display: 'grid', gap: 1, ...(open && { flexBasis: '100%' }) }}
    >
      {open && !exact && <WeekGrid week={week} onChange={(next) => onChange(hoursOf(next))} />}
      {open && (
        <Box sx={{ fontSize: 13, color: 'text.secondary', display: 'grid', gap: 0.25 }}>
          {hours.length === 0 && <span>Nothing is painted, so that it counts at all hours.</span>}
          {zone !== '' && <span>By the clocks of {zone.replaceAll('_', ' ')}.</span>}
          {told.map((one) => (
            <span key={one}>{one}</span>
          ))}
        </Box>
      )}
      {(exact ? hours : []).map((one, at) => (
        <Box
          // Spans have no name of their own; they are told by their place.
          // biome-ignore lint/suspicious/noArrayIndexKey: nothing is kept in a span
          key={at}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <ToggleButtonGroup
            size="small"
            aria-label="Days"
            value={one.days}
            onChange={(_, days: string[]) => set(at, { ...one, days })}
            sx={{ '& button': { px: 0.9, py: 0.4, color: 'text.primary', fontSize: 12.5 } }}
          >
            {DAYS.map(([day, short]) => (
              <ToggleButton key={day} value={day} title={day}>
                {short}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <ClockField
            label="from"
            width={104}
            value={one.from}
            onChange={(from) => set(at, { ...one, from })}
          />
          <ClockField
            label="to"
            width={104}
            value={one.to}
            onChange={(to) => set(at, { ...one, to })}
          />
          <Button
            variant="text"
            size="small"
            aria-label={`Leave out these hours, ${one.from} to ${one.to}`}
            onClick={() => onChange(hours.filter((_, index) => index !== at))}
          >
            Leave out
          </Button>
          {one.from !== '' && one.to !== '' && one.to < one.from && one.to !== '00:00' && (
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              until the next morning
            </Box>
          )}
        </Box>
      ))}
      <div>
        {(exact || !open) && (
          <Button
            variant="text"
            size="small"
            sx={{ pl: 0 }}
            onClick={() => {
              setOpen(true);
              onChange([...hours, WORKDAYS]);
            }}
          >
            {!open ? 'Only at some hours of the week' : 'And at others'}
          </Button>
        )}
        {open && (
          <>
            <Button
              variant="text"
              size="small"
              disabled={exact && !paintable(hours)}
              onClick={() => setExact(!exact)}
            >
              {exact ? 'Paint the week' : 'By exact times'}
            </Button>
            <Button
              variant="text"
              size="small"
              onClick={() => {
                setOpen(false);
                onChange([]);
              }}
            >
              At all hours
            </Button>
          </>
        )}
      </div>
    </Box>
  );
}
