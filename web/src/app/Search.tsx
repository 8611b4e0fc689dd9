import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { SEARCH_AFTER_MS } from './parts';

/** A search that asks once one stops typing. */
export function Search({
  label,
  value,
  onSearch,
  width = 230,
}: {
  label: string;
  value: string;
  onSearch: (text: string) => void;
  width?: number;
}) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  useEffect(() => {
    if (typed === value) {
      return;
    }
    const timer = setTimeout(() => onSearch(typed), SEARCH_AFTER_MS);
    return () => clearTimeout(timer);
  });
  return (
    <TextField
      label={label}
      type="search"
      size="small"
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      sx={{ width }}
    />
  );
}
