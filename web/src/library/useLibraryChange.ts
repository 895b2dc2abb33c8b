import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, Problem, unwrap } from '../app/api/client';
import type { Library, Material, Rate } from '../app/api/types';
import type { components } from '../app/api/schema';

type Supply = components['schemas']['Supply'];

/** One thing done to the library: entries changed, reset to what ships, or a file taken in. */
export type LibraryChange =
  | { rates: Rate[] }
  | { materials: Material[] }
  | { supplies: Supply[] }
  | { reset: { kind?: string; key?: string } }
  | { file: File };

export type ChangeLibrary = ReturnType<typeof useLibraryChange>;

/** Changes the library; every figure of every project is asked for anew afterwards. */
export function useLibraryChange() {
  const queries = useQueryClient();
  return useMutation<Library, Problem, LibraryChange>({
    mutationFn: send,
    onSuccess: (library) => {
      queries.setQueryData(['library'], library);
      void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'library' });
    },
  });
}

async function send(change: LibraryChange): Promise<Library> {
  if ('file' in change) return takeIn(change.file);
  if ('reset' in change) return unwrap(client.POST('/api/library/reset', { params: { query: change.reset } }));
  return unwrap(client.PUT('/api/library', { body: { rates: null, materials: null, supplies: null, ...change } }));
}

/** JSON is everything; a CSV is rates when it has a column called key, else materials. */
async function takeIn(file: File): Promise<Library> {
  const text = await file.text();
  if (/\.json$/i.test(file.name)) {
    try {
      return await unwrap(client.PUT('/api/library', { body: JSON.parse(text) as never }));
    } catch (cause) {
      if (cause instanceof Problem) throw cause;
      throw new Problem(400, 'library.bad-json', `${file.name} is not JSON; nothing was changed.`);
    }
  }
  const table = /^\uFEFF?"?key/i.test(text) ? 'rates' : 'materials';
  const answer = await fetch(`/api/library/csv/${table}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: text,
  });
  const body: unknown = await answer.json().catch(() => null);
  if (!answer.ok) throw Problem.from(answer.status, body);
  return body as Library;
}
