import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { TimePicker } from '@mui/x-date-pickers/TimePicker';
import dayjs, { type Dayjs } from 'dayjs';
import 'dayjs/locale/en-gb';
import type { ReactNode } from 'react';
import { dayFormat } from './dateStyle';

function Written({ children }: { children: ReactNode }) {
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale="en-gb">
      {children}
    </LocalizationProvider>
  );
}

type Props = {
  label: string;
  /** A day as 2026-03-03, or an instant in the browser's zone as 2026-03-03T14:05; empty for none. */
  value: string;
  onChange: (value: string) => void;
  width?: number;
};

const read = (value: string): Dayjs | null => (value === '' ? null : dayjs(value));

const written = (day: Dayjs | null, format: string): string =>
  day?.isValid() ? day.format(format) : '';

/** A day that is picked, or typed. */
export function DayField({ label, value, onChange, width = 176 }: Props) {
  return (
    <Written>
      <DatePicker
        label={label}
        value={read(value)}
        format={dayFormat()}
        onChange={(day) => onChange(written(day, 'YYYY-MM-DD'))}
        slotProps={{
          textField: { size: 'small', sx: { width } },
          field: { clearable: true },
        }}
      />
    </Written>
  );
}

/** A day and a time of it. */
export function TimeField({ label, value, onChange, width = 236 }: Props) {
  return (
    <Written>
      <DateTimePicker
        label={label}
        value={read(value)}
        format={`${dayFormat()} HH:mm`}
        ampm={false}
        disablePast
        onChange={(at) => onChange(written(at, 'YYYY-MM-DDTHH:mm'))}
        slotProps={{
          textField: { size: 'small', sx: { width } },
          field: { clearable: true },
        }}
      />
    </Written>
  );
}

/** Any instant, past or to come, as ISO text; empty for now. Focus goes into it at once. */
export function InstantField({
  label,
  value,
  onChange,
  onLeave,
}: Omit<Props, 'width'> & { onLeave: () => void }) {
  return (
    <Written>
      <DateTimePicker
        label={label}
        value={read(value)}
        format={`${dayFormat()} HH:mm`}
        ampm={false}
        autoFocus
        onChange={(at) => {
          const year = at?.year() ?? 0;
          if (at === null || (at.isValid() && year >= 1900 && year <= 9000)) {
            onChange(at ? at.toDate().toISOString() : '');
          }
        }}
        onClose={onLeave}
        slotProps={{
          textField: {
            size: 'small',
            sx: { width: 250 },
            onKeyDown: (event) => {
              if (event.key === 'Enter' || event.key === 'Escape') {
                event.preventDefault();
                onLeave();
              }
            },
          },
          field: { clearable: true },
        }}
      />
    </Written>
  );
}

/** A time of day, as 08:00; empty for none. */
export function ClockField({ label, value, onChange, width = 120 }: Props) {
  return (
    <Written>
      <TimePicker
        label={label}
        value={value === '' ? null : dayjs(`2000-01-01T${value}`)}
        ampm={false}
        onChange={(at) => onChange(written(at, 'HH:mm'))}
        slotProps={{ textField: { size: 'small', sx: { width } } }}
      />
    </Written>
  );
}
