import { api, data } from '../api/client';
import type { How } from './api';

export type Members = { add?: string[]; remove?: string[]; lead?: string[]; follow?: string[] };

/** Changes who is in a team, or says what that would change. */
export function changeMembers(key: string, members: Members, how: How) {
  return data(
    api.POST('/api/teams/{key}/members', {
      params: { path: { key }, query: how },
      body: members,
    }),
  );
}
