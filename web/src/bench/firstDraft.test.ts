import { describe, expect, it } from 'vitest';
import type { TypeShown } from './design';
import { firstDraft } from './firstDraft';
import { putIn } from './queue';

const operations = ['view', 'change', 'create', 'delete'].map((key) => ({ key, name: key }));

const type = (key: string, area: string, classifications: string[] = []): TypeShown => ({
  key,
  area,
  singular: key,
  plural: `${key}s`,
  operations,
  unsaid: { own: 'no owner', unit: 'no unit', branch: 'no unit' },
  fields: [{ key: 'f', label: 'F', guarded: false, classifications }],
});

const areas = [
  { key: 'work', name: 'Work' },
  { key: 'pay', name: 'Pay', stewards: 'Agnete' },
  { key: 'empty', name: 'Empty' },
];
const types = [type('job', 'work', ['commercial']), type('wage', 'pay', ['personal'])];
const draft = firstDraft(areas, types, 'idris');
const put = (list: string) =>
  draft.flatMap((change) => {
    const element = putIn(change, list);
    return element ? [element] : [];
  });

describe('the first draft of an application', () => {
  it('has a reader and a contributor for each open area, and an administrator', () => {
    const roles = put('roles');
    expect(roles.map((one) => one.name)).toEqual([
      'Reader, Work',
      'Contributor, Work',
      'Administrator',
    ]);
    const sets = put('privilegeSets');
    expect(sets.map((one) => one.key)).toEqual(roles.flatMap((one) => one.sets));
  });

  it('leaves guarded areas to their stewards', () => {
    expect(JSON.stringify(draft)).not.toContain('"wage"');
  });

  it('reaches all where nothing says whose a record is', () => {
    const [reader, contributor, all] = put('privilegeSets');
    expect(reader?.privileges).toEqual([{ recordType: 'job', operation: 'view', reach: 'all' }]);
    expect(contributor?.privileges).toHaveLength(3);
    expect(all?.privileges).toContainEqual({
      recordType: 'job',
      operation: 'delete',
      reach: 'all',
    });
  });

  it('expects that nobody outside sees what is labelled', () => {
    const expected = put('expectations');
    expect(expected.map((one) => one.classification)).toEqual(['personal', 'commercial']);
    expect(expected[0]).toMatchObject({ claim: 'canNever', owner: 'idris', severity: 'error' });
  });
});
