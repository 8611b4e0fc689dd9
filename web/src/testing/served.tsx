import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import { theme } from '../app/theme';

/** What the interface asked the server for. */
export type Call = { method: string; path: string; query: URLSearchParams; body: unknown };

type Answer = (call: Call) => unknown;

/** An answer that is an error, as the server tells it. */
export class Refusal {
  readonly status: number;
  readonly problem: object;

  constructor(status: number, problem: object) {
    this.status = status;
    this.problem = problem;
  }
}

/**
 * Stands in for the server until the end of the test.
 *
 * @param answers by method and path, as in "GET /api/people"
 * @returns every call, in order
 */
export function serve(answers: Record<string, Answer>): Call[] {
  const calls: Call[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url);
    const text = await request.text();
    const call = {
      method: request.method,
      path: url.pathname,
      query: url.searchParams,
      body: text === '' ? null : JSON.parse(text),
    };
    calls.push(call);
    const answer = answers[`${call.method} ${call.path}`];
    const told = answer
      ? answer(call)
      : new Refusal(404, { title: 'Not found', detail: call.path });
    return told instanceof Refusal
      ? new Response(JSON.stringify(told.problem), { status: told.status })
      : new Response(JSON.stringify(told ?? {}), {
          headers: { 'Content-Type': 'application/json' },
        });
  });
  return calls;
}

/** Shows something as the application would. */
export function show(what: ReactNode, at = '/') {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <ThemeProvider theme={theme}>
      <QueryClientProvider client={queries}>
        <MemoryRouter initialEntries={[at]}>{what}</MemoryRouter>
      </QueryClientProvider>
    </ThemeProvider>,
  );
}
