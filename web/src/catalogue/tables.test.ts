import { describe, expect, it } from 'vitest';
import type { RecordType, TableProposed } from './api';
import { counts, decided, guarding, matching, progress, without } from './tables';

const type: RecordType = {
  key: 'job_line',
  singular: 'Job line',
  plural: 'Job lines',
  keyField: 'key',
  titleField: 'note',
  parent: { recordType: 'job', through: 'job_id', follows: 'all', lifts: false },
  fields: [
    { key: 'key', guarded: false },
    { key: 'job_id', guarded: false },
    { key: 'note', guarded: false },
  ],
};

const table = (name: string, more: Partial<TableProposed> = {}): TableProposed => ({
  table: name,
  kind: 'table',
  comment: '',
  columns: 3,
  use: 'records',
  why: 'it has a key',
  recordType: type,
  reasons: {},
  left: {},
  decision: 'open',
  ...more,
});

const { recordType: _, ...log } = table('yard.log', { use: 'noRecords' });
const tables = [table('yard.jobs', { decision: 'taken' }), table('yard.lines'), log];

describe('tables of a proposal', () => {
  it('are decided on, and changed with it', () => {
    const next = decided({ areas: [], tables }, [
      { table: 'yard.lines', decision: 'taken', recordType: { ...type, plural: 'Lines' } },
      { table: 'yard.jobs', decision: 'open' },
    ]).tables;
    expect(next.map((one) => one.decision)).toEqual(['open', 'taken', 'open']);
    expect(next[1]?.recordType?.plural).toBe('Lines');
    expect(next[0]?.recordType).toBe(type);
  });

  it('are found by their name and by that of their records', () => {
    expect(matching(tables, '', 'JOB L')).toHaveLength(2);
    expect(matching(tables, 'noRecords', '')).toEqual([log]);
    expect(matching(tables, 'records', 'log')).toEqual([]);
  });

  it('are counted by what they are, and by what is decided', () => {
    expect(counts(tables)).toEqual([
      ['records', 2],
      ['noRecords', 1],
    ]);
    expect(progress(tables)).toEqual({ all: 2, decided: 1, taken: 1 });
  });
});

describe('a record type', () => {
  it('is known by its key where its title is left out', () => {
    expect(without(type, 'note').titleField).toBe('key');
    expect(without(type, 'note').parent).toBeDefined();
  });

  it('stands alone where what leads to its parent is left out', () => {
    const alone = without(type, 'job_id');
    expect(alone.parent).toBeUndefined();
    expect(alone.fields?.map((one) => one.key)).toEqual(['key', 'note']);
  });

  it('has a field guarded', () => {
    expect(guarding(type, 'note', true).fields?.map((one) => one.guarded)).toEqual([
      false,
      false,
      true,
    ]);
  });
});
