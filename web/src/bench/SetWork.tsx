import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { Remark } from '../app/parts';
import { NameDialog } from '../people/NameDialog';
import type { Picked } from '../people/PickOne';
import type { Bench } from './api';
import { BenchGrid } from './BenchGrid';
import { useCounted } from './counted';
import type { Opened } from './Drawers';
import { keyFor, type SetElement } from './design';
import { type CellEdit, editOfSet, putRole, putSet } from './edits';
import { GridKeys, GridTools, UNFOLDED } from './GridTools';
import { SheetHead, TakeAway } from './Sheet';
import { ofSet } from './sources';
import type { Worked, Working } from './working';

type Props = {
  application: string;
  bench: Bench;
  working: Working;
  set: Worked<SetElement>;
  onOpen: (opened: Opened) => void;
};

const nothing = () => {};

/** A privilege set on the grid. */
export function SetWork({ application, bench, working, set, onOpen }: Props) {
  const [folding, setFolding] = useState(UNFOLDED);
  const [example, setExample] = useState<Picked | null>(null);
  const [dialog, setDialog] = useState<'copy' | 'rename' | 'away' | null>(null);
  const [cannot, setCannot] = useState('');
  const source = useMemo(() => ofSet(set), [set]);
  const counts = useCounted(application, example?.key ?? '', working.tray?.draft);
  const element = set.now ?? set.published;
  if (!element) {
    return null;
  }
  const roles = working.roles.filter((one) => (one.now?.sets ?? []).includes(set.key));
  const taken = new Set(working.sets.map((one) => one.key));
  const put = (next: SetElement) => working.edit([putSet(next)]);
  const edit = (what: CellEdit) => {
    setCannot('');
    const changes = set.now ? editOfSet(set.now, what) : [];
    if (changes.length > 0) {
      working.edit(changes);
    }
  };
  const assignments = bench.sets.find((one) => one.element.key === set.key)?.assignments ?? [];
  return (
    <>
      <SheetHead
        name={element.name}
        purpose={element.purpose}
        facts={`in ${roles.length === 1 ? '1 role' : `${roles.length} roles`} · held by ${
          set.people === 0 ? 'nobody' : set.people === 1 ? '1 person' : `${set.people} people`
        }`}
        gone={set.now === null}
        onPurpose={(purpose) => put({ ...element, purpose })}
      >
        {set.now && (
          <>
            <Button variant="outlined" onClick={() => setDialog('rename')}>
              Rename
            </Button>
            <Button variant="outlined" onClick={() => setDialog('copy')}>
              Copy
            </Button>
            <Button variant="outlined" color="error" onClick={() => setDialog('away')}>
              Take away
            </Button>
          </>
        )}
        {!set.now && (
          <Button variant="outlined" onClick={() => put(element)}>
            Put it back
          </Button>
        )}
      </SheetHead>
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
      <GridTools folding={folding} onFold={setFolding} example={example} onExample={setExample} />
      {cannot && (
        <Remark tone="care" role="status">
          {cannot}
        </Remark>
      )}
      <BenchGrid
        label={`What ${element.name} gives`}
        bench={bench}
        source={source}
        folding={folding}
        onFold={setFolding}
        editable={set.now !== null}
        counts={counts}
        onReach={(cells, notches) => edit({ does: 'reach', cells, notches })}
        onClear={(cells) => edit({ does: 'clear', cells })}
        onLevel={(key, level) => {
          const one = bench.functions.find((known) => known.key === key);
          if (one) {
            edit({ does: 'level', function: one, level });
          }
        }}
        onCursor={nothing}
        onCannot={setCannot}
      />
      <GridKeys />
      {dialog === 'rename' && (
        <NameDialog
          title={`Rename ${element.name}`}
          label="What people call it"
          confirm="Rename"
          does={async (name) => name.trim()}
          onClose={() => setDialog(null)}
          onDone={(name) => put({ ...element, name })}
        />
      )}
      {dialog === 'copy' && (
        <NameDialog
          title={`Copy ${element.name}`}
          label="What the copy is called"
          confirm="Copy it"
          does={async (name) => name.trim()}
          onClose={() => setDialog(null)}
          onDone={(name) => {
            const key = keyFor(name, taken);
            put({ ...element, key, name });
            onOpen({ kind: 'set', key });
          }}
        />
      )}
      {dialog === 'away' && (
        <TakeAway
          title={`Take away ${element.name}?`}
          onClose={() => setDialog(null)}
          onAway={() => {
            setDialog(null);
            working.edit([
              ...roles.flatMap((one) =>
                one.now
                  ? [
                      putRole({
                        ...one.now,
                        sets: (one.now.sets ?? []).filter((each) => each !== set.key),
                      }),
                    ]
                  : [],
              ),
              ...assignments.map((key) => ({ remove: 'assignments', key })),
              { remove: 'privilegeSets', key: set.key },
            ]);
          }}
        >
          {roles.length > 0 && (
            <Typography>
              It is taken out of {roles.map((one) => one.now?.name).join(', ')}.
            </Typography>
          )}
          <Typography>
            {set.people === 0
              ? 'Nobody holds it, so nobody loses anything.'
              : `${set.people} people hold it. Who would lose what stands under What this changes, before anything is published.`}
          </Typography>
        </TakeAway>
      )}
    </>
  );
}
