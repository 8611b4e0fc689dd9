import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { type ReactNode, useState } from 'react';
import { withReasons } from '../api/client';
import { DayField } from '../app/Dates';
import { Remark } from '../app/parts';
import { useBench } from '../bench/api';
import { useDoing } from '../people/api';
import { Chooser, type Picked } from '../people/PickOne';
import { type Answer, answer, type Review } from './api';

type Said = Answer['answer'];

type Props = {
  review: Review;
  numbers: number[];
  /** Whether all of them were looked at. */
  may: boolean;
  /** Whether another role may take their place. */
  assigned: boolean;
  what: string;
  now?: Said | undefined;
  children?: ReactNode;
};

const ACTS: [Said, string][] = [
  ['keep', 'Keep'],
  ['change', 'Change'],
  ['end', 'End'],
];

/** Keep, change or end; what is not kept needs a reason, and a change says what is otherwise. */
export function AnswerForm({ review, numbers, may, assigned, what, now, children }: Props) {
  const [open, setOpen] = useState<Said | null>(null);
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState('');
  const [role, setRole] = useState<Picked | null>(null);
  const bench = useBench(open === 'change' && assigned ? review.application.key : '').data;
  const doing = useDoing<Said, unknown>(
    (said) =>
      answer(review.id, {
        numbers,
        answer: said,
        reason: said === 'keep' ? '' : reason.trim(),
        ...(said === 'change' && until ? { until } : {}),
        ...(said === 'change' && role ? { role: role.key } : {}),
      }),
    () => setOpen(null),
  );
  const enough = reason.trim() !== '' && (open !== 'change' || until !== '' || role !== null);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
        {ACTS.map(([said, name]) => (
          <Button
            key={said}
            size="small"
            variant={now === said ? 'contained' : 'outlined'}
            aria-pressed={now === said}
            aria-expanded={said === 'keep' ? undefined : open === said}
            aria-label={`${name}: ${what}`}
            disabled={!may || doing.isPending}
            onClick={() => {
              doing.reset();
              if (said === 'keep') {
                setOpen(null);
                doing.mutate('keep');
              } else {
                setOpen(open === said ? null : said);
              }
            }}
          >
            {name}
          </Button>
        ))}
        {children}
      </Box>
      {open && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            doing.mutate(open);
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'flex-start', mt: 1.25 }}
        >
          {open === 'change' && (
            <>
              <DayField label="Goes on until" value={until} onChange={setUntil} width={190} />
              {assigned && (
                <Chooser
                  label="As this role instead"
                  width={230}
                  value={role}
                  onPick={setRole}
                  choices={(bench?.roles ?? []).map(({ element }) => ({
                    key: element.key ?? '',
                    name: element.name ?? '',
                  }))}
                />
              )}
            </>
          )}
          <TextField
            autoFocus
            size="small"
            label="Why"
            value={reason}
            sx={{ flex: '1 1 220px' }}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button type="submit" variant="contained" disabled={!enough || doing.isPending}>
            {open === 'end' ? 'It is to end' : 'It is to change'}
          </Button>
        </Box>
      )}
      {doing.isError && (
        <Remark tone="bad" role="alert">
          {withReasons(doing.error)}
        </Remark>
      )}
    </>
  );
}
