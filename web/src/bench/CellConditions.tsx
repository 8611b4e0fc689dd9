import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { useId, useState } from 'react';
import { Slot } from '../ask/Slot';
import { ConditionEditor } from '../conditions/ConditionEditor';
import { Pending, usePending } from '../conditions/pending';
import type { Bench } from './api';
import { type Bounded, type Privilege, REACHES, reachMeans, reachWords } from './design';
import { type GridCell, unsaid } from './grid';

type Props = {
  bench: Bench;
  cell: GridCell;
  /** All that is given beside it, to see what is covered already. */
  privileges: Privilege[];
  onBound: (was: Bounded | null, is: Bounded | null) => void;
  onClose: () => void;
};

/** What a cell gives under conditions: each with its reach, changed, taken out or put besides. */
export function CellConditions({ bench, cell, privileges, onBound, onClose }: Props) {
  const label = useId();
  const { ref } = cell;
  const known = cell.change.now.conditional;
  const [open, setOpen] = useState<Bounded | null>(known.length === 0 ? null : (known[0] ?? null));
  const [fresh, setFresh] = useState(known.length === 0);
  if (ref.kind === 'function') {
    return null;
  }
  const type = bench.types.find((one) => one.key === ref.type);
  const what =
    ref.kind === 'cell'
      ? (type?.operations.find((one) => one.key === ref.operation)?.name ?? ref.operation)
      : `${ref.use} ${type?.fields.find((one) => one.key === ref.field)?.label.toLowerCase()} of`;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby={label}>
      <Box sx={{ p: 3, display: 'grid', gap: 1.5 }}>
        <Typography id={label} variant="h2" component="h2">
          {what.charAt(0).toUpperCase() + what.slice(1)} {type?.plural.toLowerCase()} under a
          condition
        </Typography>
        {known.length + (fresh ? 1 : 0) > 1 && (
          <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
            {known.map((one) => (
              <Button
                key={`${one.notches} ${one.condition}`}
                variant="outlined"
                size="small"
                aria-pressed={one === open && !fresh}
                onClick={() => {
                  setOpen(one);
                  setFresh(false);
                }}
              >
                {reachWords(one.notches)} where {one.condition}
              </Button>
            ))}
          </Box>
        )}
        <OneCondition
          key={fresh ? 'new' : `${open?.notches} ${open?.condition}`}
          {...{ bench, cell, privileges }}
          was={fresh ? null : open}
          onBound={onBound}
          onClose={onClose}
        />
        {!fresh && (
          <Box>
            <Button variant="text" size="small" onClick={() => setFresh(true)}>
              Another condition
            </Button>
          </Box>
        )}
      </Box>
    </Dialog>
  );
}

function OneCondition({
  bench,
  cell,
  privileges,
  was,
  onBound,
  onClose,
}: Props & { was: Bounded | null }) {
  const { ref } = cell;
  const [notches, setNotches] = useState(was?.notches ?? 7);
  const [condition, setCondition] = useState(was?.condition ?? '');
  const { pending, note } = usePending();
  if (ref.kind === 'function') {
    return null;
  }
  const type = bench.types.find((one) => one.key === ref.type);
  const one: Privilege =
    ref.kind === 'cell'
      ? { recordType: ref.type, operation: ref.operation, reach: REACHES[notches] ?? 'all' }
      : {
          recordType: ref.type,
          fields: [ref.field],
          use: ref.use,
          reach: REACHES[notches] ?? 'all',
        };
  const beside = privileges.filter(
    (other) =>
      other.recordType === ref.type &&
      !(was && other.condition === was.condition && other.reach === REACHES[was.notches]),
  );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <span>Within</span>
        <Slot
          label="Reach"
          placeholder="a reach"
          value={{ key: String(notches), name: reachWords(notches) }}
          choices={REACHES.map((_, at) => ({
            key: String(at),
            name: reachWords(at),
            detail: unsaid(bench, ref, at) ?? reachMeans(at),
          })).filter((_, at) => at > 0 && unsaid(bench, ref, at) === undefined)}
          none="There is no such reach."
          onChoose={({ key }) => setNotches(Number(key))}
        />
        <span>those where</span>
      </Box>
      <Pending.Provider value={note}>
        <ConditionEditor
          about={{
            application: bench.application.key,
            recordType: ref.type,
            privilege: one,
            beside,
          }}
          functions={bench.functions}
          plural={type?.plural.toLowerCase() ?? ''}
          label="Condition"
          value={condition}
          onChange={setCondition}
        />
      </Pending.Provider>
      <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
        {was && (
          <Button
            variant="outlined"
            color="error"
            onClick={() => {
              onBound(was, null);
              onClose();
            }}
          >
            Take it out
          </Button>
        )}
        <Button variant="outlined" onClick={onClose}>
          Leave it
        </Button>
        <Button
          variant="contained"
          disabled={pending || condition.trim() === ''}
          onClick={() => {
            onBound(was, { notches, condition });
            onClose();
          }}
        >
          Put it into the draft
        </Button>
      </Box>
    </>
  );
}
