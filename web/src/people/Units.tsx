import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { ActDialog } from './ActDialog';
import { type UnitLine, useUnits } from './api';
import { GiveThem } from './GiveThem';
import { PeopleFrame } from './PeopleFrame';
import { Chooser } from './PickOne';
import { type Arranged, arranged, changesOf, inOrder } from './unitOrder';

/** The tree of units. Moves are gathered, looked at together, and take effect together. */
export default function Units() {
  const units = useUnits();
  const [edits, setEdits] = useState<Map<string, Arranged>>(new Map());
  const [looking, setLooking] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  useEffect(() => {
    document.title = 'Units · Nembar';
  }, []);
  const all = arranged(units.data?.units ?? [], edits);
  const edit = (key: string, change: Partial<Arranged>) => {
    const now = all.find((one) => one.key === key);
    if (now) {
      setEdits(new Map(edits).set(key, { ...now, ...change }));
    }
  };
  const add = (parent: string) => {
    const key = `new-${edits.size + 1}`;
    setEdits(new Map(edits).set(key, { key, name: 'New unit', parent, gone: false, fresh: true }));
    setChosen(key);
  };
  const one = all.find((unit) => unit.key === chosen);
  const may = units.data?.mayChange ?? false;
  const order = changesOf(units.data?.units ?? [], edits);
  const changed = order.units.length + order.gone.length;
  return (
    <PeopleFrame>
      <UnseenHeading>Units</UnseenHeading>
      {units.isPending && <Working lines={14} />}
      {units.isError && <Trouble error={units.error} again={() => units.refetch()} />}
      {units.data && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 330px', gap: 4 }}>
          <div>
            <Box sx={{ minHeight: 34, mb: 1, display: 'flex', gap: 1, alignItems: 'center' }}>
              {changed === 0 ? (
                <Typography color="textSecondary">
                  Who reaches their branch reaches what is below.{' '}
                  {may && 'Drag a unit onto another, or choose one to change it.'}
                </Typography>
              ) : (
                <>
                  <strong>
                    {changed} {changed === 1 ? 'change' : 'changes'}, not in effect yet
                  </strong>
                  <Button variant="contained" onClick={() => setLooking(true)}>
                    See what they change
                  </Button>
                  <Button variant="text" onClick={() => setEdits(new Map())}>
                    Leave it as it was
                  </Button>
                </>
              )}
            </Box>
            <Rows aria-label="Units">
              <thead>
                <tr>
                  <th scope="col">Unit</th>
                  <th scope="col" className="number">
                    In it
                  </th>
                  <th scope="col" className="number">
                    With those below
                  </th>
                </tr>
              </thead>
              <tbody>
                {inOrder(all).map(({ unit, depth }) => (
                  <Line
                    key={unit.key}
                    unit={unit}
                    depth={depth}
                    edited={edits.has(unit.key)}
                    known={units.data.units.find((other) => other.key === unit.key)}
                    chosen={chosen === unit.key}
                    may={may}
                    onChoose={() => setChosen(unit.key)}
                    onDrag={() => setDragged(unit.key)}
                    onDrop={() => {
                      if (dragged && dragged !== unit.key) {
                        edit(dragged, { parent: unit.key });
                      }
                      setDragged(null);
                    }}
                  />
                ))}
              </tbody>
            </Rows>
          </div>
          {may && (
            <Box component="aside" aria-label="The chosen unit" sx={{ pt: 5.5 }}>
              {one ? (
                <Box sx={{ display: 'grid', gap: 1.75 }}>
                  <TextField
                    size="small"
                    label="Name"
                    value={one.name}
                    onChange={(event) => edit(one.key, { name: event.target.value })}
                  />
                  <Chooser
                    label="Part of"
                    value={all.find((unit) => unit.key === one.parent) ?? null}
                    choices={all.filter((unit) => unit.key !== one.key && !unit.gone)}
                    onPick={(parent) => edit(one.key, { parent: parent?.key ?? '' })}
                  />
                  <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
                    <Button variant="outlined" onClick={() => add(one.key)}>
                      New unit below
                    </Button>
                    <Button variant="outlined" onClick={() => edit(one.key, { gone: !one.gone })}>
                      {one.gone ? 'Keep it' : 'Take it away'}
                    </Button>
                  </Box>
                  <MuiLink component={Link} to={`/people?unit=${encodeURIComponent(one.key)}`}>
                    Its people
                  </MuiLink>
                  <div>
                    <GiveThem whom={{ unit: one.key, below: true }} />
                  </div>
                </Box>
              ) : (
                <Typography color="textSecondary">Choose a unit to rename or move it.</Typography>
              )}
            </Box>
          )}
        </Box>
      )}
      {looking && (
        <ActDialog
          title="Rearrange the units"
          asked={JSON.stringify(order)}
          act={(how) =>
            data(
              api.PUT('/api/units', {
                params: { query: how },
                body: order,
              }),
            )
          }
          confirm="Let it take effect"
          onClose={() => setLooking(false)}
          onDone={() => setEdits(new Map())}
        />
      )}
    </PeopleFrame>
  );
}

type LineProps = {
  unit: Arranged;
  depth: number;
  known: UnitLine | undefined;
  edited: boolean;
  chosen: boolean;
  may: boolean;
  onChoose: () => void;
  onDrag: () => void;
  onDrop: () => void;
};

function Line({ unit, depth, known, edited, chosen, may, onChoose, onDrag, onDrop }: LineProps) {
  return (
    <tr
      aria-selected={chosen}
      draggable={may}
      onDragStart={onDrag}
      onDragOver={(event) => event.preventDefault()}
      onDrop={onDrop}
    >
      <td>
        <Box
          sx={{
            pl: depth * 2.75,
            textDecoration: unit.gone ? 'line-through' : 'none',
            outline: edited ? '1px dashed' : 'none',
            outlineColor: 'warning.main',
            outlineOffset: 1,
          }}
        >
          {may ? (
            <Button
              variant="text"
              onClick={onChoose}
              sx={{
                p: '0 4px',
                minWidth: 0,
                color: 'text.primary',
                fontWeight: depth === 0 ? 650 : 500,
              }}
            >
              {unit.name}
            </Button>
          ) : (
            unit.name
          )}
        </Box>
      </td>
      <td className="number">{known ? number(known.people) : ''}</td>
      <td className="number quiet">{known ? number(known.below) : ''}</td>
    </tr>
  );
}
