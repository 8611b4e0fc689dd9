import type { Bench } from './api';
import {
  carriedView,
  type FieldUse,
  type Given,
  givenOn,
  givenOnField,
  levelOf,
  type Privilege,
  reachWords,
} from './design';

/** One place on the grid at which two sides can differ. */
export type Place = {
  key: string;
  /** Key of the record type; empty for functions. */
  type: string;
  label: string;
  /** Whether a privilege is about it. */
  on: (one: Privilege) => boolean;
};

/** What two sides have at a place, in words; empty where they have nothing. */
export type Compared = Place & { left: Side; right: Side; differs: boolean };

export type Side = { words: string; notches: number };

const USES = ['view', 'change'] as const;

/** Every place of the grid: operations, guarded fields and functions. */
export function places(bench: Bench): Place[] {
  return [
    ...bench.types.flatMap((type) => [
      ...type.operations.map((one) => ({
        key: `${type.key}/${one.key}`,
        type: type.key,
        label: one.name,
        on: (of: Privilege) => of.recordType === type.key && of.operation === one.key,
      })),
      ...type.fields
        .filter((one) => one.guarded)
        .flatMap((field) =>
          USES.map((use) => ({
            key: `${type.key}.${field.key}/${use}`,
            type: type.key,
            label: `${use} ${field.label.toLowerCase()}`,
            on: (of: Privilege) =>
              of.recordType === type.key && of.use === use && (of.fields ?? []).includes(field.key),
          })),
        ),
    ]),
    ...bench.functions.map((one) => ({
      key: `#${one.key}`,
      type: '',
      label: one.name,
      on: (of: Privilege) => of.function === one.key,
    })),
  ];
}

function words(given: Given): string {
  return [
    ...(given.notches > 0 ? [reachWords(given.notches)] : []),
    ...given.conditional.map((one) => `${reachWords(one.notches)} where ${one.condition}`),
  ].join('; ');
}

const widest = (given: Given) =>
  Math.max(given.notches, ...given.conditional.map((one) => one.notches));

function side(bench: Bench, place: Place, privileges: Privilege[]): Side {
  if (place.type === '') {
    const one = bench.functions.find((of) => `#${of.key}` === place.key);
    const level = one ? levelOf(privileges, one) : 0;
    return { words: level > 0 ? (one?.levels[level] ?? '') : '', notches: 0 };
  }
  const [on = '', what = ''] = place.key.split('/');
  const field = on.split('.')[1];
  const given = field
    ? givenOnField(privileges, place.type, field, what as FieldUse)
    : givenOn(privileges, place.type, what);
  const carried = !field && what === 'view' ? carriedView(privileges, place.type) : 0;
  return carried > widest(given)
    ? { words: `${reachWords(carried)}, carried`, notches: carried }
    : { words: words(given), notches: widest(given) };
}

/** Both sides at every place at which one of them has something. */
export function compared(bench: Bench, left: Privilege[], right: Privilege[]): Compared[] {
  return places(bench)
    .map((place) => {
      const one = side(bench, place, left);
      const other = side(bench, place, right);
      return { ...place, left: one, right: other, differs: one.words !== other.words };
    })
    .filter((one) => one.left.words !== '' || one.right.words !== '');
}

/** Privileges with what others give at some places in the stead of what they gave there. */
export function takenOver(into: Privilege[], from: Privilege[], some: Place[]): Privilege[] {
  let all = into;
  for (const place of some) {
    const rest = all.flatMap((one) => (place.on(one) ? without(one, place) : [one]));
    all = [...rest, ...from.filter(place.on).map((one) => alone(one, place))];
  }
  return merged(all);
}

const fieldOf = (place: Place) => place.key.split('/')[0]?.split('.')[1];

/** What is left of a privilege at other places: its other fields. */
function without(one: Privilege, place: Place): Privilege[] {
  const field = fieldOf(place);
  const fields = (one.fields ?? []).filter((of) => of !== field);
  return field !== undefined && fields.length > 0 ? [{ ...one, fields }] : [];
}

/** The part of a privilege that is about the place alone. */
function alone(one: Privilege, place: Place): Privilege {
  const field = fieldOf(place);
  return field === undefined ? one : { ...one, fields: [field] };
}

/** Field privileges that differ in their fields alone are one, as documents have it. */
function merged(privileges: Privilege[]): Privilege[] {
  const all: Privilege[] = [];
  for (const one of privileges) {
    const like = all.findIndex(
      (other) =>
        (one.fields ?? []).length > 0 &&
        JSON.stringify({ ...one, fields: [] }) === JSON.stringify({ ...other, fields: [] }),
    );
    const known = all[like];
    if (known) {
      all[like] = {
        ...known,
        fields: [...new Set([...(known.fields ?? []), ...(one.fields ?? [])])],
      };
    } else if (!all.some((other) => JSON.stringify(other) === JSON.stringify(one))) {
      all.push(one);
    }
  }
  return all;
}
