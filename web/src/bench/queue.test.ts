import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Problem } from '../api/client';
import { type ChangePart, EditQueue } from './queue';

const one: ChangePart[] = [{ remove: 'roles', key: 'one' }];
const two: ChangePart[] = [{ remove: 'roles', key: 'two' }];

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test('edits are sent one after the other', async () => {
  const sent: ChangePart[][] = [];
  let answer = () => {};
  const queue = new EditQueue((changes) => {
    sent.push(changes);
    return new Promise<void>((resolve) => {
      answer = resolve;
    });
  });
  queue.add(one);
  queue.add(two);
  expect(sent).toEqual([one]);
  expect(queue.current().pending).toEqual([one, two]);
  answer();
  await vi.advanceTimersByTimeAsync(0);
  expect(sent).toEqual([one, two]);
  answer();
  await vi.advanceTimersByTimeAsync(0);
  expect(queue.current()).toEqual({ pending: [], problem: null });
});

test('while the server does not answer they wait, and are sent again', async () => {
  let up = false;
  const sent: ChangePart[][] = [];
  const queue = new EditQueue(async (changes) => {
    if (!up) {
      throw new Problem(0, 'Nembar does not answer', 'Try again.');
    }
    sent.push(changes);
  });
  queue.add(one);
  await vi.advanceTimersByTimeAsync(0);
  expect(queue.current().problem?.status).toBe(0);
  queue.add(two);
  up = true;
  await vi.advanceTimersByTimeAsync(3_000);
  expect(sent).toEqual([one, two]);
  expect(queue.current().pending).toEqual([]);
});

test('what is refused stays until one says what becomes of it', async () => {
  const send = vi.fn().mockRejectedValue(new Problem(409, 'Edited meanwhile', 'Look at it.'));
  const queue = new EditQueue(send);
  queue.add(one);
  await vi.advanceTimersByTimeAsync(60_000);
  expect(send).toHaveBeenCalledTimes(1);
  expect(queue.current().pending).toEqual([one]);

  send.mockResolvedValue(undefined);
  queue.again();
  await vi.advanceTimersByTimeAsync(0);
  expect(queue.current()).toEqual({ pending: [], problem: null });

  send.mockRejectedValue(new Problem(403, 'Not yours', ''));
  queue.add(two);
  await vi.advanceTimersByTimeAsync(0);
  queue.drop();
  expect(queue.current()).toEqual({ pending: [], problem: null });
});
