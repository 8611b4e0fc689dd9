import { expect, test } from 'vitest';
import { changed, filledIn } from './address';

test('what is changed to nothing is left out of the address', () => {
  const now = new URLSearchParams('person=ann&page=3');
  expect(changed(now, { page: '', at: 'noon' }).toString()).toBe('person=ann&at=noon');
  expect(now.toString()).toBe('person=ann&page=3');
  expect(filledIn({ person: 'ann', account: undefined, at: '' }).toString()).toBe('person=ann');
});
