import { useState } from 'react';
import { Remark } from '../app/parts';
import type { Picked } from '../people/PickOne';
import type { Bench, DraftShown } from './api';
import { BenchGrid } from './BenchGrid';
import { useCounted } from './counted';
import type { CellEdit } from './edits';
import { GridKeys, GridTools, UNFOLDED } from './GridTools';
import type { CellRef, Source } from './grid';

/** For whom numbers stand in the grid, and where its cursor is. */
export type Counting = {
  example: Picked | null;
  onExample: (person: Picked | null) => void;
  onCursor: (cell: CellRef | null) => void;
};

type Props = {
  application: string;
  bench: Bench;
  draft: DraftShown | undefined;
  name: string;
  source: Source;
  editable: boolean;
  onEdit: (edit: CellEdit) => void;
  counting: Counting;
  /** Why the last edit could not be made; empty where it was. */
  cannot?: string;
};

/** The grid with what belongs to it: finding, folding, counting for somebody, and its keys. */
export function GridWork(props: Props) {
  const { application, bench, draft, name, source, editable, onEdit, cannot = '' } = props;
  const { example, onExample, onCursor } = props.counting;
  const [folding, setFolding] = useState(UNFOLDED);
  const [unsaid, setUnsaid] = useState('');
  const counts = useCounted(application, example?.key ?? '', draft);
  const edit = (what: CellEdit) => {
    setUnsaid('');
    onEdit(what);
  };
  return (
    <>
      <GridTools folding={folding} onFold={setFolding} example={example} onExample={onExample} />
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
        counts={counts}
        onReach={(cells, notches) => edit({ does: 'reach', cells, notches })}
        onClear={(cells) => edit({ does: 'clear', cells })}
        onLevel={(key, level) => {
          const one = bench.functions.find((known) => known.key === key);
          if (one) {
            edit({ does: 'level', function: one, level });
          }
        }}
        onCursor={onCursor}
        onCannot={setUnsaid}
      />
      <GridKeys />
    </>
  );
}
