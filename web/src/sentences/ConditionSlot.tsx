import Box from '@mui/material/Box';
import { useId, useState } from 'react';
import { Problem } from '../api/client';
import { useSettled } from '../app/settled';
import { number, quoted } from '../ask/said';
import type { Bench } from '../bench/api';
import { useCondition, useConditionNames } from './api';
import { More, Say } from './slots';

/** So that not each key counts records. */
const CHECKED_AFTER_MS = 120;

type Props = {
  application: string;
  bench: Bench;
  /** Key of the record type it is about. */
  recordType: string;
  value: string;
  /** Whether it takes away instead of opening. */
  restricts?: boolean;
  /** The words before it. */
  lead: string;
  onChange: (value: string) => void;
};

/** A condition as text, with the names it may use, how it reads and how many records meet it. */
export function ConditionSlot({
  application,
  bench,
  recordType,
  value,
  restricts = false,
  lead,
  onChange,
}: Props) {
  const [open, setOpen] = useState(value !== '');
  const id = useId();
  const names = useConditionNames(application, open ? recordType : '');
  const text = useSettled(value, CHECKED_AFTER_MS);
  const checked = useCondition(application, recordType, text, restricts);
  const plural = bench.types.find((one) => one.key === recordType)?.plural.toLowerCase() ?? '';
  const problem = checked.error instanceof Problem ? checked.error : null;
  if (!open && value === '') {
    return <More onClick={() => setOpen(true)}>{lead} …</More>;
  }
  // The word that is being written is completed from the names that may stand there.
  const word = /[A-Za-z_.]+$/.exec(value)?.[0] ?? '';
  const fits = Object.entries(names.data ?? {}).filter(
    ([name]) => word !== '' && name.startsWith(word) && name !== word,
  );
  const complete = (name: string) => onChange(value.slice(0, value.length - word.length) + name);
  return (
    <Box component="span" sx={{ flexBasis: '100%', display: 'grid', gap: 0.25 }}>
      <Box component="span" sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
        <Say>{lead}</Say>
        <Box
          component="textarea"
          aria-label={`Condition, ${lead}`}
          aria-describedby={id}
          aria-invalid={problem !== null}
          rows={Math.min(6, value.split('\n').length)}
          spellCheck={false}
          value={value}
          placeholder="status = 'open' AND due < today(7)"
          onChange={(event) => onChange((event.target as HTMLTextAreaElement).value)}
          onKeyDown={(event) => {
            const first = fits[0];
            if (event.key === 'Tab' && !event.shiftKey && first) {
              event.preventDefault();
              complete(first[0]);
            }
          }}
          sx={{
            flex: 1,
            font: 'inherit',
            fontFamily: 'ui-monospace, monospace',
            fontSize: 13.5,
            color: 'text.primary',
            bgcolor: 'background.paper',
            border: '1px solid',
            borderColor: problem ? 'error.main' : 'divider',
            borderRadius: 1,
            p: '5px 9px',
            resize: 'vertical',
          }}
        />
      </Box>
      <Box component="span" id={id} aria-live="polite" sx={{ fontSize: 13, minHeight: 20 }}>
        {value.trim() !== '' && problem && (
          <Box component="span" sx={{ color: 'error.main' }}>
            {problem.because.join('; ') || problem.message}
          </Box>
        )}
        {value.trim() !== '' && !problem && checked.data && (
          <Box
            component="span"
            sx={{ color: 'text.secondary', opacity: checked.isPlaceholderData ? 0.6 : 1 }}
          >
            {quoted(checked.data.words)}
            {checked.data.matches !== undefined && checked.data.records !== undefined && (
              <strong>
                {' '}
                · {number(checked.data.matches)} of {number(checked.data.records)} {plural}
              </strong>
            )}
            {checked.data.always === 'never' && ' · it never holds'}
            {checked.data.always === 'always' && ' · it always holds'}
          </Box>
        )}
      </Box>
      {fits.length > 0 && (
        <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
          Tab writes{' '}
          {fits.slice(0, 6).map(([name, type], at) => (
            <span key={name}>
              {at > 0 && ', '}
              <More onClick={() => complete(name)}>{name}</More> ({type})
            </span>
          ))}
        </Box>
      )}
    </Box>
  );
}
