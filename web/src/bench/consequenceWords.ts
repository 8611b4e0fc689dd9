import { number } from '../ask/said';
import type { Consequences } from './api';

export type Said = { text: string; gain?: 'gain' | 'loss'; bad?: boolean };

type Kind = Consequences['kinds'][number];

const KINDS_SAID = 2;

function people(count: number, one: string, many: string): string {
  return count === 1 ? `1 ${one}` : `${number(count)} ${many}`;
}

function records(kind: Kind, side: 'gained' | 'lost'): string {
  const { records: amount, each, withheld } = kind[side];
  const plural = kind.plural.toLowerCase();
  if (withheld) {
    return plural;
  }
  if (amount === undefined) {
    return `creating ${plural}`;
  }
  const name = amount === 1 ? kind.singular.toLowerCase() : plural;
  return `${each ? 'up to ' : ''}${number(amount)} ${name}`;
}

function side(told: Consequences, of: 'gained' | 'lost'): Said[] {
  const kinds = told.kinds
    .filter((kind) => kind[of].people > 0)
    .sort((one, other) => other[of].people - one[of].people);
  const functions = told.functions.filter(
    (one) => (of === 'gained' ? one.gaining : one.losing) > 0,
  );
  const count = of === 'gained' ? told.gaining : told.losing;
  if (count === 0) {
    return [];
  }
  const what = [
    ...kinds.slice(0, KINDS_SAID).map((kind) => records(kind, of)),
    ...functions.slice(0, Math.max(0, KINDS_SAID - kinds.length)).map((one) => one.name),
  ];
  const more = kinds.length + functions.length - what.length;
  const verb = of === 'gained' ? ['person gains', 'people gain'] : ['person loses', 'people lose'];
  return [
    {
      gain: of === 'gained' ? 'gain' : 'loss',
      text: `${people(count, verb[0] ?? '', verb[1] ?? '')} ${what.join(', ')}${
        more > 0 ? ` and ${more} more` : ''
      }`,
    },
  ];
}

/** What a draft leads to, in a few words. */
export function consequenceWords(told: Consequences): Said[] {
  const all: Said[] = [...side(told, 'gained'), ...side(told, 'lost')];
  if (told.externalsGaining > 0) {
    all.push({
      text: `${people(told.externalsGaining, 'external', 'externals')} among them`,
      bad: true,
    });
  }
  if (told.gainingGuarded > 0) {
    all.push({
      text: `${people(told.gainingGuarded, 'gains', 'gain')} guarded fields`,
      bad: true,
    });
  }
  if (told.broken.length > 0) {
    all.push({
      text:
        told.broken.length === 1
          ? '1 expectation breaks'
          : `${told.broken.length} expectations break`,
      bad: true,
    });
  }
  for (const one of told.seats) {
    const over = one.after > one.agreed;
    all.push({
      text: over
        ? `${one.name}: ${number(one.after)} people on ${one.agreed === 1 ? '1 seat' : `${number(one.agreed)} seats`}`
        : `${number(one.after)} of ${number(one.agreed)} seats of ${one.name}`,
      ...(over ? { bad: true } : {}),
    });
  }
  const approvers = [...new Set(told.objections.flatMap((one) => one.approvers))];
  if (told.objections.length > 0) {
    all.push({
      text:
        approvers.length === 0
          ? 'nobody can agree to it'
          : `needs the agreement of ${approvers.slice(0, 2).join(' or ')}${approvers.length > 2 ? ' or others' : ''}`,
      bad: true,
    });
  }
  if (all.length === 0) {
    all.push({ text: 'Nobody gains or loses anything today' });
  }
  return all;
}
