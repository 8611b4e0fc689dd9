import type { Schemas } from '../api/client';
import type { TypeShown } from './design';
import type { ChangePart } from './queue';
import { begun, type Starter } from './starters';

type Area = Schemas['AreaShown'];

/** Of nothing that says whose a record is, all is the only reach there is. */
const READER: Starter = {
  key: 'reader',
  name: 'Reader',
  for: 'Looks at the records of this area and changes nothing.',
  meantFor: 'staff',
  reaches: ['branch', 'all'],
  operations: ['view'],
};

const CONTRIBUTOR: Starter = {
  key: 'contributor',
  name: 'Contributor',
  for: 'Creates and changes the records of this area.',
  meantFor: 'staff',
  reaches: ['unit', 'own', 'all'],
  operations: ['view', 'change', 'create'],
};

const ADMINISTRATOR: Starter = {
  key: 'administrator',
  name: 'Administrator',
  for: 'Does everything with every record of the open areas.',
  meantFor: 'staff',
  reaches: ['all'],
  operations: ['change', 'create', 'delete', 'its own'],
};

/** What had better never be seen from outside, as it is said of it. */
const INSIDE: Record<string, string> = {
  personal: 'personal data',
  commercial: 'commercial figures',
  health: 'what is known of anybody’s health',
};

/**
 * The first draft of an application that has no roles: a reader and a contributor for each open
 * area, an administrator of all of them, and that nobody outside ever sees what is labelled as
 * personal, commercial or about health.
 *
 * @param owner key of whoever is told when an expectation is broken
 */
export function firstDraft(areas: Area[], types: TypeShown[], owner: string): ChangePart[] {
  const open = areas.filter((area) => !area.stewards);
  const guarded = new Set(areas.filter((area) => area.stewards).map((area) => area.key));
  const taken = { roles: new Set<string>(), sets: new Set<string>() };
  const changes: ChangePart[] = [];
  for (const area of open) {
    const some = types.filter((type) => type.area === area.key);
    for (const starter of some.length > 0 ? [READER, CONTRIBUTOR] : []) {
      const name = `${starter.name}, ${area.name}`;
      const one = begun(starter, name, some, guarded, taken);
      taken.roles.add(one.role);
      taken.sets.add(one.role);
      changes.push(...one.changes);
    }
  }
  const all = begun(ADMINISTRATOR, ADMINISTRATOR.name, types, guarded, taken);
  return [...changes, ...all.changes, ...inside(types, owner)];
}

function inside(types: TypeShown[], owner: string): ChangePart[] {
  const labels = new Set(
    types.flatMap((type) => type.fields.flatMap((one) => one.classifications)),
  );
  return Object.entries(INSIDE)
    .filter(([label]) => labels.has(label))
    .map(([label, said]) => ({
      put: 'expectations' as const,
      element: {
        key: `${label}-inside`,
        name: `Externals never see ${said}`,
        subject: { of: [{ all: 'externals' }] },
        claim: 'canNever',
        classification: label,
        use: 'view',
        owner,
        reason: '',
        severity: 'error',
      },
    }));
}
