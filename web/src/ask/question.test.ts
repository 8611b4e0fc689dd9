import { expect, test } from 'vitest';
import { type Pick, pickFromText, pickToText } from './question';

test('whatever is picked survives the address', () => {
  const picks: Pick[] = [
    { kind: 'cell', type: 'cargo_lot', operation: 'view' },
    { kind: 'field', type: 'voyage', field: 'margin' },
    { kind: 'function', function: 'month-end' },
    { kind: 'record', type: 'voyage', operation: 'view', record: 'V:10:42' },
  ];
  for (const pick of picks) {
    expect(pickFromText(pickToText(pick))).toEqual(pick);
  }
});

test('an address that was tampered with picks nothing', () => {
  for (const text of [null, '', 'cell', 'cell:voyage', 'record:voyage:view', 'else:a:b']) {
    expect(pickFromText(text)).toBeNull();
  }
});
