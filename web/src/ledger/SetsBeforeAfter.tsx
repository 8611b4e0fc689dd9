import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { useBench } from '../bench/api';
import { BenchGrid } from '../bench/BenchGrid';
import { givenOnField, type SetElement } from '../bench/design';
import type { Folding } from '../bench/grid';
import { type ChangePart, putIn } from '../bench/queue';
import { ofSet } from '../bench/sources';
import type { Worked } from '../bench/working';

const SETS = 'privilegeSets';

/** The sets that changes touch, before and after: what the inverse puts is what was. */
export function setsOf(changes: ChangePart[], inverse: ChangePart[]): Worked<SetElement>[] {
  const put = (some: ChangePart[]) =>
    new Map(
      some
        .flatMap((one): Record<string, unknown>[] => {
          const element = putIn(one, SETS);
          return element ? [element] : [];
        })
        .map((element) => [String(element.key), element as unknown as SetElement]),
    );
  const now = put(changes);
  const before = put(inverse);
  const keys = new Set([...before.keys(), ...now.keys()]);
  return [...keys].map((key) => ({
    key,
    now: now.get(key) ?? null,
    published: before.get(key) ?? null,
    people: 0,
    touched: true,
  }));
}

/** Each privilege set that changed, before and after on the grid; only what differs. */
export function SetsBeforeAfter({
  application,
  changes,
  inverse,
}: {
  application: string;
  changes: ChangePart[];
  inverse: ChangePart[];
}) {
  const sets = useMemo(() => setsOf(changes, inverse), [changes, inverse]);
  return sets.map((set) => <OneSet key={set.key} application={application} set={set} />);
}

function OneSet({ application, set }: { application: string; set: Worked<SetElement> }) {
  const bench = useBench(application).data;
  const source = useMemo(() => ofSet(set), [set]);
  const changedFields = useMemo(() => {
    const of = (one: SetElement | null, type: string, field: string) =>
      JSON.stringify(
        (['view', 'change'] as const).map((use) =>
          givenOnField(one?.privileges ?? [], type, field, use),
        ),
      );
    return new Set(
      (bench?.types ?? [])
        .filter((type) =>
          type.fields.some(
            (field) => of(set.now, type.key, field.key) !== of(set.published, type.key, field.key),
          ),
        )
        .map((type) => type.key),
    );
  }, [bench, set]);
  const [folding, setFolding] = useState<Folding | null>(null);
  if (!bench) {
    return null;
  }
  const name = (set.now ?? set.published)?.name ?? set.key;
  return (
    <Box sx={{ mb: 2.5 }}>
      <Typography sx={{ fontWeight: 600, mb: 0.5 }}>
        {name}
        {set.published === null && ', new'}
        {set.now === null && ', taken away'}
      </Typography>
      <BenchGrid
        label={`${name}, before and after`}
        bench={bench}
        source={source}
        folding={
          folding ?? {
            open: changedFields,
            closed: new Set(),
            onlyGiven: false,
            onlyChanged: true,
            search: '',
          }
        }
        onFold={setFolding}
        editable={false}
      />
    </Box>
  );
}
