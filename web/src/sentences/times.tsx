import { useState } from 'react';
import { DayField } from '../app/Dates';
import { HoursField } from '../app/HoursField';
import { type Hours, hoursRead, hoursWritten } from '../app/hours';
import type { Written } from './api';
import { dayOf, startOf } from './days';
import { More, Say } from './slots';

type Props = {
  element: Written;
  zone: string;
  onChange: (element: Written) => void;
  /** Whether it may begin later, and count at some hours only. */
  whole?: boolean;
};

/** From when, until when, and at which hours: always unless one says otherwise. */
export function TimesSlots({ element, zone, onChange, whole = true }: Props) {
  const from = String(element.from ?? '');
  const until = String(element.until ?? '');
  const [days, setDays] = useState(from !== '' || until !== '');
  const [hours, setHours] = useState<Hours[]>(
    hoursRead((element.hours ?? []) as Parameters<typeof hoursRead>[0]),
  );
  return (
    <>
      {days ? (
        <>
          {whole && (
            <DayField
              label="from"
              value={from && dayOf(from, zone)}
              onChange={(day) => onChange({ ...element, from: day && startOf(day, zone) })}
            />
          )}
          <DayField
            label="last day"
            value={until && dayOf(until, zone, -1)}
            onChange={(day) => onChange({ ...element, until: day && startOf(day, zone, 1) })}
          />
        </>
      ) : (
        <>
          <Say>always</Say>
          <More onClick={() => setDays(true)}>{whole ? 'from … until …' : 'until …'}</More>
        </>
      )}
      {whole && (
        <HoursField
          hours={hours}
          zone={zone}
          onChange={(next) => {
            setHours(next);
            onChange({ ...element, hours: hoursWritten(next) });
          }}
        />
      )}
    </>
  );
}
