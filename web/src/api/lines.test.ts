import { expect, test } from 'vitest';
import { withPart } from '../ask/answers';
import { linesOf } from './lines';

function streamOf(...chunks: string[]): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    start(controller) {
      for (const chunk of chunks) {
        controller.enqueue(encoder.encode(chunk));
      }
      controller.close();
    },
  });
}

test('lines are whole wherever the stream was cut', async () => {
  const lines: unknown[] = [];
  for await (const some of linesOf(streamOf('{"a":1}\n{"b"', ':2}\n', '\n{"c":3}'))) {
    lines.push(...some);
  }
  expect(lines).toEqual([{ a: 1 }, { b: 2 }, { c: 3 }]);
});

test('numbers come into the outline type by type', () => {
  const type = (key: string, total: number, counted: boolean) => ({ key, total, counted });
  const outline = {
    totals: { records: 0, viewed: 0, changed: 0 },
    areas: [{ key: 'work', types: [type('trip', 0, false), type('load', 0, false)] }],
  };
  const parts = [
    { outline },
    { row: type('load', 7, true) },
    { totals: { records: 7, viewed: 7, changed: 0 } },
  ] as unknown as Parameters<typeof withPart>[1][];
  const answer = parts.reduce<ReturnType<typeof withPart> | undefined>(withPart, undefined);
  expect(answer?.areas[0]?.types).toEqual([type('trip', 0, false), type('load', 7, true)]);
  expect(answer?.totals.records).toBe(7);
  const away = withPart(answer, { away: 'The database does not answer.' });
  expect(away.away).toContain('does not answer');
  expect(() => withPart(undefined, {})).toThrow('Ask again');
});
