import { describe, expect, it } from 'vitest';
import type { Card, Review } from './api';
import { answered, lastDay, peersSaid, stateOf, usedSaid } from './said';

const card = (more: Partial<Card>): Card =>
  ({ gone: false, useTells: false, reason: '', ...more }) as Card;

describe('what is said of rights in a review', () => {
  it('tells the answer, and what becomes of it', () => {
    expect(answered(card({}))).toBe('No answer yet');
    expect(answered(card({ answer: 'keep' }))).toBe('Keep');
    expect(answered(card({ answer: 'end' }))).toBe('End');
    expect(
      answered(card({ answer: 'change', asRole: 'Reader', goesOnUntil: '2026-07-01T00:00:00' })),
    ).toBe('Change: as Reader, until 30 June 2026');
    expect(answered(card({ answer: 'keep', gone: true }))).toBe('Ended by itself');
  });

  it('names the last day before an end', () => {
    expect(lastDay('2026-07-01T00:00:00')).toBe('2026-06-30');
    expect(lastDay('2026-07-01T12:00:00')).toBe('2026-07-01');
  });

  it('compares with peers only where there are some', () => {
    expect(peersSaid(undefined)).toBe('');
    expect(peersSaid({ holding: 0, of: 3 })).toBe('None of the 3 others in the same seat holds it');
    expect(peersSaid({ holding: 1, of: 1 })).toBe('The other one in the same seat holds it too');
    expect(peersSaid({ holding: 2, of: 3 })).toBe('2 of the 3 others in the same seat hold it too');
  });

  it('says that nothing was used only where that is known', () => {
    expect(usedSaid(card({}))).toBe('');
    expect(usedSaid(card({ useTells: true }))).toBe('Not used as long as use is kept');
    expect(usedSaid(card({ lastUsed: '2026-06-30' }))).toBe('Last used on 30 June 2026');
  });

  it('tells how a review stands', () => {
    const review = (more: Partial<Review>) => ({ overdue: false, ...more }) as Review;
    expect(stateOf(review({ state: 'open' }))).toBe('open');
    expect(stateOf(review({ state: 'open', overdue: true }))).toBe('overdue');
    expect(stateOf(review({ state: 'closed' }))).toBe('ended, its draft waits');
    expect(stateOf(review({ state: 'sealed' }))).toBe('sealed');
  });
});
