import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { useTyped } from '../app/settled';
import { More, TextSlot } from '../sentences/slots';
import type { RecordPage } from './answers';
import type { Arranging } from './question';
import { Slot } from './Slot';

/** Of what has no words to compare by. */
const NOT_NARROWED = ['timestamp', 'money', 'decimal'];

const TYPING_MS = 350;

/** Only records on which a field that they see has a value. */
export function Narrow({
  columns,
  field,
  value,
  onArrange,
}: {
  columns: RecordPage['columns'];
  field: string;
  value: string;
  onArrange: (next: Arranging) => void;
}) {
  const [open, setOpen] = useState(field !== '');
  const [chosen, setChosen] = useState(field);
  const [typed, setTyped] = useTyped(value, TYPING_MS, (next) => {
    if (chosen !== '') {
      onArrange({ field: next === '' ? '' : chosen, value: next });
    }
  });
  useEffect(() => {
    setChosen(field);
    setTyped(value);
    setOpen(field !== '');
  }, [field, value, setTyped]);
  const choices = columns
    .filter((one) => one.seen && !NOT_NARROWED.includes(one.type))
    .map((one) => ({ key: one.key, name: one.label.toLowerCase() }));
  if (!open) {
    return <More onClick={() => setOpen(true)}>only where …</More>;
  }
  return (
    <Box
      component="span"
      role="group"
      aria-label="Only where"
      sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75, fontSize: 13.5 }}
    >
      only where
      <Slot
        label="Field"
        placeholder="a field"
        value={choices.find((one) => one.key === chosen) ?? null}
        choices={choices}
        none="They see no field that is called so"
        onChoose={(next) => setChosen(next.key)}
      />
      is
      <TextSlot label="Value" value={typed} onChange={setTyped} placeholder="its value, as shown" />
      <More
        onClick={() => {
          setOpen(false);
          onArrange({ field: '', value: '' });
        }}
      >
        leave out
      </More>
    </Box>
  );
}
