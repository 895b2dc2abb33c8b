import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { vi } from 'vitest';
import { Ways } from '../shared/useGo';

export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
}

/** A server that answers each "METHOD /path" with a value, or with what a function makes of the request; everything asked is kept. */
export function serve(answers: Record<string, unknown>) {
  const asked: Asked[] = [];
  vi.stubGlobal('fetch', async (input: Request | string, init?: RequestInit) => {
    const request = typeof input === 'string' ? new Request(new URL(input, 'http://stampo.test'), init) : input;
    const url = new URL(request.url);
    const text = request.method === 'GET' ? '' : await request.text();
    const body: unknown = text.startsWith('{') ? JSON.parse(text) : text;
    const one = { method: request.method, path: url.pathname, query: url.searchParams, body };
    asked.push(one);
    const found = answers[`${one.method} ${one.path}`];
    const value: unknown = typeof found === 'function' ? (found as (asked: Asked) => unknown)(one) : found;
    if (value instanceof Response) return value;
    const refused = value === undefined;
    return new Response(JSON.stringify(refused ? { code: 'none', detail: 'There is nothing here.' } : value), {
      status: refused ? 404 : 200,
      headers: { 'content-type': 'application/json' },
    });
  });
  return asked;
}

function Address() {
  return <span data-testid="address">{useLocation().search}</span>;
}

/** Draws something as a page of the project "p1" does, with its address shown. */
export function draw(what: ReactNode, address = '/projects/p1/routes') {
  window.history.replaceState(null, '', address);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[address]}>
        <Ways>
          <Routes>
            <Route path="/projects/:projectId/*" element={what} />
            <Route path="*" element={what} />
          </Routes>
        </Ways>
        <Address />
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
