import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, postFile, postTable, type Problem, unwrap } from '../../../app/api/client';
import type { Quote, QuoteBook, QuoteFile, Versioned } from '../../../app/api/types';

/** The quotes of a project, and how they are changed: kept at once, and everything that stands on them is worked out anew. */
export function useQuotes(projectId: string) {
  const queries = useQueryClient();
  const path = { params: { path: { id: projectId } } };
  const book = useQuery<Versioned<QuoteBook>, Problem>({
    queryKey: ['quotes', projectId],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/quotes', { ...path, signal })),
  });
  const keep = useMutation<unknown, Problem, (all: readonly Quote[]) => readonly Quote[]>({
    mutationFn: (change) =>
      unwrap(
        client.PUT('/api/projects/{id}/quotes', {
          ...path,
          body: { value: { all: [...change(book.data?.value.all ?? [])] }, version: book.data?.version ?? 0 },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ predicate: (q) => q.queryKey[1] === projectId }),
  });
  const read = useMutation<unknown, Problem, File>({
    mutationFn: async (file) => {
      const { all } = await postTable<QuoteBook>(`/api/projects/${projectId}/quotes/csv`, await file.text());
      await keep.mutateAsync(() => all);
    },
  });
  const attach = useMutation<unknown, Problem, { id: string; file: File }>({
    mutationFn: async ({ id, file }) => {
      const kept = await postFile<QuoteFile>(`/api/projects/${projectId}/quotes/file`, file);
      await keep.mutateAsync((all) => all.map((q) => (q.id === id ? { ...q, file: kept } : q)));
    },
  });
  return { keep, read, attach, error: keep.error ?? read.error ?? attach.error };
}
