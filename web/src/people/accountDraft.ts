import { api, data } from '../api/client';
import type { AccountSheet, How } from './api';

/** An account as somebody is changing it. */
export type AccountDraft = {
  version: number;
  name: string;
  tags: string[];
  domains: string;
  seats: string;
  seatsRefuse: boolean;
  pending: boolean;
  ends: string;
};

export function accountDraft({ version, line, pending, seatsRefuse }: AccountSheet): AccountDraft {
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

function body(draft: AccountDraft) {
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

export function changeAccount(key: string, draft: AccountDraft, how: How) {
  return data(
    api.PUT('/api/accounts/{key}', {
      params: { path: { key }, query: how },
      body: body(draft),
    }),
  );
}

export async function createAccount(name: string): Promise<string> {
  const made = await data(
    api.POST('/api/accounts', {
      body: { name, tags: [], domains: [] },
    }),
  );
  return made.key;
}
