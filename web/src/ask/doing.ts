import type { Bench } from '../bench/api';
import { type Pick, pickFromText, pickToText } from './question';
import type { Choice } from './Slot';

/** What can be asked of: an operation, a field, every field of a classification, a function. */
export type Doing = Exclude<Pick, { kind: 'record' }> | { kind: 'class'; classification: string };

export function doingFrom(text: string): Doing | null {
  if (text.startsWith('class:') && text.length > 'class:'.length) {
    return { kind: 'class', classification: text.slice('class:'.length) };
  }
  const pick = pickFromText(text);
  return pick && pick.kind !== 'record' ? pick : null;
}

/** Everything of an application that a question can be about, by its own words. */
export function doings(bench: Bench): Choice[] {
  const classes = new Set(
    bench.types.flatMap((type) => type.fields.flatMap((one) => one.classifications)),
  );
  return [
    ...bench.types.flatMap((type) =>
      type.operations.map((one) => ({
        key: pickToText({ kind: 'cell', type: type.key, operation: one.key }),
        name: `${one.name} ${type.plural.toLowerCase()}`,
      })),
    ),
    ...bench.types.flatMap((type) =>
      type.fields.map((field) => ({
        key: pickToText({ kind: 'field', type: type.key, field: field.key }),
        name: `see ${field.label.toLowerCase()} of ${type.plural.toLowerCase()}`,
        detail: field.guarded ? 'guarded' : '',
      })),
    ),
    ...[...classes].map((classification) => ({
      key: `class:${classification}`,
      name: `see any field that is ${classification}`,
    })),
    ...bench.functions.map((one) => ({
      key: pickToText({ kind: 'function', function: one.key }),
      name: `use ${one.name}`,
      detail: one.levels.slice(1).join(', '),
    })),
  ];
}

/** Whether it can be asked about one record. */
export const onRecords = (doing: Doing | null): doing is Extract<Doing, { type: string }> =>
  doing?.kind === 'cell' || doing?.kind === 'field';
