import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import type { WhatCan } from '../ask/answers';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { Bench } from '../bench/api';
import { BenchGrid } from '../bench/BenchGrid';
import { changed } from '../bench/design';
import { type Amounts, type Counted, type Folding, refKey, type Source } from '../bench/grid';
import type { Given } from './api';
import { Chooser } from './PickOne';

/** The catalogue of an application as an answer has it. */
export function benchOf({ application, areas, functions }: WhatCan): Bench {
  return {
    application,
    areas: areas.map(({ key, name, stewards }) => ({
      key,
      name,
      ...(stewards ? { stewards } : {}),
    })),
    types: areas.flatMap((area) =>
      area.types.map((type) => ({
        key: type.key,
        singular: type.singular,
        plural: type.plural,
        area: area.key,
        operations: type.cells.map((cell) => ({ key: cell.operation, name: cell.label })),
        unsaid: {},
        fields: type.fields.map(({ key, label, guarded, classifications }) => ({
          key,
          label,
          guarded,
          classifications,
        })),
      })),
    ),
    functions: functions.map(({ key, name, area, levels }) => ({
      key,
      name,
      area,
      levels,
      needs: [],
    })),
    sets: [],
    roles: [],
  };
}

const typesOf = (answer: WhatCan) =>
  new Map(answer.areas.flatMap((area) => area.types).map((type) => [type.key, type]));

/** What somebody has in all, before and after. */
export function sumOf(before: WhatCan, after: WhatCan): { source: Source; counts: Counted } {
  const [was, is] = [typesOf(before), typesOf(after)];
  const reach = (types: typeof was, type: string, operation: string) =>
    types.get(type)?.cells.find((cell) => cell.operation === operation)?.notches ?? 0;
  const counts: Counted = new Map();
  const count = (key: string, old: number | undefined, now: number | undefined) => {
    if (now !== undefined) {
      const amounts: Amounts = { now: { least: now, most: now } };
      counts.set(
        key,
        old === undefined ? amounts : { ...amounts, before: { least: old, most: old } },
      );
    }
  };
  for (const type of is.values()) {
    const old = was.get(type.key);
    for (const { operation, records } of type.cells) {
      const had = old?.cells.find((cell) => cell.operation === operation)?.records;
      count(refKey({ kind: 'cell', type: type.key, operation }), had, records);
    }
    for (const field of type.fields.filter((one) => one.guarded)) {
      const had = old?.fields.find((one) => one.key === field.key);
      const ref = { kind: 'field', type: type.key, field: field.key } as const;
      count(refKey({ ...ref, use: 'view' }), had?.viewed, field.viewed);
      count(refKey({ ...ref, use: 'change' }), had?.changed, field.changed);
    }
  }
  const level = (answer: WhatCan, key: string) => {
    const one = answer.functions.find((known) => known.key === key);
    return one ? Math.max(0, one.levels.indexOf(one.level)) : 0;
  };
  const nothing = { now: { notches: 0, conditional: [] } };
  return {
    counts,
    source: {
      whole: true,
      cell: (type, operation) =>
        changed(
          { notches: reach(was, type.key, operation), conditional: [] },
          { notches: reach(is, type.key, operation), conditional: [] },
        ),
      field: () => nothing,
      level: ({ key }) => {
        const [old, now] = [level(before, key), level(after, key)];
        return old === now ? { now } : { now, before: old };
      },
      carried: () => 0,
      givers: () => [],
    },
  };
}

type Whom = { key: string; name: string };

/** The sum of rights of one of those who are given a role; of which, is chosen. */
export function Sum({ people, given }: { people: Whom[]; given: Given }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const whom = people.find((one) => one.key === chosen) ?? people[0];
  return (
    whom && (
      <>
        {people.length > 1 && (
          <Chooser
            label="All the rights of"
            width={260}
            value={whom}
            choices={people}
            onPick={(one) => setChosen(one?.key ?? null)}
          />
        )}
        <SumGrid key={whom.key} person={whom.key} name={whom.name} given={given} />
      </>
    )
  );
}

/** All that somebody can do, before and after they are given a role. */
function SumGrid({ person, name, given }: { person: string; name: string; given: Given }) {
  const sum = useQuery({
    queryKey: keys.withRole(person, given),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/people/{key}/with-role', {
          signal,
          params: { path: { key: person } },
          body: given,
        }),
      ),
    retry: false,
  });
  const [folding, setFolding] = useState<Folding>({
    open: new Set(),
    closed: new Set(),
    onlyGiven: true,
    search: '',
  });
  const drawn = useMemo(
    () => sum.data && { ...sumOf(sum.data.before, sum.data.after), bench: benchOf(sum.data.after) },
    [sum.data],
  );
  if (sum.isError) {
    return <Trouble error={sum.error} again={() => sum.refetch()} />;
  }
  if (!sum.data || !drawn) {
    return <Working lines={8} />;
  }
  const { before, after } = sum.data;
  const side = (was: number, is: number) =>
    was === is ? number(is) : `${number(was)} → ${number(is)}`;
  return (
    <>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {name} would view {side(before.totals.viewed, after.totals.viewed)} and change{' '}
        {side(before.totals.changed, after.totals.changed)} of {number(after.totals.records)}{' '}
        records in {after.application.name}, by all that they hold, while the role is in force.
      </Typography>
      <BenchGrid
        label={`What ${name} would have in all`}
        bench={drawn.bench}
        source={drawn.source}
        counts={drawn.counts}
        folding={folding}
        onFold={setFolding}
        editable={false}
      />
    </>
  );
}
