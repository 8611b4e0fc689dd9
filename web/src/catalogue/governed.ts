import { useMemo } from 'react';
import type { Schemas } from '../api/client';
import type { DraftShown } from '../bench/api';
import { keyFor } from '../bench/design';
import type { ChangePart } from '../bench/queue';
import { useDrafted, type Worked, worked } from '../bench/working';
import { type Field, type RecordType, useCatalogue } from './api';

export type Area = Schemas['AreaPart'];
export type Operation = Schemas['OperationPart'];
export type FunctionPart = Schemas['FunctionPart'];
export type List = 'areas' | 'recordTypes' | 'functions';

/** What is governed, as the draft has it in which one works. */
export type Governed = {
  areas: Worked<Area>[];
  types: Worked<RecordType>[];
  functions: Worked<FunctionPart>[];
  draft: DraftShown | undefined;
  edit: (changes: ChangePart[]) => void;
  error: Error | null;
  again: () => void;
  pending: boolean;
};

const published = <E>(elements: E[] | undefined) =>
  (elements ?? []).map((element) => ({ element, people: 0 }));

export function useGoverned(application: string): Governed {
  const catalogue = useCatalogue(application);
  const { tray, queue, changes } = useDrafted(application);
  return useMemo(
    () => ({
      areas: worked<Area>('areas', published(catalogue.data?.areas), changes),
      types: worked<RecordType>('recordTypes', published(catalogue.data?.recordTypes), changes),
      functions: worked<FunctionPart>('functions', published(catalogue.data?.functions), changes),
      draft: tray.data?.draft,
      edit: (edited: ChangePart[]) => queue.add(edited),
      error: catalogue.error,
      again: () => void catalogue.refetch(),
      pending: catalogue.isPending,
    }),
    [catalogue, changes, tray.data, queue],
  );
}

export const put = (list: List, element: object): ChangePart => ({
  put: list,
  element: element as Record<string, unknown>,
});

/** A key in which a condition can speak of it: words with an underscore between them. */
export const wordKey = (name: string, taken: Iterable<string>) =>
  keyFor(name, new Set([...taken].map((one) => one.replaceAll('_', '-')))).replaceAll('-', '_');

/** The record type with one field otherwise. */
export const withField = (type: RecordType, field: Field): RecordType => ({
  ...type,
  fields: (type.fields ?? []).map((one) => (one.key === field.key ? field : one)),
});

/** What of the elements still stands in the draft. */
export const standing = <E>(all: Worked<E>[]): E[] =>
  all.flatMap((one) => (one.now ? [one.now] : []));
