import createClient from 'openapi-fetch';
import type { paths } from './schema';

/** A refusal from the server: a stable code, a sentence for people, and the input it is about. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly field?: string,
    /** With a conflict: what stands now. */
    readonly theirs?: { version: number; value: unknown },
  ) {
    super(message);
  }

  static from(status: number, body: unknown): Problem {
    const { code, detail, field, theirs } = (body ?? {}) as Record<string, unknown>;
    return new Problem(
      status,
      typeof code === 'string' ? code : 'http',
      typeof detail === 'string' ? detail : `The server answered ${status}.`,
      typeof field === 'string' ? field : undefined,
      theirs as Problem['theirs'],
    );
  }
}

/** It came from the server itself; what stands between, a proxy's page of its own, has no code of ours. */
export const isOfTheServer = ({ status, code }: Problem): boolean => status !== 0 && code !== 'http';

/** The browser's fetch is looked up at each call, so that whoever stands in for it is asked too. */
export const client = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => globalThis.fetch(request),
});

/** Gives the data of an answer or throws its problem. */
export async function unwrap<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<NonNullable<T>> {
  const { data, error, response } = await answer.catch((cause: unknown) => {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw new Problem(0, 'offline', 'The server does not answer.');
  });
  if (!response.ok || data == null) throw Problem.from(response.status, error);
  return data;
}

/** What the server reads in a table; nothing is kept by it. */
export const postTable = <T>(path: string, table: string): Promise<T> =>
  post<T>(path, { headers: { 'content-type': 'text/csv' }, body: table });

/** Sends a file as it is, with what is said about it. */
export function postFile<T>(path: string, file: File, about: Record<string, string> = {}): Promise<T> {
  const body = new FormData();
  body.append('file', file);
  for (const [key, value] of Object.entries(about)) body.append(key, value);
  return post<T>(path, { body });
}

async function post<T>(path: string, request: RequestInit): Promise<T> {
  const answer = await fetch(path, { method: 'POST', ...request });
  const body: unknown = await answer.json().catch(() => null);
  if (!answer.ok) throw Problem.from(answer.status, body);
  return body as T;
}
