import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Dialog from '@mui/material/Dialog';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import type { Bench } from './api';
import type { Opened } from './Drawers';
import { keyFor, type MeantFor, type RoleElement } from './design';
import { type CellEdit, editOfOwnSet, editOfSet, otherRoles, putRole } from './edits';
import { type GridWatch, GridWork } from './GridWork';
import { heldBy, Sheet } from './Sheet';
import { ofRole, setsOf } from './sources';
import { TrimRole } from './TrimRole';
import type { Worked, Working } from './working';

type Props = {
  bench: Bench;
  working: Working;
  role: Worked<RoleElement>;
  watch: GridWatch;
  onOpen: (opened: Opened) => void;
  /** Puts it beside another: a role or a set, as "role/key". */
  onCompare: (side: string) => void;
};

const meant: [MeantFor, string][] = [
  ['staff', 'for staff'],
  ['external', 'for externals'],
  ['service', 'for programs'],
  ['any', 'for anybody'],
];

/** A role on the grid: the union of its sets. */
export function RoleWork({ bench, working, role, watch, onOpen, onCompare }: Props) {
  const [asking, setAsking] = useState<CellEdit | null>(null);
  // In which set edits belong: chosen once, while one stays on the role.
  const [home, setHome] = useState<string | null>(null);
  const [cannot, setCannot] = useState('');
  const [trimming, setTrimming] = useState(false);
  const [anchor, setAnchor] = useState<{
    what: 'set' | 'meant' | 'conflict';
    at: HTMLElement;
  } | null>(null);
  const source = useMemo(() => ofRole(role, working.sets), [role, working.sets]);
  const element = role.now ?? role.published;
  if (!element) {
    return null;
  }
  const mine = setsOf(role.now, working.sets);
  const put = (next: RoleElement) => working.edit([putRole(next)]);
  const conflicts = element.conflicts ?? [];
  const name = (key: string) => working.roles.find((one) => one.key === key)?.now?.name ?? key;
  const make = (edit: CellEdit, set: string | null) => {
    setAsking(null);
    if (!role.now) {
      return;
    }
    const known = mine.find((one) => one.key === set);
    if (known) {
      setHome(known.key);
      const changes = editOfSet(known, edit);
      if (changes.length > 0) {
        working.edit(changes);
      } else {
        setCannot(
          `${known.name} gives nothing there that could be changed so; another set of the role does.`,
        );
      }
      return;
    }
    const own = editOfOwnSet(role.now, new Set(working.sets.map((one) => one.key)), edit);
    setHome(own.set);
    working.edit(own.changes);
  };
  const edit = (what: CellEdit) => {
    setCannot('');
    if (home && mine.some((one) => one.key === home)) {
      make(what, home);
    } else {
      setAsking(what);
    }
  };
  return (
    <>
      <Sheet
        application={bench.application.key}
        of={{ list: 'roles', key: role.key }}
        name={element.name}
        purpose={element.purpose ?? ''}
        facts={[heldBy(role.people), ...(role.seats ?? [])].join(' · ')}
        published={role.published !== null}
        gone={role.now === null}
        onCompare={() => onCompare(`role/${role.key}`)}
        onPurpose={(purpose) => put({ ...element, purpose })}
        onRename={(next) => put({ ...element, name: next })}
        onCopy={(next) => {
          const key = keyFor(next, new Set(working.roles.map((one) => one.key)));
          put({ ...element, key, name: next });
          onOpen({ kind: 'role', key });
        }}
        onAway={working.edit}
        onBack={() => put(element)}
      />
      {role.now && (
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 1.5, alignItems: 'center' }}>
          {mine.map((one) => (
            <Chip
              key={one.key}
              label={home === one.key ? `${one.name} · edits go here` : one.name}
              size="small"
              variant={home === one.key ? 'filled' : 'outlined'}
              sx={{ borderRadius: 1 }}
              onClick={() => onOpen({ kind: 'set', key: one.key })}
              onDelete={() =>
                put({ ...element, sets: (element.sets ?? []).filter((key) => key !== one.key) })
              }
              slotProps={{ label: { title: `Open ${one.name}` } }}
            />
          ))}
          <Button
            variant="text"
            size="small"
            onClick={(event) => setAnchor({ what: 'set', at: event.currentTarget })}
          >
            Take a set in
          </Button>
          {home && (
            <Button variant="text" size="small" onClick={() => setHome(null)}>
              Ask again where edits go
            </Button>
          )}
          <Box sx={{ flex: 1 }} />
          {role.published && (
            <Button variant="text" size="small" onClick={() => setTrimming(true)}>
              Cut to what is used
            </Button>
          )}
          <Button
            variant="text"
            size="small"
            onClick={(event) => setAnchor({ what: 'meant', at: event.currentTarget })}
          >
            {meant.find(([key]) => key === element.meantFor)?.[1] ?? 'for anybody'}
          </Button>
          <Button
            variant="text"
            size="small"
            onClick={(event) => setAnchor({ what: 'conflict', at: event.currentTarget })}
          >
            {conflicts.length === 0
              ? 'no conflicts'
              : `not beside ${conflicts.map(name).join(', ')}`}
          </Button>
        </Box>
      )}
      <GridWork
        privileges={mine.flatMap((one) => one.privileges)}
        bench={bench}
        watch={watch}
        name={element.name}
        source={source}
        editable={role.now !== null}
        onEdit={edit}
        cannot={cannot}
      />
      <Menu
        anchorEl={anchor?.at ?? null}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: { sx: { maxHeight: 420 } } }}
      >
        {anchor?.what === 'set' &&
          working.sets
            .filter((one) => one.now && !(element.sets ?? []).includes(one.key))
            .map((one) => (
              <MenuItem
                key={one.key}
                dense
                onClick={() => {
                  setAnchor(null);
                  put({ ...element, sets: [...(element.sets ?? []), one.key] });
                }}
              >
                {one.now?.name}
              </MenuItem>
            ))}
        {anchor?.what === 'meant' &&
          meant.map(([key, label]) => (
            <MenuItem
              key={key}
              dense
              selected={element.meantFor === key}
              onClick={() => {
                setAnchor(null);
                put({ ...element, meantFor: key });
              }}
            >
              {label}
            </MenuItem>
          ))}
        {anchor?.what === 'conflict' &&
          working.roles
            .filter((one) => one.now && one.key !== role.key)
            .map((one) => (
              <MenuItem
                key={one.key}
                dense
                role="menuitemcheckbox"
                aria-checked={conflicts.includes(one.key)}
                selected={conflicts.includes(one.key)}
                onClick={() =>
                  put({
                    ...element,
                    conflicts: conflicts.includes(one.key)
                      ? conflicts.filter((key) => key !== one.key)
                      : [...conflicts, one.key].sort(),
                  })
                }
              >
                {conflicts.includes(one.key) ? '✓ ' : ''}
                {one.now?.name}
              </MenuItem>
            ))}
      </Menu>
      {trimming && (
        <TrimRole
          application={bench.application.key}
          role={role.key}
          name={element.name}
          onMake={(changes) => {
            setTrimming(false);
            working.edit(changes);
          }}
          onClose={() => setTrimming(false)}
        />
      )}
      {asking && (
        <WhereItBelongs
          role={role}
          working={working}
          onPick={(set) => make(asking, set)}
          onClose={() => setAsking(null)}
        />
      )}
    </>
  );
}

/** Asks in which set an edit of a role belongs, and says what else that set serves. */
function WhereItBelongs({
  role,
  working,
  onPick,
  onClose,
}: {
  role: Worked<RoleElement>;
  working: Working;
  onPick: (set: string | null) => void;
  onClose: () => void;
}) {
  const sets = setsOf(role.now, working.sets);
  const name = `${role.now?.name}, its own`;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="where-title">
      <Box sx={{ p: 3, display: 'grid', gap: 1 }}>
        <Typography id="where-title" variant="h2" component="h2">
          In which set does this belong?
        </Typography>
        <Typography color="textSecondary">
          A role gives what its sets give. A set that is in other roles changes for them too.
        </Typography>
        {sets.map((one) => {
          const others = otherRoles(one.key, role.key, working.roles);
          const people = working.sets.find((set) => set.key === one.key)?.people ?? 0;
          return (
            <Button
              key={one.key}
              variant="outlined"
              onClick={() => onPick(one.key)}
              sx={{ justifyContent: 'flex-start', textAlign: 'left', gap: 1.5 }}
            >
              <span>{one.name}</span>
              <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
                {others.length === 0
                  ? 'in no other role'
                  : `also in ${others.map((other) => other.now?.name).join(', ')}; ${people} people`}
              </Box>
            </Button>
          );
        })}
        {sets.every((one) => one.name !== name) && (
          <Button
            variant="outlined"
            onClick={() => onPick(null)}
            sx={{ justifyContent: 'flex-start', gap: 1.5 }}
          >
            <span>{name}</span>
            <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
              a new set, in no other role
            </Box>
          </Button>
        )}
        <Box sx={{ display: 'flex', justifyContent: 'flex-end', mt: 1 }}>
          <Button variant="text" onClick={onClose}>
            Leave it as it is
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
