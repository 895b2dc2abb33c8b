import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { FoundRuns, ShelfLine, ShelfTool, ToolAct, ToolKey } from '../../app/api/types';

export const useShelf = () =>
  useQuery<ShelfLine[], Problem>({
    queryKey: ['shelf'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/shelf', { signal })),
  });

export const useSearch = (q: string) =>
  useQuery<FoundRuns, Problem>({
    queryKey: ['log search', q],
    enabled: q.trim() !== '',
    placeholderData: (before) => before,
    queryFn: ({ signal }) => unwrap(client.GET('/api/log/search', { params: { query: { q } }, signal })),
  });

/** A tool, and what may be written into its book. */
export function useTool(tool: ToolKey) {
  const queries = useQueryClient();
  const queryKey = ['tool', tool.projectId, tool.plan, tool.number];
  const view = useQuery<ShelfTool, Problem>({
    queryKey,
    queryFn: ({ signal }) => unwrap(client.GET('/api/shelf/tool', { params: { query: tool }, signal })),
  });
  const record = useMutation<ShelfTool, Problem, ToolAct>({
    mutationFn: (act) => unwrap(client.POST('/api/shelf/acts', { body: { tool, act } })),
    onSuccess: (now) => {
      queries.setQueryData(queryKey, now);
      for (const of of ['shelf', 'bench', 'week', 'advice']) void queries.invalidateQueries({ queryKey: [of] });
    },
  });
  return { view, record };
}

export const toolAddress = ({ projectId, plan, number }: ToolKey) =>
  `/shelf/tool?${new URLSearchParams({ project: projectId, plan, number: String(number) })}`;
