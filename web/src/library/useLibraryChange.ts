import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { components } from '../app/api/schema';
import { client, postTable, Problem, unwrap } from '../app/api/client';
import type { Library, LibraryPreview, Material, Rate } from '../app/api/types';

type Supply = components['schemas']['Supply'];

/** One thing done to the library: entries changed or taken in, reset to what ships, undone or redone. */
export type LibraryChange =
  | { rates: Rate[] }
  | { materials: Material[] }
  | { supplies: Supply[] }
  | { take: LibraryPreview }
  | { reset: { kind?: string; key?: string } }
  | { move: 'undo' | 'redo'; version: number };

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
    onError: (problem) => {
      if (problem.code === 'conflict') void queries.invalidateQueries({ queryKey: ['library'] });
    },
  });
}

async function send(change: LibraryChange): Promise<Library> {
  if ('reset' in change) return unwrap(client.POST('/api/library/reset', { params: { query: change.reset } }));
  if ('move' in change)
    return unwrap(
      change.move === 'undo'
        ? client.POST('/api/library/undo', { body: { version: change.version } })
        : client.POST('/api/library/redo', { body: { version: change.version } }),
    );
  const none = { rates: null, materials: null, supplies: null, version: null };
  return unwrap(
    client.PUT('/api/library', {
      body: 'take' in change ? { ...change.take.entries, version: change.take.version } : { ...none, ...change },
    }),
  );
}

/** What taking a file in would do; nothing is changed. JSON is everything; a CSV is rates when it has a column called key. */
export async function preview(file: File): Promise<LibraryPreview> {
  const text = await file.text();
  if (/\.json$/i.test(file.name)) {
    try {
      return await unwrap(client.POST('/api/library/preview', { body: JSON.parse(text) as never }));
    } catch (cause) {
      if (cause instanceof Problem) throw cause;
      throw new Problem(400, 'library.bad-json', `${file.name} is not JSON; nothing was changed.`);
    }
  }
  const table = /(^|[;,\t|])\uFEFF?"?key"?([;,\t|]|$)/i.test(text.split('\n', 1)[0]!.trim()) ? 'rates' : 'materials';
  return postTable<LibraryPreview>(`/api/library/csv/${table}`, text);
}
