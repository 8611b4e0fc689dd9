import type { UnitLine } from './api';

/** A unit where it is to be. */
export type Arranged = {
  key: string;
  name: string;
  parent: string;
  gone: boolean;
  fresh: boolean;
};

/** All units as they would be. */
export function arranged(units: UnitLine[], edits: Map<string, Arranged>): Arranged[] {
  const known = units.map(
    ({ key, name, parent }) =>
      edits.get(key) ?? { key, name, parent: parent ?? '', gone: false, fresh: false },
  );
  return [...known, ...[...edits.values()].filter((one) => one.fresh && !one.gone)];
}

/** Depth first; what hangs in a circle, or on something unknown, stands at the end. */
export function inOrder(units: Arranged[]): { unit: Arranged; depth: number }[] {
  const lines: { unit: Arranged; depth: number }[] = [];
  const below = (parent: string, depth: number) => {
    for (const unit of units.filter((one) => one.parent === parent)) {
      lines.push({ unit, depth });
      below(unit.key, depth + 1);
    }
  };
  below('', 0);
  for (const unit of units) {
    if (!lines.some((line) => line.unit === unit)) {
      lines.push({ unit, depth: 0 });
    }
  }
  return lines;
}

/** Only what is different, as the server takes it. */
export function changesOf(units: UnitLine[], edits: Map<string, Arranged>) {
  const known = new Map(units.map((one) => [one.key, one]));
  const changed = [...edits.values()].filter((one) => {
    const was = known.get(one.key);
    return !one.gone && (!was || was.name !== one.name || (was.parent ?? '') !== one.parent);
  });
  return {
    units: changed.map(({ key, name, parent }) => ({
      key,
      name,
      parent,
      version: known.get(key)?.version ?? -1,
    })),
    gone: [...edits.values()].filter((one) => one.gone && !one.fresh).map((one) => one.key),
  };
}
