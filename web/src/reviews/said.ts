import { writtenDay } from '../app/dateStyle';
import { number } from '../ask/said';
import type { Card, Progress, Review } from './api';

/** A day that is written as 2026-03-03, as whoever is signed in writes it. */
const dayOf = (day: string) => writtenDay(new Date(`${day}T00:00`));

/** How far a review has come, and by when it is to be done. */
export const far = {
  day: (day: string) => dayOf(day),
  of: ({ answered, rights }: Progress) => `${number(answered)} of ${number(rights)}`,
};

/** How a review stands, in a word or two. */
export function stateOf(review: Review): string {
  if (review.state === 'open') {
    return review.overdue ? 'overdue' : 'open';
  }
  return review.state === 'closed' ? 'ended, its draft waits' : 'sealed';
}

/** What was answered about a right. */
export function answered(card: Card): string {
  if (card.gone) {
    return 'Ended by itself';
  }
  switch (card.answer) {
    case 'keep':
      return 'Keep';
    case 'end':
      return 'End';
    case 'change': {
      const parts = [
        ...(card.asRole ? [`as ${card.asRole}`] : []),
        ...(card.goesOnUntil ? [`until ${dayOf(lastDay(card.goesOnUntil))}`] : []),
      ];
      return `Change: ${parts.join(', ')}`;
    }
    default:
      return 'No answer yet';
  }
}

/** The last day before an instant at which something ends, by the clock of whoever looks. */
export function lastDay(end: string): string {
  const at = new Date(new Date(end).getTime() - 1000);
  const two = (part: number) => String(part).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** What peers hold of it, in a sentence; nothing where nobody can be compared. */
export function peersSaid(peers: Card['peers']): string {
  if (!peers) {
    return '';
  }
  const { holding, of } = peers;
  if (holding === 0) {
    return of === 1
      ? 'The other one in the same seat does not hold it'
      : `None of the ${number(of)} others in the same seat holds it`;
  }
  return of === 1
    ? 'The other one in the same seat holds it too'
    : `${number(holding)} of the ${number(of)} others in the same seat hold it too`;
}

/** Whether it was used, in a sentence; nothing where that is not known. */
export function usedSaid(card: Card): string {
  if (card.lastUsed) {
    return `Last used on ${dayOf(card.lastUsed)}`;
  }
  return card.useTells ? 'Not used as long as use is kept' : '';
}
