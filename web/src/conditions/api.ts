import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';

export type Term = { kind: string; value: string };

/** A row of a condition: a comparison, a group of rows, or text that rows cannot show. */
export type Row = {
  is: string;
  not?: boolean;
  left?: Term;
  values?: Term[];
  rows?: Row[];
  text?: string;
};
export type Name = Schemas['NameShown'];
export type PrivilegePart = Schemas['PrivilegePart'];

/** What a condition is about and stands in. */
export type About = {
  application: string;
  /** Key of a record type; empty for people. */
  recordType: string;
  /** Whether it takes away instead of opening. */
  restricts?: boolean;
  /** The privilege that it bounds, and the others given with it. */
  privilege?: PrivilegePart;
  beside?: PrivilegePart[];
};

/** A condition as it is written: how it reads, how many records meet it, or what is wrong. */
export function useCondition(about: About, written: { text?: string; rows?: Row }, editor: string) {
  const { application, ...rest } = about;
  const empty = written.rows === undefined && (written.text ?? '').trim() === '';
  return useQuery({
    queryKey: keys.condition(about, written),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/conditions/check', {
          params: { path: { application } },
          body: { ...rest, ...written, editor },
          signal,
        }),
      ),
    enabled: !empty,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** The names that a condition may use. */
export function useNames({ application, recordType }: About) {
  return useQuery({
    queryKey: keys.conditionNames(application, recordType),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/conditions/names', {
          signal,
          params: { path: { application }, query: { recordType } },
        }),
      ),
    staleTime: 300_000,
  });
}

export const valuesOf = (
  { application, recordType }: About,
  name: string,
  search: string,
  editor: string,
  signal?: AbortSignal,
) =>
  data(
    api.GET('/api/applications/{application}/conditions/values', {
      params: { path: { application }, query: { recordType, name, search, editor } },
      ...(signal ? { signal } : {}),
    }),
  );

/** Values that a name has in the data, as far as one may know them. */
export function useValues(about: About, name: string, search: string, editor: string) {
  return useQuery({
    queryKey: keys.conditionValues(about.application, about.recordType, name, search),
    queryFn: ({ signal }) => valuesOf(about, name, search, editor, signal),
    enabled: name !== '',
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 60_000,
  });
}
