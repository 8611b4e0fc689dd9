import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';

type Props = {
  label: string;
  value: string;
  onType: (text: string) => void;
  /** Whether it may be left empty. */
  empty?: boolean;
  most?: number;
  disabled?: boolean;
  /** In a table: the label is only for those who cannot see the column. */
  bare?: boolean;
};

/** A text that is kept once one leaves it. */
export function Typed({ label, value, onType, empty, most = 100, disabled, bare }: Props) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <TextField
      size="small"
      fullWidth
      disabled={disabled ?? false}
      {...(bare ? { variant: 'standard' as const } : { label })}
      value={typed}
      slotProps={{
        htmlInput: { maxLength: most, ...(bare ? { 'aria-label': label } : {}) },
        ...(bare ? { input: { disableUnderline: typed !== '', sx: { fontSize: 13 } } } : {}),
      }}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          (event.target as HTMLElement).blur();
        }
      }}
      onBlur={() => {
        if (typed.trim() === '' && !empty) {
          setTyped(value);
        } else if (typed.trim() !== value) {
          onType(typed.trim());
        }
      }}
    />
  );
}
