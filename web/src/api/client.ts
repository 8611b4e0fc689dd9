import createClient, { type Middleware } from 'openapi-fetch';
import { quoted } from '../ask/said';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** An error as the server tells it (RFC 9457), or that it could not be reached. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly because: string[];
  readonly path: string | undefined;
  /** What else is wanted to sign in. */
  readonly wanted: string | undefined;
  /** Whether somebody else has changed the same thing meanwhile. */
  readonly overtaken: boolean;

  constructor(
    status: number,
    title: string,
    detail: string,
    because: string[] = [],
    path?: string,
    wanted?: string,
    overtaken = false,
  ) {
    super(quoted(detail));
    this.status = status;
    this.title = title;
    this.because = because;
    this.path = path;
    this.wanted = wanted;
    this.overtaken = overtaken;
  }
}

/** What went wrong, with every reason there is. */
export const withReasons = (error: Error): string =>
  [error.message, ...(error instanceof Problem ? error.because : [])].join(' ');

/** What is wrong, thing by thing, where that is more than the error says itself. */
function wrongs(body: { detail?: string; problems?: { message?: string }[] }): string[] {
  return (body.problems ?? []).flatMap(({ message }) =>
    message && message !== body.detail ? [quoted(message)] : [],
  );
}

function cookie(name: string): string | undefined {
  return document.cookie
    .split('; ')
    .find((pair) => pair.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

const unreachable = () =>
  new Problem(0, 'Nembar does not answer', 'Check that it runs, then try again.');

const shared: Middleware = {
  onRequest({ request }) {
    const token = cookie('__Host-XSRF-TOKEN') ?? cookie('XSRF-TOKEN');
    if (token && request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', token);
    }
    return request;
  },
  async onResponse({ response }) {
    if (response.ok) {
      return response;
    }
    const body = await response.json().catch(() => null);
    if (!body) {
      throw unreachable();
    }
    throw new Problem(
      response.status,
      body.title ?? 'Something went wrong',
      body.detail ?? '',
      body.because ?? wrongs(body),
      body.problems?.[0]?.path,
      body.wanted,
      body.overtaken,
    );
  },
  onError() {
    return unreachable();
  },
};

export const api = createClient<paths>({
  // Where there is no page, as in tests of what needs none, nothing is asked.
  baseUrl: globalThis.location?.origin ?? '',
  // Looked up at each call, so that a test can stand in for the server.
  fetch: (request) => fetch(request),
});
api.use(shared);

/** The data of an answer; anything but success has thrown a Problem before. */
export async function data<T>(answer: Promise<{ data?: T }>): Promise<T> {
  return (await answer).data as T;
}
