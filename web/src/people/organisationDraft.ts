import { api, data } from '../api/client';
import type { How, OrganisationSheet } from './api';

/** An organisation as somebody is changing it. */
export type OrganisationDraft = {
  version: number;
  name: string;
  tags: string[];
  domains: string;
  seats: string;
  seatsRefuse: boolean;
  pending: boolean;
  ends: string;
};

export function organisationDraft({
  version,
  line,
  pending,
  seatsRefuse,
}: OrganisationSheet): OrganisationDraft {
  return {
    version,
    name: line.name,
    tags: line.tags,
    domains: line.domains.join(', '),
    seats: line.seats === undefined ? '' : String(line.seats),
    seatsRefuse,
    pending,
    ends: line.ends ?? '',
  };
}

function body(draft: OrganisationDraft) {
  return {
    version: draft.version,
    name: draft.name,
    tags: draft.tags,
    domains: draft.domains.split(/[\s,;]+/).filter(Boolean),
    ...(draft.seats.trim() ? { seats: Number(draft.seats) } : {}),
    seatsRefuse: draft.seatsRefuse,
    pending: draft.pending,
    ends: draft.ends,
  };
}

export function changeOrganisation(key: string, draft: OrganisationDraft, how: How) {
  return data(
    api.PUT('/api/organisations/{key}', {
      params: { path: { key }, query: how },
      body: body(draft),
    }),
  );
}

export async function createOrganisation(name: string): Promise<string> {
  const made = await data(
    api.POST('/api/organisations', {
      body: { name, tags: [], domains: [] },
    }),
  );
  return made.key;
}
