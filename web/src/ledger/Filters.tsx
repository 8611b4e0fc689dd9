import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { DayField } from '../app/Dates';
import { Search } from '../app/Search';
import { usePersonName } from '../people/api';
import { PickPerson } from '../people/PickOne';

type Props<K extends string> = {
  asked: Record<K, string>;
  change: (next: Partial<Record<K, string>>) => void;
  /** Label of the text that is searched for; none where there is nothing to search. */
  search?: string;
  csv: string;
  children?: ReactNode;
};

/** What a list of the ledger can be narrowed by; each filter stands in the address. */
export function Filters({
  asked,
  change,
  search,
  csv,
  children,
}: Props<'search' | 'from' | 'until'>) {
  return (
    <Box
      role="search"
      aria-label="Filters"
      sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', alignItems: 'center', mb: 1.5 }}
    >
      {search && (
        <Search
          label={search}
          value={asked.search}
          onSearch={(text) => change({ search: text })}
          width={200}
        />
      )}
      {children}
      <DayField label="From" value={asked.from} onChange={(from) => change({ from })} width={142} />
      <DayField
        label="Until"
        value={asked.until}
        onChange={(until) => change({ until })}
        width={142}
      />
      <Box sx={{ flex: 1 }} />
      <Button variant="outlined" href={csv}>
        As CSV
      </Button>
    </Box>
  );
}

/** One person of the list, by key. */
export function OfPerson({
  label,
  value,
  onPick,
}: {
  label: string;
  value: string;
  onPick: (key: string) => void;
}) {
  const name = usePersonName(value);
  return (
    <PickPerson
      label={label}
      width={166}
      value={value ? { key: value, name } : null}
      onPick={(one) => onPick(one?.key ?? '')}
    />
  );
}
