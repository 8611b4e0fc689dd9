import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { ReactNode } from 'react';

type Props<L extends string> = {
  /** What they are the leaves of, for those who cannot see it. */
  label: string;
  leaves: readonly (readonly [L, string])[];
  leaf: L;
  onLeaf: (leaf: L) => void;
  children: ReactNode;
};

/** Leaves of a sheet, of which one is open; arrow keys go from one to the next. */
export function LeafTabs<L extends string>({ label, leaves, leaf, onLeaf, children }: Props<L>) {
  const name = leaves.find(([key]) => key === leaf)?.[1] ?? label;
  return (
    <>
      <Tabs
        value={leaf}
        onChange={(_, next: L) => onLeaf(next)}
        aria-label={label}
        variant="scrollable"
        scrollButtons={false}
        sx={{
          minHeight: 0,
          mb: 2,
          borderBottom: '1px solid',
          borderColor: 'divider',
          containerType: 'inline-size',
          '& .MuiTabs-list': { gap: 'clamp(10px, 2cqi, 20px)' },
        }}
      >
        {leaves.map(([key, said]) => (
          <Tab
            key={key}
            value={key}
            label={said}
            id={`leaf-${key}`}
            aria-controls={`panel-${key}`}
            disableRipple
            sx={{ minHeight: 0, minWidth: 0, p: '8px 0', fontSize: 13 }}
          />
        ))}
      </Tabs>
      <Box role="tabpanel" id={`panel-${leaf}`} aria-label={name}>
        {children}
      </Box>
    </>
  );
}
