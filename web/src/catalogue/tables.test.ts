import { describe, expect, it } from 'vitest';
import type { Field, RecordType, TableProposed } from './api';
import {
  counts,
  decided,
  keyedBy,
  leads,
  lookedUp,
  matching,
  placed,
  placing,
  progress,
  servesAs,
  without,
} from './tables';

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
  columns: ['id'],
  use: 'records',
  recommended: true,
  why: 'it has a key',
  recordType: type,
  reasons: {},
  more: [],
  keys: [],
  left: {},
  decision: 'open',
  ...more,
});

const { recordType: _, ...log } = table('yard.log', { use: 'noRecords', recommended: false });
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

  it('is placed by fields that lead there, and no longer by one that is left out', () => {
    const owned: RecordType = {
      ...type,
      owner: 'who',
      fields: [
        ...(type.fields ?? []),
        {
          key: 'who',
          type: 'person',
          guarded: false,
          lookup: { identifier: 'personEmail', table: 'yard.staff', from: 'id', to: 'email' },
        },
        { key: 'code', type: 'text', guarded: false },
      ],
    };
    expect(placing(owned, 'owner').map((one) => one.key)).toEqual(['who']);
    expect(placing(owned, 'account').map((one) => one.key)).toEqual(['code']);
    expect(placed(owned, 'owner', '').owner).toBeUndefined();
    expect(placed(owned, 'account', 'code').account).toBe('code');
    expect(without(owned, 'who').owner).toBeUndefined();
  });

  it('says how a field leads to the directory', () => {
    const lookup = { identifier: 'accountKey', table: 'a.b', from: 'id', to: 'code' } as const;
    const by = lookedUp(
      { ...type, fields: [{ key: 'customer', refersTo: 'customer', guarded: false }] },
      'customer',
      lookup,
    ).fields?.[0];
    expect(by?.refersTo).toBeUndefined();
    expect(leads(by)).toBe('leads to a.b, whose code is an organisation’s key');
    expect(leads({ guarded: false, lookup: { identifier: 'personEmail' } })).toBe(
      'is a person’s e-mail',
    );
    expect(leads({ guarded: false, link: { table: 'a.links', columns: [] } })).toBe(
      'has the directory’s own keys, several by a.links',
    );
  });

  it('may be told apart by other columns, which become the key or a field more', () => {
    const uuid: Field = {
      key: 'ref',
      label: 'Ref',
      type: 'text',
      guarded: false,
      columns: [{ name: 'ref', stored: 'uuid' }],
    };
    const added = keyedBy(type, uuid);
    expect(added.keyField).toBe('ref');
    expect(added.fields?.map((one) => one.key)).toEqual(['ref', 'key', 'job_id', 'note']);

    const there = { key: 'note', label: 'Number', guarded: true, choices: ['a'], column: 'ref' };
    const turned = keyedBy({ ...type, fields: [{ ...there, type: 'choice' }] }, uuid);
    expect(turned.keyField).toBe('note');
    expect(turned.fields).toEqual([{ ...uuid, key: 'note', label: 'Number' }]);

    const { columns: _, ...plain } = uuid;
    expect(keyedBy({ ...type, fields: [{ ...plain, key: 'ref' }] }, plain).fields).toEqual([
      { ...plain, column: 'ref' },
    ]);
  });

  it('serve another type where they have all its own columns', () => {
    const own: RecordType = {
      ...type,
      fields: [
        { key: 'key', guarded: false, column: 'id' },
        {
          key: 'crews',
          guarded: false,
          columns: [{ name: 'crew' }],
          link: { table: 'yard.job_crews', columns: [{ name: 'job' }] },
        },
      ],
    };
    expect(servesAs(own, table('yard.others'))).toBe(true);
    expect(servesAs(own, table('yard.others', { columns: ['no'] }))).toBe(false);
  });
});
