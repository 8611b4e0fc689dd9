import { useState } from 'react';
import { Remark } from '../app/parts';
import type { Bench } from './api';
import { BenchGrid } from './BenchGrid';
import { CellConditions } from './CellConditions';
import type { CountFor, Counting } from './counted';
import type { Privilege } from './design';
import type { CellEdit } from './edits';
import { GridKeys, GridTools, UNFOLDED } from './GridTools';
import type { CellRef, GridCell, Source } from './grid';

/** Whom numbers in the grid are of, and where its cursor is. */
export type GridWatch = {
  counting: Counting;
  onCountFor: (whom: CountFor) => void;
  onCursor: (cell: CellRef | null) => void;
};

type Props = {
  bench: Bench;
  name: string;
  source: Source;
  editable: boolean;
  onEdit: (edit: CellEdit) => void;
  watch: GridWatch;
  /** All that is given, to see what a condition gives already. */
  privileges: Privilege[];
  /** Why the last edit could not be made; empty where it was. */
  cannot?: string;
};

/** The grid with what belongs to it: finding, folding, counting for somebody, and its keys. */
export function GridWork(props: Props) {
  const { bench, name, source, editable, onEdit, privileges, cannot = '' } = props;
  const [bounding, setBounding] = useState<GridCell | null>(null);
  const { counting, onCountFor, onCursor } = props.watch;
  const [folding, setFolding] = useState(UNFOLDED);
  const [unsaid, setUnsaid] = useState('');
  const edit = (what: CellEdit) => {
    setUnsaid('');
    onEdit(what);
  };
  return (
    <>
      <GridTools
        folding={folding}
        onFold={setFolding}
        counting={counting}
        onCountFor={onCountFor}
      />
      {(unsaid || cannot) && (
        <Remark tone="care" role="status">
          {unsaid || cannot}
        </Remark>
      )}
      <BenchGrid
        label={`What ${name} gives`}
        bench={bench}
        source={source}
        folding={folding}
        onFold={setFolding}
        editable={editable}
        counts={counting.counts}
        onReach={(cells, notches) => edit({ does: 'reach', cells, notches })}
        onClear={(cells) => edit({ does: 'clear', cells })}
        onLevel={(key, level) => {
          const one = bench.functions.find((known) => known.key === key);
          if (one) {
            edit({ does: 'level', function: one, level });
          }
        }}
        onConditions={setBounding}
        onCursor={onCursor}
        onCannot={setUnsaid}
      />
      {bounding && bounding.ref.kind !== 'function' && (
        <CellConditions
          bench={bench}
          cell={bounding}
          privileges={privileges}
          onBound={(was, is) => {
            if (bounding.ref.kind !== 'function') {
              edit({ does: 'bound', cell: bounding.ref, was, is });
            }
          }}
          onClose={() => setBounding(null)}
        />
      )}
      <GridKeys />
    </>
  );
}
