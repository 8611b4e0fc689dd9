import Box from '@mui/material/Box';
import { useState } from 'react';
import type { Bench } from '../bench/api';
import { ConditionEditor } from '../conditions/ConditionEditor';
import { More, Say } from './slots';

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

/** A condition in a sentence: mostly left out, it opens when one wants it. */
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
  const plural = bench.types.find((one) => one.key === recordType)?.plural.toLowerCase() ?? '';
  if (!open && value === '') {
    return <More onClick={() => setOpen(true)}>{lead} …</More>;
  }
  return (
    <Box component="span" sx={{ flexBasis: '100%', display: 'flex', gap: 1 }}>
      <Box component="span" sx={{ pt: 0.75 }}>
        <Say>{lead}</Say>
      </Box>
      <ConditionEditor
        about={{ application, recordType, restricts }}
        functions={bench.functions}
        plural={plural}
        label={`Condition, ${lead}`}
        value={value}
        onChange={onChange}
      />
    </Box>
  );
}
