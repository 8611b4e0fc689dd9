import Chip from '@mui/material/Chip';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import type { Bench } from './api';
import type { Opened } from './Drawers';
import { keyFor, type SetElement } from './design';
import { editOfSet, putSet } from './edits';
import { type GridWatch, GridWork } from './GridWork';
import { heldBy, Sheet } from './Sheet';
import { ofSet } from './sources';
import type { Worked, Working } from './working';

type Props = {
  bench: Bench;
  working: Working;
  set: Worked<SetElement>;
  watch: GridWatch;
  onOpen: (opened: Opened) => void;
  /** Puts it beside another: a role or a set, as "role/key". */
  onCompare: (side: string) => void;
};

/** A privilege set on the grid. */
export function SetWork({ bench, working, set, watch, onOpen, onCompare }: Props) {
  const source = useMemo(() => ofSet(set), [set]);
  const element = set.now ?? set.published;
  if (!element) {
    return null;
  }
  const roles = working.roles.filter((one) => (one.now?.sets ?? []).includes(set.key));
  const put = (next: SetElement) => working.edit([putSet(next)]);
  return (
    <>
      <Sheet
        application={bench.application.key}
        of={{ list: 'privilegeSets', key: set.key }}
        name={element.name}
        purpose={element.purpose}
        facts={`in ${roles.length === 1 ? '1 role' : `${roles.length} roles`} · ${[heldBy(set.people), ...(set.seats ?? [])].join(' · ')}`}
        published={set.published !== null}
        gone={set.now === null}
        onCompare={() => onCompare(`set/${set.key}`)}
        onPurpose={(purpose) => put({ ...element, purpose })}
        onRename={(name) => put({ ...element, name })}
        onCopy={(name) => {
          const key = keyFor(name, new Set(working.sets.map((one) => one.key)));
          put({ ...element, key, name });
          onOpen({ kind: 'set', key });
        }}
        onAway={working.edit}
        onBack={() => put(element)}
      />
      {roles.length > 0 && (
        <Typography component="div" sx={{ mb: 1.5, display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          {roles.map((one) => (
            <Chip
              key={one.key}
              label={one.now?.name}
              variant="outlined"
              size="small"
              sx={{ borderRadius: 1 }}
              onClick={() => onOpen({ kind: 'role', key: one.key })}
            />
          ))}
        </Typography>
      )}
      <GridWork
        privileges={element.privileges}
        bench={bench}
        watch={watch}
        name={element.name}
        source={source}
        editable={set.now !== null}
        onEdit={(what) => {
          const changes = set.now ? editOfSet(set.now, what) : [];
          if (changes.length > 0) {
            working.edit(changes);
          }
        }}
      />
    </>
  );
}
